#include "app/stages/review/over_page.h"

#include <QGridLayout>
#include <QHBoxLayout>

#include "app/widgets/text.h"
#include "core/work/bench_log.h"

namespace glaukophos {
namespace {

constexpr double kSquintShare = 0.008;  // of the long side

}  // namespace

OverPage::OverPage(PhotoDesk& desk, QWidget* parent)
    : PlanPage(desk.document(), parent, Aspect::Photographs),
      m_desk(desk),
      m_words(addCaption("overWords")) {
    addWhat();
    addSight();
    addOther();
    m_save = newButton("savePhoto", tr("Save this picture…"),
                       tr("The photograph with what is drawn on it: a PNG in full size, or a "
                          "page to print"));
    column().addWidget(m_save);
    column().addStretch(1);
    connect(m_save, &QPushButton::clicked, this, &OverPage::saveRequested);
    connect(&desk, &PhotoDesk::changed, this, &OverPage::refresh);
}

void OverPage::addWhat() {
    m_what = addChoice("onPhoto", tr("Drawn on it"), tr("What of the plan lies on the photograph"),
                       {tr("Nothing"), tr("Borders of bands"), tr("Edges to highlight"),
                        tr("One layer"), tr("All colours")});
    m_what->setCurrentIndex(static_cast<int>(OnPhoto::Borders));
    addLayer();
    m_strength = new NumberField(tr("Covers"), tr("0: the photograph alone, 100: the plan alone"),
                                 {0, 100, 0, tr(" %"), false}, this);
    m_strength->setObjectName(QStringLiteral("photoStrength"));
    m_strength->setValue(70);
    column().addWidget(m_strength);
    for (QComboBox* box : {m_what, m_layer}) {
        connect(box, &QComboBox::activated, this, [this] {
            refresh();
            emit chosen();
        });
    }
    connect(m_strength, &NumberField::valueEdited, this, &OverPage::chosen);
}

void OverPage::addLayer() {
    m_layer_row = new QWidget(this);
    auto* row = new QHBoxLayout(m_layer_row);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    m_layer = new QComboBox(m_layer_row);
    m_layer->setObjectName(QStringLiteral("photoLayer"));
    m_layer->setAccessibleName(tr("Layer"));
    m_layer->setToolTip(tr("Which step of the work; at first the next at the bench"));
    m_layer->setMinimumContentsLength(8);
    m_layer->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    row->addWidget(new QLabel(tr("Layer"), m_layer_row));
    row->addWidget(m_layer, 1);
    column().addWidget(m_layer_row);
}

void OverPage::addSight() {
    addSection(tr("Fresh eyes"));
    auto* grid = new QGridLayout;
    const auto box = [&](const char* object, const QString& text, const QString& tip, int at) {
        auto* check = new QCheckBox(text, this);
        check->setObjectName(q(object));
        check->setToolTip(tip);
        grid->addWidget(check, at / 2, at % 2);
        connect(check, &QCheckBox::clicked, this, &OverPage::chosen);
        return check;
    };
    m_grey = box("photoGrey", tr("In greys"), tr("Values alone: hue hides mistakes of value"), 0);
    m_squint = box("photoSquint", tr("Squint"), tr("What still reads through half-closed eyes"), 1);
    m_mirrored = box("photoMirrored", tr("Mirrored"), tr("What is uneven is seen at once"), 2);
    m_upside_down = box("photoUpsideDown", tr("Upside down"), tr("Shapes instead of things"), 3);
    column().addLayout(grid);
}

void OverPage::addOther() {
    m_other = addChoice("photoOther", tr("Beside a slider"),
                        tr("Drag the line in the picture to go from one to the other"), {});
    connect(m_other, &QComboBox::activated, this, &OverPage::chosen);
}

OnPhoto OverPage::what() const { return static_cast<OnPhoto>(std::max(0, m_what->currentIndex())); }

QString OverPage::caption() const {
    const PlanPhotograph* photo = m_desk.photo();
    const QString what = m_what->currentIndex() == static_cast<int>(OnPhoto::Layer)
                             ? m_layer->currentText()
                             : m_what->currentText();
    return photo == nullptr ? what : tr("%1 · %2").arg(q(photo->name), what);
}

PhotoRequest OverPage::request() const {
    PhotoRequest request;
    const PlanPhotograph* photo = m_desk.photo();
    if (photo == nullptr) return request;
    request.bytes = photo->bytes;
    if (photo->place) {
        request.camera = photo->place->camera;
        request.evaluated = document().evaluated();
        if (request.evaluated != nullptr && !request.evaluated->complete) request.evaluated.reset();
    }
    request.on.what = what();
    request.on.strength = 0.01 * m_strength->value();
    if (request.evaluated != nullptr && request.evaluated->desk != nullptr &&
        m_layer->currentIndex() >= 0) {
        const Work& work = request.evaluated->desk->work;
        request.on.step =
            indexOf(work.steps, m_layers[static_cast<std::size_t>(m_layer->currentIndex())]);
    }
    request.grey = m_grey->isChecked();
    if (m_squint->isChecked()) request.squint_share = kSquintShare;
    const int other = m_other->currentIndex();
    request.compares = other > 0;
    if (other > 1) {
        request.other = document().plan().photographs[static_cast<std::size_t>(other - 2)].bytes;
    }
    return request;
}

// The first that is not on yet.
int OverPage::nextStep(const Work& work) const {
    const std::size_t begun = stepsBegun(document().benchLog(), work);
    return begun < work.steps.size() ? static_cast<int>(begun) : 0;
}

void OverPage::fillLayers(const Evaluated& evaluated) {
    if (evaluated.desk == nullptr) return;
    const Work& work = evaluated.desk->work;
    std::vector<std::string> keys;
    for (const Step& step : work.steps) keys.push_back(step.key);
    if (keys == m_layers) return;
    const QString kept = m_layer->currentText();
    m_layer->clear();
    for (const Step& step : work.steps) m_layer->addItem(q(step.title));
    m_layers = std::move(keys);
    const int again = m_layer->findText(kept);
    m_layer->setCurrentIndex(again >= 0 ? again : nextStep(work));
}

void OverPage::showPlan(const Plan& plan) {
    const PlanPhotograph* photo = m_desk.photo();
    if (photo == nullptr) {
        m_words->setText(tr("Add a photograph first."));
    } else if (!photo->place) {
        m_words->setText(
            tr("This photograph is not matched yet, so that the plan cannot lie on "
               "it: go to Match."));
    } else if (photo->place->doubtful) {
        m_words->setText(
            tr("The match is doubtful: look whether the lines lie where they should."));
    } else {
        m_words->setText(
            tr("Lines are straight on the photograph: the bend of the lens is taken "
               "out."));
    }
    const bool matched = photo != nullptr && photo->place.has_value();
    m_what->setEnabled(matched);
    const bool layer = matched && what() == OnPhoto::Layer;
    m_layer_row->setVisible(layer);
    m_strength->setVisible(layer || (matched && what() == OnPhoto::Colours));
    m_save->setEnabled(photo != nullptr);
    const int other = m_other->currentIndex();
    m_other->clear();
    m_other->addItem(tr("Nothing"));
    m_other->addItem(tr("The bare photograph"));
    for (const PlanPhotograph& each : plan.photographs) m_other->addItem(q(each.name));
    m_other->setCurrentIndex(other >= 0 && other < m_other->count() ? other : 0);
}

void OverPage::showResults(const Evaluated& evaluated) { fillLayers(evaluated); }

}  // namespace glaukophos
