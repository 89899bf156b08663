// Every change stands the figure anew off the interface thread and is one undo step.
#include "app/stages/figure/standing_page.h"

#include <QGridLayout>
#include <QPushButton>
#include <QSettings>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "app/document/document.h"
#include "app/widgets/text.h"
#include "core/plan/new_figure.h"

namespace glaukophos {
namespace {

struct TurnEntry {
    const char* name;
    const char* tip;
    const char* object;
    float angle_deg;
    float axis[3];
};
constexpr std::array<TurnEntry, 6> kTurns = {{
    {QT_TR_NOOP("Turn left"),
     QT_TR_NOOP("Turn the figure 15° towards its own left"),
     "turnLeft",
     15,
     {0, 0, 1}},
    {QT_TR_NOOP("Turn right"),
     QT_TR_NOOP("Turn the figure 15° towards its own right"),
     "turnRight",
     -15,
     {0, 0, 1}},
    {QT_TR_NOOP("Tip forward"),
     QT_TR_NOOP("Tip the figure 90° onto its face"),
     "tipForward",
     90,
     {1, 0, 0}},
    {QT_TR_NOOP("Tip left"),
     QT_TR_NOOP("Tip the figure 90° onto its own left side"),
     "tipLeft",
     90,
     {0, 1, 0}},
    {QT_TR_NOOP("Tip right"),
     QT_TR_NOOP("Tip the figure 90° onto its own right side"),
     "tipRight",
     -90,
     {0, 1, 0}},
    {QT_TR_NOOP("Tip back"),
     QT_TR_NOOP("Tip the figure 90° onto its back"),
     "tipBack",
     -90,
     {1, 0, 0}},
}};

QLabel* caption(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setObjectName(QStringLiteral("caption"));
    label->setWordWrap(true);
    return label;
}

QLabel* section(const QString& text, QWidget* parent) {
    auto* label = new QLabel(text, parent);
    label->setObjectName(QStringLiteral("section"));
    return label;
}

}  // namespace

StandingPage::StandingPage(Document& document, Loader& loader, QWidget* parent)
    : QWidget(parent), m_document(document), m_loader(loader) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_measures = caption({}, this);
    m_measures->setObjectName(QStringLiteral("measures"));
    column->addWidget(m_measures);
    m_report = caption({}, this);
    m_report->setAccessibleName(tr("What was repaired"));
    column->addWidget(m_report);
    buildSize();
    connectSize();
    buildTurns();

    column->addStretch(1);
    auto* open = new QPushButton(tr("Open figure …"), this);
    open->setObjectName(QStringLiteral("openFigure"));
    open->setToolTip(
        tr("STL, OBJ, PLY, 3MF or glTF; several files make one figure of several parts"));
    connect(open, &QPushButton::clicked, this, &StandingPage::openRequested);
    auto* files = new QHBoxLayout;
    files->addWidget(open);
    auto* again = new QPushButton(tr("Same, new file …"), this);
    again->setObjectName(QStringLiteral("reimport"));
    again->setToolTip(
        tr("A file of this figure that was cut or supported anew: parts, colours and "
           "lights stay where the shape is the same"));
    connect(again, &QPushButton::clicked, this, &StandingPage::reimportRequested);
    files->addWidget(again);
    column->addLayout(files);

    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect == Aspect::Everything) refresh();
    });
}

void StandingPage::buildSize() {
    auto* grid = new QGridLayout;
    grid->setVerticalSpacing(6);
    m_unit = new QComboBox(this);
    m_unit->setObjectName(QStringLiteral("unit"));
    m_unit->setAccessibleName(tr("One unit of the file is"));
    m_unit->setToolTip(tr("What one unit of the file stands for; files seldom say it"));
    m_usual = new QComboBox(this);
    m_usual->setObjectName(QStringLiteral("usualSize"));
    m_usual->setAccessibleName(tr("Usual sizes"));
    m_usual->setToolTip(tr("Scales the figure to a usual size"));
    m_usual->addItem(tr("choose …"));
    for (const UsualSize& size : usualSizes()) {
        m_usual->addItem(tr("%1, %2 mm to the %3")
                             .arg(q(size.name))
                             .arg(size.height_mm)
                             .arg(size.to_eyes ? tr("eyes") : tr("top")));
    }
    m_measured_to = new QComboBox(this);
    m_measured_to->setObjectName(QStringLiteral("measuredTo"));
    m_measured_to->setAccessibleName(tr("Height measured to"));
    m_measured_to->addItems({tr("top"), tr("eye line")});
    m_measured_to->setToolTip(tr("Figures are sold by their height to the eyes or to the top"));
    const auto addRow = [&](int row, const QString& text, QWidget* field) {
        auto* label = new QLabel(text, this);
        label->setBuddy(field);
        grid->addWidget(label, row, 0);
        grid->addWidget(field, row, 1);
    };
    addRow(0, tr("One unit is"), m_unit);
    addRow(1, tr("Usual size"), m_usual);
    addRow(2, tr("Measured to"), m_measured_to);
    grid->setColumnStretch(1, 1);
    auto* column = static_cast<QVBoxLayout*>(layout());
    column->addWidget(section(tr("Size"), this));
    column->addLayout(grid);
    m_height = new NumberField(tr("Height"), tr("From the lowest point, in mm at the real size"),
                               {5, 500, 1, tr(" mm"), true}, this);
    m_height->setObjectName(QStringLiteral("figureHeight"));
    column->addWidget(m_height);
}

void StandingPage::connectSize() {
    connect(m_unit, &QComboBox::activated, this, [this](int index) {
        const float mm = lengthUnits()[static_cast<std::size_t>(index)].mm;
        QSettings().setValue(QStringLiteral("import/unit_mm"), mm);
        Stance stance;
        stance.scale = mm / m_document.plan().figure->form->imported.unit_mm;
        restand(tr("Unit of the file"), stance);
    });
    connect(m_usual, &QComboBox::activated, this, [this](int index) {
        if (index < 1) return;
        const UsualSize& size = usualSizes()[static_cast<std::size_t>(index - 1)];
        m_measured_to->setCurrentIndex(size.to_eyes ? 1 : 0);
        scaleTo(size.height_mm);
    });
    connect(m_measured_to, &QComboBox::activated, this,
            [this] { m_height->setValue(shownHeight_mm()); });
    connect(m_height, &NumberField::editingFinished, this, [this] {
        if (m_document.isOpen() && std::abs(m_height->value() - shownHeight_mm()) > 0.05) {
            scaleTo(m_height->value());
        }
    });
}

void StandingPage::buildTurns() {
    auto* column = static_cast<QVBoxLayout*>(layout());
    column->addWidget(section(tr("Standing"), this));
    auto* front = new QPushButton(tr("It faces me now"), this);
    front->setObjectName(QStringLiteral("facesMe"));
    front->setToolTip(
        tr("Turn the figure in the picture until it faces you, then press this: what is "
           "turned to you becomes the front, 12 o'clock"));
    column->addWidget(front);
    connect(front, &QPushButton::clicked, this, [this] {
        // The viewer stands at this hour; the figure is turned so that it becomes 12.
        Stance stance;
        const auto angle = static_cast<float>(radians(30.0 * m_view.hour));
        stance.turn = Eigen::AngleAxisf(angle, Vec3::UnitZ()).toRotationMatrix();
        if (m_view.upside_down) {
            stance.turn =
                Eigen::AngleAxisf(static_cast<float>(kPi), Vec3::UnitY()).toRotationMatrix() *
                stance.turn;
        }
        restand(tr("Front of the figure"), stance);
    });
    m_proposal = new QPushButton(this);
    m_proposal->setObjectName(QStringLiteral("turnProposal"));
    m_proposal->setToolTip(tr("The figure is most alike left and right when turned so"));
    column->addWidget(m_proposal);
    connect(m_proposal, &QPushButton::clicked, this, [this] {
        Stance stance;
        stance.turn = Eigen::AngleAxisf(static_cast<float>(radians(m_proposed_deg)), Vec3::UnitZ())
                          .toRotationMatrix();
        restand(tr("Turn the figure"), stance);
    });
    auto* grid = new QGridLayout;
    for (std::size_t i = 0; i < kTurns.size(); ++i) {
        const TurnEntry& entry = kTurns[i];
        auto* button = new QPushButton(tr(entry.name), this);
        button->setObjectName(q(entry.object));
        button->setToolTip(tr(entry.tip));
        grid->addWidget(button, static_cast<int>(i / 3), static_cast<int>(i % 3));
        connect(button, &QPushButton::clicked, this, [this, &entry] {
            Stance stance;
            stance.turn = Eigen::AngleAxisf(static_cast<float>(radians(entry.angle_deg)),
                                            Vec3(entry.axis[0], entry.axis[1], entry.axis[2]))
                              .toRotationMatrix();
            restand(tr("Turn the figure"), stance);
        });
    }
    column->addLayout(grid);
}

double StandingPage::shownHeight_mm() const {
    const double top = m_document.plan().figure->bounds().size().z();
    return m_measured_to->currentIndex() == 1 ? kEyeShare * top : top;
}

void StandingPage::scaleTo(double height_mm) {
    if (!m_document.isOpen()) return;
    Stance stance;
    stance.scale = static_cast<float>(height_mm / shownHeight_mm());
    restand(tr("Size of the figure"), stance);
}

void StandingPage::restand(const QString& text, const Stance& stance) {
    if (!m_document.isOpen()) return;
    m_loader.rework(text, [plan = m_document.plan(), stance](const Progress& progress) {
        return restood(plan, stance, progress);
    });
}

void StandingPage::refresh() {
    const Form& form = *m_document.plan().figure->form;
    const Vec3 size = form.bounds.size();
    m_measures->setText(tr("%1 wide, %2 deep, %3 mm tall. %L4 triangles as read, %L5 to plan on, "
                           "%6 mm off at most.")
                            .arg(size.x(), 0, 'f', 1)
                            .arg(size.y(), 0, 'f', 1)
                            .arg(size.z(), 0, 'f', 1)
                            .arg(form.imported.repair.triangles_read)
                            .arg(form.whole.mesh.triangles.size())
                            .arg(form.whole.deviation_mm, 0, 'f', 3));
    const QSignalBlocker quiet(m_unit);
    m_unit->clear();
    const float height_in_file = size.z() / form.imported.unit_mm;
    for (const LengthUnit& unit : lengthUnits()) {
        m_unit->addItem(
            tr("%1: %2 mm tall").arg(tr(unit.name)).arg(height_in_file * unit.mm, 0, 'g', 4));
        if (std::abs(unit.mm - form.imported.unit_mm) < 0.01F * unit.mm) {
            m_unit->setCurrentIndex(m_unit->count() - 1);
        }
    }
    if (std::ranges::none_of(lengthUnits(), [&](const LengthUnit& unit) {
            return std::abs(unit.mm - form.imported.unit_mm) < 0.01F * unit.mm;
        })) {
        m_unit->setCurrentIndex(-1);
        m_unit->setPlaceholderText(tr("scaled by hand"));
    }
    m_proposed_deg = facingTurn_deg(form.whole.mesh);
    m_proposal->setVisible(std::abs(m_proposed_deg) >= 4.0);
    m_proposal->setText(
        tr("It seems turned by %1°: make it face me").arg(std::abs(m_proposed_deg), 0, 'f', 0));
    m_usual->setCurrentIndex(0);
    m_height->setValue(shownHeight_mm());
    QStringList lines;
    for (const std::string& line : inWords(form.imported.repair)) lines << q(line);
    m_report->setText(lines.mid(0, 2).join(QLatin1Char('\n')));
    m_report->setToolTip(lines.join(QLatin1Char('\n')));
}

}  // namespace glaukophos
