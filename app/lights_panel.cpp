// Controls send only the value that was touched; the document turns it into one undo step.
#include "app/lights_panel.h"

#include <QHBoxLayout>
#include <QPainter>
#include <QSignalBlocker>
#include <cmath>

#include "app/text.h"
#include "app/theme.h"

namespace glaukophos {
namespace {

// Merge keys, one a control.
enum Key {
    DirectionKey = 301,
    StrengthKey,
    SharpnessKey,
    FarRadiusKey,
    PositionKey,
    LampRadiusKey,
    ReachKey,
    KelvinKey,
    ColourKey,
};

QIcon dotIcon(const Light& light) {
    QPixmap pixmap(16, 16);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setPen(QPen(currentTheme().soft_text, 1));
    painter.setBrush(qColour(encodedFrom(displayColourOf(light.colour))));
    painter.drawEllipse(2, 2, 12, 12);
    return QIcon(pixmap);
}

QVBoxLayout* boxLayout(QWidget* box) {
    auto* layout = new QVBoxLayout(box);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(8);
    return layout;
}

}  // namespace

LightsPanel::LightsPanel(Document& document, QWidget* parent)
    : Panel(tr("Lights"),
            tr("Say where the light comes from. Drag the moon on the chart, drag a lamp on the "
               "figure."),
            parent),
      m_document(document) {
    buildList();
    buildCommon();
    buildFar();
    buildLamp();
    buildSky();
    buildColour();
    column().addStretch(1);
    connect(&document, &Document::changed, this, &LightsPanel::refresh);
    connect(&document, &Document::evaluatedChanged, this, &LightsPanel::showReach);
}

void LightsPanel::buildList() {
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("lightList"));
    m_list->setAccessibleName(tr("Lights; the tick switches one on and off"));
    m_list->setToolTip(tr("The tick switches a light on and off"));
    m_list->setFixedHeight(96);
    column().addWidget(m_list);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (row >= 0) m_document.selectLight(static_cast<std::size_t>(row));
    });
    connect(m_list, &QListWidget::itemChanged, this, [this](const QListWidgetItem* item) {
        const bool on = item->checkState() == Qt::Checked;
        m_document.editLight(static_cast<std::size_t>(m_list->row(item)),
                             on ? tr("Switch on") : tr("Switch off"),
                             [&](Light& light) { light.on = on; });
    });

    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    const auto addButton = [&](const QString& text, const QString& name, const QString& tip,
                               auto slot) {
        auto* button = new QPushButton(text, this);
        button->setObjectName(name);
        button->setToolTip(tip);
        connect(button, &QPushButton::clicked, this, slot);
        row->addWidget(button);
        return button;
    };
    const auto adder = [this](std::size_t index) {
        return [this, index] {
            if (!m_document.isOpen()) return;
            m_document.addLight(startingPlan({}, m_document.plan().figure).lights[index]);
        };
    };
    addButton(tr("+ Sky"), QStringLiteral("addSky"), tr("Add light from the whole sky"), adder(0));
    addButton(tr("+ Moon"), QStringLiteral("addFar"),
              tr("Add a far light: moon, sun, or a spotlight from a distance"), adder(1));
    addButton(tr("+ Lamp"), QStringLiteral("addLamp"), tr("Add a small glowing ball"), adder(2));
    m_remove = addButton(tr("Remove"), QStringLiteral("removeLight"), tr("Remove the chosen light"),
                         [this] { m_document.removeLight(m_document.selectedLight()); });
    column().addLayout(row);
}

void LightsPanel::buildCommon() {
    m_chart = new SkyChart(this);
    column().addWidget(m_chart);
    connect(m_chart, &SkyChart::directionDragged, this, [this](const ClockDirection& direction) {
        change(tr("Move light"), DirectionKey, [&](Light& light) {
            if (auto* far = std::get_if<FarLight>(&light.kind)) far->direction = direction;
        });
    });
    connect(m_chart, &SkyChart::dragFinished, &m_document, &Document::endGesture);
    connect(m_chart, &SkyChart::lightChosen, &m_document, &Document::selectLight);

    m_from = addCaption({});
    m_from->setObjectName(QStringLiteral("whereFrom"));
    auto* see = new QPushButton(tr("See the figure from this light"), this);
    see->setObjectName(QStringLiteral("seeFromLight"));
    see->setToolTip(tr("What the light sees is lit; what it does not see stays dark (L)"));
    connect(see, &QPushButton::clicked, this,
            [this] { emit seeFromRequested(m_document.selectedLight()); });
    column().addWidget(see);

    m_name = new QLineEdit(this);
    m_name->setObjectName(QStringLiteral("lightName"));
    m_name->setAccessibleName(tr("Name of the light"));
    m_name->setToolTip(tr("Name of the light"));
    column().addWidget(m_name);
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const std::string name = m_name->text().trimmed().toStdString();
        if (!name.empty()) change(tr("Rename light"), 0, [&](Light& l) { l.name = name; });
    });
    m_strength = new NumberField(
        tr("Strength"),
        tr("Light on a surface that faces it, relative to the other lights; for a lamp, at the "
           "lamp itself"),
        {0.01, 100, 2, {}, true}, this);
    m_strength->setObjectName(QStringLiteral("strength"));
    column().addWidget(m_strength);
    connectNumber(*m_strength, tr("Strength"), StrengthKey,
                  [](Light& light, double value) { light.strength = value; });
}

void LightsPanel::buildSky() {
    m_sky_box = new QWidget(this);
    QVBoxLayout* layout = boxLayout(m_sky_box);
    m_sky_kind = new QComboBox(m_sky_box);
    m_sky_kind->setAccessibleName(tr("Kind of sky"));
    m_sky_kind->addItems({tr("The whole sky alike"), tr("Cloudy: brightest straight above"),
                          tr("Zenithal: a cone from above, as sprayed")});
    m_sky_kind->setToolTip(tr("How the sky's light is spread"));
    layout->addWidget(m_sky_kind);
    connect(m_sky_kind, &QComboBox::activated, this, [this](int index) {
        change(tr("Kind of sky"), 0, [&](Light& light) {
            if (auto* sky = std::get_if<Sky>(&light.kind)) sky->kind = static_cast<SkyKind>(index);
        });
    });
    m_sharpness = new NumberField(tr("Narrowness of the cone"),
                                  tr("0 is the whole sky, 50 nearly straight down"),
                                  {0, 50, 1, {}, false}, m_sky_box);
    layout->addWidget(m_sharpness);
    connectNumber(*m_sharpness, tr("Cone"), SharpnessKey, [](Light& light, double value) {
        if (auto* sky = std::get_if<Sky>(&light.kind)) sky->sharpness = value;
    });
    column().addWidget(m_sky_box);
}

void LightsPanel::buildFar() {
    m_far_box = new QWidget(this);
    QVBoxLayout* layout = boxLayout(m_far_box);
    m_hour =
        new NumberField(tr("Hour"), tr("12 where the figure faces, 3 on its own right (your left)"),
                        {0, 12, 2, {}, false}, m_far_box);
    m_hour->setObjectName(QStringLiteral("hour"));
    m_height = new NumberField(tr("Height"), tr("Degrees above the horizon; negative is below"),
                               {-90, 90, 0, QStringLiteral("°"), false}, m_far_box);
    m_height->setObjectName(QStringLiteral("height"));
    m_far_radius = new NumberField(
        tr("Softness of its shadows"),
        tr("Angular radius in degrees: the moon and the sun have 0.25, a cloudy moon some 5"),
        {0.05, 30, 2, QStringLiteral("°"), true}, m_far_box);
    layout->addWidget(m_hour);
    layout->addWidget(m_height);
    layout->addWidget(m_far_radius);
    connectNumber(*m_hour, tr("Move light"), DirectionKey, [](Light& light, double value) {
        if (auto* far = std::get_if<FarLight>(&light.kind)) {
            far->direction.hour = value >= 12.0 ? 0.0 : value;
        }
    });
    connectNumber(*m_height, tr("Move light"), DirectionKey, [](Light& light, double value) {
        if (auto* far = std::get_if<FarLight>(&light.kind)) far->direction.height_deg = value;
    });
    connectNumber(*m_far_radius, tr("Softness"), FarRadiusKey, [](Light& light, double value) {
        if (auto* far = std::get_if<FarLight>(&light.kind)) far->radius_deg = value;
    });
    column().addWidget(m_far_box);
}

void LightsPanel::buildLamp() {
    m_lamp_box = new QWidget(this);
    QVBoxLayout* layout = boxLayout(m_lamp_box);
    m_reach = new NumberField(
        tr("Reach of the glow"),
        tr("Distance in mm at which the glow adds less than a just visible step to the rest of "
           "the light. Sets the strength."),
        {1, 200, 1, tr(" mm"), true}, m_lamp_box);
    m_reach->setObjectName(QStringLiteral("reach"));
    layout->addWidget(m_reach);
    connect(m_reach, &NumberField::valueEdited, this, [this](double value) {
        if (!m_showing) setReach(value);
    });
    connect(m_reach, &NumberField::editingFinished, &m_document, &Document::endGesture);
    m_lamp_radius = new NumberField(tr("Radius of the ball"), tr("Size of what glows, in mm"),
                                    {0.1, 30, 2, tr(" mm"), true}, m_lamp_box);
    layout->addWidget(m_lamp_radius);
    connectNumber(*m_lamp_radius, tr("Size of lamp"), LampRadiusKey,
                  [](Light& light, double value) {
                      if (auto* lamp = std::get_if<Lamp>(&light.kind)) lamp->radius_mm = value;
                  });

    auto* place = new QLabel(tr("Place, mm: to its left, behind, up"), m_lamp_box);
    layout->addWidget(place);
    auto* row = new QHBoxLayout;
    static constexpr std::array<const char*, 3> kNames = {
        QT_TR_NOOP("Place towards the figure's left, mm"), QT_TR_NOOP("Place towards its back, mm"),
        QT_TR_NOOP("Place upward, mm")};
    for (int axis = 0; axis < 3; ++axis) {
        auto* box = new QDoubleSpinBox(m_lamp_box);
        box->setRange(-2000, 2000);
        box->setDecimals(1);
        box->setKeyboardTracking(false);
        box->setButtonSymbols(QAbstractSpinBox::NoButtons);
        box->setAccessibleName(tr(kNames.at(static_cast<std::size_t>(axis))));
        box->setToolTip(tr(kNames.at(static_cast<std::size_t>(axis))));
        m_position[axis] = box;
        row->addWidget(box);
        connect(box, &QDoubleSpinBox::valueChanged, this, [this, axis](double value) {
            change(tr("Move lamp"), PositionKey, [&](Light& light) {
                if (auto* lamp = std::get_if<Lamp>(&light.kind)) {
                    lamp->centre_mm[axis] = static_cast<float>(value);
                }
            });
        });
        connect(box, &QDoubleSpinBox::editingFinished, &m_document, &Document::endGesture);
    }
    layout->addLayout(row);
    auto* click = new QPushButton(tr("Place on the figure by a click"), m_lamp_box);
    click->setObjectName(QStringLiteral("placeLamp"));
    click->setToolTip(
        tr("Then click the spot. Or drag the lamp's ring on the figure; with Shift "
           "it keeps to the surface."));
    connect(click, &QPushButton::clicked, this, &LightsPanel::placeLampRequested);
    layout->addWidget(click);
    layout->addWidget(new QLabel(tr("Part that is this lamp's own glass or flame"), m_lamp_box));
    m_own_part = new QComboBox(m_lamp_box);
    m_own_part->setObjectName(QStringLiteral("ownPart"));
    m_own_part->setAccessibleName(tr("Part that glows"));
    m_own_part->setToolTip(tr("It does not block the light and is painted as the source"));
    layout->addWidget(m_own_part);
    connect(m_own_part, &QComboBox::activated, this, [this](int index) {
        change(tr("Part that glows"), 0, [&](Light& light) {
            light.own_parts.clear();
            if (index > 0) light.own_parts.push_back(static_cast<PartIndex>(index - 1));
        });
    });
    column().addWidget(m_lamp_box);
}

void LightsPanel::buildColour() {
    m_colour_source = new QComboBox(this);
    m_colour_source->setAccessibleName(tr("How the colour of the light is given"));
    m_colour_source->addItems({tr("Colour by temperature"), tr("Colour chosen")});
    m_colour_source->setToolTip(tr("Candle 1900 K, lamp 2700 K, daylight 6500 K; or any colour"));
    column().addWidget(m_colour_source);
    connect(m_colour_source, &QComboBox::activated, this, [this](int index) {
        change(tr("Colour of light"), 0,
               [&](Light& light) { light.colour.source = static_cast<ColourSource>(index); });
    });
    m_kelvin =
        new NumberField(tr("Temperature"), tr("Kelvin: low is warm and red, high is cold and blue"),
                        {1000, 12000, 0, tr(" K"), true}, this);
    m_kelvin->setObjectName(QStringLiteral("kelvin"));
    column().addWidget(m_kelvin);
    connectNumber(*m_kelvin, tr("Temperature"), KelvinKey,
                  [](Light& light, double value) { light.colour.kelvin = value; });
    m_colour = new ColourField(tr("Colour"), tr("Colour of the light itself"), this);
    column().addWidget(m_colour);
    connect(m_colour, &ColourField::colourEdited, this, [this](const Srgb& colour) {
        change(tr("Colour of light"), ColourKey, [&](Light& light) {
            light.colour.source = ColourSource::Chosen;
            light.colour.chosen = colour;
        });
    });
    connect(m_colour, &ColourField::editingFinished, &m_document, &Document::endGesture);
}

const Light* LightsPanel::selected() const {
    const std::size_t index = m_document.selectedLight();
    const std::vector<Light>& lights = m_document.plan().lights;
    return index < lights.size() ? &lights[index] : nullptr;
}

void LightsPanel::change(const QString& text, int key, const std::function<void(Light&)>& change) {
    if (m_showing) return;
    m_document.editLight(m_document.selectedLight(), text, change, key);
}

void LightsPanel::connectNumber(NumberField& field, const QString& text, int key,
                                const std::function<void(Light&, double)>& set) {
    connect(&field, &NumberField::valueEdited, this, [this, text, key, set](double value) {
        change(text, key, [&](Light& light) { set(light, value); });
    });
    connect(&field, &NumberField::editingFinished, &m_document, &Document::endGesture);
}

void LightsPanel::setReach(double reach_mm) {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const std::size_t index = m_document.selectedLight();
    if (evaluated == nullptr || index >= evaluated->plan.lights.size()) return;
    const double rest = restOfLight(evaluated->plan, evaluated->results.reach, index);
    change(tr("Reach of lamp"), ReachKey, [&](Light& light) {
        const Glow glow = glowOf(m_document.plan(), light);
        light.strength = std::clamp(strengthForReach(glow, reach_mm, rest), 0.01, 1000.0);
    });
}

void LightsPanel::refresh(Aspect aspect) {
    if (aspect == Aspect::Values || aspect == Aspect::Colours) return;
    fillList();
    showLight();
}

void LightsPanel::fillList() {
    const QSignalBlocker quiet(m_list);
    const std::vector<Light>& lights = m_document.plan().lights;
    while (m_list->count() > static_cast<int>(lights.size())) delete m_list->takeItem(0);
    while (m_list->count() < static_cast<int>(lights.size())) m_list->addItem(new QListWidgetItem);
    for (std::size_t l = 0; l < lights.size(); ++l) {
        QListWidgetItem* item = m_list->item(static_cast<int>(l));
        item->setText(
            QStringLiteral("%1  ·  %2").arg(q(lights[l].name), tr(kindName(lights[l].kind))));
        item->setIcon(dotIcon(lights[l]));
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(lights[l].on ? Qt::Checked : Qt::Unchecked);
    }
    m_list->setCurrentRow(lights.empty() ? -1 : static_cast<int>(m_document.selectedLight()));
}

void LightsPanel::showLight() {
    m_chart->showPlan(m_document.plan(), m_document.selectedLight());
    const Light* light = selected();
    for (QWidget* box : {m_sky_box, m_far_box, m_lamp_box}) box->setVisible(false);
    m_remove->setEnabled(light != nullptr);
    for (QWidget* control :
         std::initializer_list<QWidget*>{m_name, m_strength, m_colour_source, m_kelvin, m_colour}) {
        control->setEnabled(light != nullptr);
    }
    if (light == nullptr) {
        m_from->setText(tr("No lights yet. Add one above."));
        return;
    }
    m_showing = true;
    QString from = q(whereFrom(*light, m_document.plan().figure->bounds(),
                               ownBounds(m_document.plan(), *light)));
    from[0] = from[0].toUpper();
    m_from->setText(from + QStringLiteral("."));
    m_name->setText(q(light->name));
    m_strength->setValue(light->strength);
    m_colour_source->setCurrentIndex(static_cast<int>(light->colour.source));
    m_kelvin->setVisible(light->colour.source == ColourSource::Temperature);
    m_colour->setVisible(light->colour.source == ColourSource::Chosen);
    m_kelvin->setValue(light->colour.kelvin);
    m_colour->setColour(light->colour.chosen);
    showKind(*light);
    m_showing = false;
    showReach();
}

void LightsPanel::showKind(const Light& light) {
    if (const auto* sky = std::get_if<Sky>(&light.kind)) {
        m_sky_box->setVisible(true);
        m_sky_kind->setCurrentIndex(static_cast<int>(sky->kind));
        m_sharpness->setVisible(sky->kind == SkyKind::Zenithal);
        m_sharpness->setValue(sky->sharpness);
    } else if (const auto* far = std::get_if<FarLight>(&light.kind)) {
        m_far_box->setVisible(true);
        m_hour->setValue(far->direction.hour);
        m_height->setValue(far->direction.height_deg);
        m_far_radius->setValue(far->radius_deg);
    } else {
        const Lamp& lamp = std::get<Lamp>(light.kind);
        m_lamp_box->setVisible(true);
        m_lamp_radius->setValue(lamp.radius_mm);
        for (int axis = 0; axis < 3; ++axis) {
            m_position[axis]->setValue(static_cast<double>(lamp.centre_mm[axis]));
        }
        fillOwnPart(light);
    }
}

void LightsPanel::fillOwnPart(const Light& light) {
    m_own_part->clear();
    m_own_part->addItem(tr("none: a light in the air"));
    for (const Part& part : m_document.plan().parts) m_own_part->addItem(q(part.name));
    m_own_part->setCurrentIndex(light.own_parts.empty() ? 0 : light.own_parts.front() + 1);
}

void LightsPanel::showReach() {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    const std::size_t index = m_document.selectedLight();
    const Light* light = selected();
    if (evaluated == nullptr || light == nullptr || index >= evaluated->plan.lights.size()) return;
    if (!isNear(light->kind)) return;
    m_showing = true;
    m_reach->setValue(reachOf(glowOf(m_document.plan(), *light), light->strength,
                              restOfLight(evaluated->plan, evaluated->results.reach, index)));
    m_showing = false;
}

}  // namespace glaukophos
