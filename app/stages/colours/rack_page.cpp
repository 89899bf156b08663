// The list shows what the search finds; the editor below changes the row that is chosen.
#include "app/stages/colours/rack_page.h"

#include <QFile>
#include <QFileDialog>
#include <QGridLayout>
#include <QPainter>
#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/stages/colours/swatch_dialog.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/io/file_bytes.h"
#include "core/io/rack_file.h"

namespace glaukophos {
namespace {

constexpr int kSwatch_px = 22;

const QStringList& opacityNames() {
    static const QStringList names = {QObject::tr("opaque"), QObject::tr("half-opaque"),
                                      QObject::tr("half-transparent"), QObject::tr("transparent")};
    return names;
}

const QStringList& kindNames() {
    static const QStringList names = {QObject::tr("paint"),       QObject::tr("ink"),
                                      QObject::tr("wash"),        QObject::tr("metallic"),
                                      QObject::tr("fluorescent"), QObject::tr("medium"),
                                      QObject::tr("thinner")};
    return names;
}

// The colour, with a notch for what lets the ground through.
QIcon swatchOf(const Paint& paint) {
    QPixmap pixmap(kSwatch_px, kSwatch_px);
    pixmap.fill(qColour(paint.mass_tone));
    const int bars = static_cast<int>(paint.opacity);  // 0 opaque .. 3 transparent
    QPainter painter(&pixmap);
    for (int i = 0; i < bars; ++i) painter.fillRect(0, kSwatch_px - 3 - 5 * i, 9, 2, Qt::white);
    return QIcon(pixmap);
}

QString rowText(const Paint& paint) {
    QString text = q(paint.name);
    if (!paint.pigment.empty()) text += QStringLiteral("  ") + q(paint.pigment);
    if (paint.left_ml < 2.0) text += QObject::tr("  · nearly empty");
    return text;
}

QString measuredWords(const Paint& paint) {
    QString words = paint.swatch ? QObject::tr("Calibrated from a swatch over black and white.")
                    : paint.spectrum.empty()
                        ? QObject::tr("Nominal colour: recipes are as good as that.")
                        : QObject::tr("Spectrum measured by a colour reader.");
    if (paint.kind == PaintKind::Wash || paint.kind == PaintKind::Ink) {
        words += QObject::tr(" It hides nothing: for glazes, recesses and filters.");
    }
    if (paint.kind == PaintKind::Metallic) {
        words += QObject::tr(" Taken on parts of metallic paint only.");
    }
    if (paint.kind == PaintKind::Fluorescent) {
        words += QObject::tr(" Fluorescent: hard to control; dull it with its neighbour.");
    }
    if (paint.corrected != 1.0) {
        words += QObject::tr(" At the bench it turned out to count %1 times as strong.")
                     .arg(paint.corrected, 0, 'g', 2);
    }
    return words;
}

bool matches(const Paint& paint, const QString& words) {
    return q(paint.name).contains(words, Qt::CaseInsensitive) ||
           q(paint.pigment).contains(words, Qt::CaseInsensitive) ||
           opacityNames()[static_cast<int>(paint.opacity)] == words ||
           kindNames()[static_cast<int>(paint.kind)] == words;
}

}  // namespace

RackPage::RackPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours) {
    addList();
    addActions();
    addEditor();
    column().addStretch(1);
}

void RackPage::addList() {
    m_search = new QLineEdit(this);
    m_search->setObjectName(QStringLiteral("rackSearch"));
    m_search->setPlaceholderText(tr("Name, pigment, opacity, or #rrggbb for the nearest"));
    m_search->setAccessibleName(tr("Search the rack"));
    m_search->setToolTip(tr("A colour such as #46677a sorts the rack by nearness to it"));
    column().addWidget(m_search);
    connect(m_search, &QLineEdit::textChanged, this, [this] { fillList(document().plan()); });
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("rack"));
    m_list->setAccessibleName(tr("Your paints"));
    m_list->setToolTip(tr("Bars on a swatch: the more, the more of what is below shows through"));
    m_list->setIconSize({kSwatch_px, kSwatch_px});
    m_list->setFixedHeight(160);
    column().addWidget(m_list);
    connect(m_list, &QListWidget::currentRowChanged, this, [this] {
        const auto paint = chosenPaint();
        m_editor->setEnabled(paint.has_value());
        m_remove->setEnabled(paint.has_value());
        if (paint) showPaint(document().plan().rack[*paint]);
    });
    m_near = addCaption("nearPaints");
}

void RackPage::addActions() {
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    auto* add = newButton("addPaint", tr("Add"), tr("A new paint, to be described below"));
    m_remove = newButton("removePaint", tr("Remove"), tr("Takes the chosen paint off the rack"));
    auto* take = newButton("importRack", tr("From file …"),
                           tr("Adds the paints of a table (CSV) or a GIMP palette"));
    auto* give = newButton("exportRack", tr("To file …"), tr("Writes the rack as a table (CSV)"));
    for (QPushButton* button : {add, m_remove, take, give}) row->addWidget(button);
    column().addLayout(row);
    connect(add, &QPushButton::clicked, this, [this] {
        m_search->clear();
        change(tr("Add paint"), [&](Plan& plan) {
            Paint paint;
            paint.name = tr("New paint %1").arg(plan.rack.size() + 1).toStdString();
            plan.rack.push_back(paint);
        });
        m_list->setCurrentRow(m_list->count() - 1);
        m_name->setFocus();
        m_name->selectAll();
    });
    connect(m_remove, &QPushButton::clicked, this, [this] {
        const auto paint = chosenPaint();
        if (!paint) return;
        change(tr("Remove paint"), [&](Plan& plan) {
            plan.rack.erase(plan.rack.begin() + static_cast<std::ptrdiff_t>(*paint));
        });
    });
    connect(take, &QPushButton::clicked, this, [this] {
        const QString file = QFileDialog::getOpenFileName(
            this, tr("Paints"), {}, tr("Tables and palettes (*.csv *.gpl *.txt);;All files (*)"));
        if (!file.isEmpty()) importFrom(file);
    });
    connect(give, &QPushButton::clicked, this, [this] {
        const QString file =
            QFileDialog::getSaveFileName(this, tr("Rack as a table"), {}, tr("Tables (*.csv)"));
        if (!file.isEmpty()) exportTo(file);
    });
}

void RackPage::addEditor() {
    m_editor = new QWidget(this);
    auto* grid = new QGridLayout(m_editor);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(5);
    const auto addLine = [&](const char* object, const QString& label, int row) {
        auto* line = new QLineEdit(m_editor);
        line->setObjectName(q(object));
        line->setAccessibleName(label);
        line->setMaxLength(60);
        grid->addWidget(new QLabel(label, m_editor), row, 0);
        grid->addWidget(line, row, 1);
        return line;
    };
    m_name = addLine("paintName", tr("Name"), 0);
    m_name->setToolTip(tr("As it stands on the bottle"));
    m_pigment = addLine("paintPigment", tr("Pigment"), 1);
    m_pigment->setToolTip(tr("Colour Index name on the label, such as PB29"));
    const auto addBox = [&](const char* object, const QString& label, const QString& tip,
                            const QStringList& names, int row) {
        auto* box = new QComboBox(m_editor);
        box->setObjectName(q(object));
        box->setAccessibleName(label);
        box->setToolTip(tip);
        box->addItems(names);
        grid->addWidget(new QLabel(label, m_editor), row, 0);
        grid->addWidget(box, row, 1);
        return box;
    };
    m_opacity =
        addBox("paintOpacity", tr("Hides"),
               tr("How well one full coat hides what is below: see the label"), opacityNames(), 2);
    m_kind = addBox("paintKind", tr("Kind"), tr("Medium and thinner are not mixed for colour"),
                    kindNames(), 3);
    column().addWidget(m_editor);
    addStrength();
    m_colour =
        new ColourField(tr("Colour, thick"), tr("As it looks thick and dry in daylight"), this);
    m_colour->setObjectName(QStringLiteral("paintColour"));
    column().addWidget(m_colour);
    m_left = new NumberField(tr("Left in the bottle"), tr("Millilitres"),
                             {0, 100, 0, tr(" ml"), false}, this);
    m_left->setObjectName(QStringLiteral("paintLeft"));
    column().addWidget(m_left);
    addMeasuring();
    m_measured = addCaption("paintMeasured");
    connectEditor();
}

void RackPage::connectEditor() {
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const std::string name = m_name->text().trimmed().toStdString();
        if (name.empty()) return;
        changeChosen(tr("Name of paint"), [&](Paint& paint) { paint.name = name; });
    });
    connect(m_pigment, &QLineEdit::editingFinished, this, [this] {
        changeChosen(tr("Pigment"), [&](Paint& paint) {
            paint.pigment = m_pigment->text().trimmed().toStdString();
        });
    });
    connect(m_opacity, &QComboBox::activated, this, [this](int index) {
        changeChosen(tr("Opacity"), [&](Paint& paint) {
            paint.opacity = static_cast<Opacity>(index);
            paint.swatch.reset();  // the label is believed again
        });
    });
    connect(m_kind, &QComboBox::activated, this, [this](int index) {
        changeChosen(tr("Kind of paint"),
                     [&](Paint& paint) { paint.kind = static_cast<PaintKind>(index); });
    });
    connect(m_colour, &ColourField::colourEdited, this,
            [this, key = nextEditKey()](const Srgb& colour) {
                changeChosen(
                    tr("Colour of paint"),
                    [&](Paint& paint) {
                        paint.mass_tone = colour;
                        paint.swatch.reset();
                        paint.spectrum.clear();
                    },
                    key);
            });
    connect(m_colour, &ColourField::editingFinished, &document(), &Document::endGesture);
    connect(m_left, &NumberField::valueEdited, this, [this, key = nextEditKey()](double left) {
        changeChosen(
            tr("Left in the bottle"), [&](Paint& paint) { paint.left_ml = left; }, key);
    });
    connect(m_left, &NumberField::editingFinished, &document(), &Document::endGesture);
}

void RackPage::addStrength() {
    m_strength = new PaintStrength(this);
    column().addWidget(m_strength);
    connect(m_strength, &PaintStrength::edited, this, &RackPage::changeChosen);
    connect(m_strength, &PaintStrength::editingFinished, &document(), &Document::endGesture);
}

void RackPage::measure(bool tint) {
    m_measures_tint = tint;
    m_reader.measure(ColourReader::usualSocket());
}

void RackPage::addMeasuring() {
    auto* row = new QHBoxLayout;
    auto* photograph = newButton("paintPhotograph", tr("From a photograph …"),
                                 tr("Reads the colour off a swatch beside a grey card, and how it "
                                    "hides when it is painted over black and white"));
    auto* reader = newButton("paintReader", tr("Colour reader"),
                             tr("Takes the spectrum that a connected colour reader measures"));
    row->addWidget(photograph);
    row->addWidget(reader);
    column().addLayout(row);
    connect(photograph, &QPushButton::clicked, this, [this] {
        const auto complain = [this](const QString& message) { emit problem(message); };
        const SwatchReading reading = askForSwatch(this, complain);
        if (reading) changeChosen(tr("Paint from a photograph"), reading);
    });
    auto* tint = newButton("tintReader", tr("Colour reader, one in ten of white"),
                           tr("Takes what a connected colour reader measures on one part of the "
                              "paint in ten of white"));
    column().addWidget(tint);
    connect(reader, &QPushButton::clicked, this, [this] { measure(false); });
    connect(tint, &QPushButton::clicked, this, [this] { measure(true); });
    connect(&m_reader, &ColourReader::measured, this, &RackPage::takeSpectrum);
    connect(&m_reader, &ColourReader::failed, this, &RackPage::problem);
}

void RackPage::takeSpectrum(const std::vector<double>& spectrum) {
    Reflectance measured;
    measured.share = Eigen::Map<const Spectrum>(spectrum.data());
    const Srgb tone = displayable(labFrom(reflected(daylight(), measured)));
    if (m_measures_tint) {
        return changeChosen(tr("Tint from the reader"), [&](Paint& paint) { paint.tint = tone; });
    }
    changeChosen(tr("Spectrum from the reader"), [&](Paint& paint) {
        paint.spectrum = spectrum;
        paint.mass_tone = tone;
        paint.swatch.reset();
    });
}

std::optional<std::size_t> RackPage::chosenPaint() const {
    const int row = m_list->currentRow();
    if (row < 0 || row >= static_cast<int>(m_shown.size())) return std::nullopt;
    const std::size_t paint = m_shown[static_cast<std::size_t>(row)];
    return paint < document().plan().rack.size() ? std::optional(paint) : std::nullopt;
}

void RackPage::changeChosen(const QString& text, const std::function<void(Paint&)>& alter,
                            int key) {
    const auto paint = chosenPaint();
    if (!paint) return;
    change(
        text, [&](Plan& plan) { alter(plan.rack.at(*paint)); }, key);
}

std::vector<std::size_t> RackPage::found(const Plan& plan) const {
    const QString words = m_search->text().trimmed();
    if (const auto colour = srgbFromHex(words.toStdString())) {
        return byNearness(plan.rack, *colour);
    }
    std::vector<std::size_t> rows;
    for (std::size_t i = 0; i < plan.rack.size(); ++i) {
        if (words.isEmpty() || matches(plan.rack[i], words)) rows.push_back(i);
    }
    return rows;
}

void RackPage::fillList(const Plan& plan) {
    const auto chosen = chosenPaint();
    m_shown = found(plan);
    {
        const QSignalBlocker blocker(m_list);
        m_list->clear();
        for (const std::size_t i : m_shown) {
            auto* row = new QListWidgetItem(swatchOf(plan.rack[i]), rowText(plan.rack[i]), m_list);
            row->setToolTip(tr("%1, %2, %3 ml left")
                                .arg(opacityNames()[static_cast<int>(plan.rack[i].opacity)],
                                     kindNames()[static_cast<int>(plan.rack[i].kind)])
                                .arg(plan.rack[i].left_ml, 0, 'f', 0));
        }
        const auto row = chosen ? std::ranges::find(m_shown, *chosen) : m_shown.end();
        m_list->setCurrentRow(row == m_shown.end() ? (m_shown.empty() ? -1 : 0)
                                                   : static_cast<int>(row - m_shown.begin()));
    }
    const auto paint = chosenPaint();
    m_editor->setEnabled(paint.has_value());
    m_remove->setEnabled(paint.has_value());
    if (paint) showPaint(plan.rack[*paint]);
}

void RackPage::showPaint(const Paint& paint) {
    if (!m_name->hasFocus()) m_name->setText(q(paint.name));
    if (!m_pigment->hasFocus()) m_pigment->setText(q(paint.pigment));
    m_opacity->setCurrentIndex(static_cast<int>(paint.opacity));
    m_kind->setCurrentIndex(static_cast<int>(paint.kind));
    m_colour->setColour(paint.mass_tone);
    m_left->setValue(paint.left_ml);
    m_strength->setPaint(paint);
    m_measured->setText(measuredWords(paint));
}

void RackPage::showPlan(const Plan& plan) {
    fillList(plan);
    const std::vector<NearPair> pairs = nearPairs(plan.rack);
    m_near->setVisible(!pairs.empty());
    if (pairs.empty()) return;
    m_near->setText(
        tr("Hardly to be told apart: %1 and %2%3")
            .arg(q(plan.rack[pairs.front().first].name), q(plan.rack[pairs.front().second].name),
                 pairs.size() > 1 ? tr(", and %1 more pairs").arg(pairs.size() - 1) : QString()));
}

void RackPage::importFrom(const QString& file) {
    constexpr qint64 kMostBytes = 4 << 20;
    QFile input(file);
    if (!input.open(QIODevice::ReadOnly) || input.size() > kMostBytes) {
        emit problem(tr("%1 cannot be read as a rack of paints.").arg(file));
        return;
    }
    const auto paints = parseRack(input.readAll().toStdString());
    if (!paints) {
        emit problem(q(paints.error().message));
        return;
    }
    change(tr("Paints from a file"), [&](Plan& plan) {
        for (const Paint& paint : *paints) {
            const auto same = std::ranges::find(plan.rack, paint.name, &Paint::name);
            if (same == plan.rack.end()) {
                plan.rack.push_back(paint);
            } else {
                *same = paint;
            }
        }
    });
}

void RackPage::exportTo(const QString& file) {
    const auto written = writeAtomically(file.toStdString(), rackCsv(document().plan().rack));
    if (!written) emit problem(q(written.error().message));
}

}  // namespace glaukophos
