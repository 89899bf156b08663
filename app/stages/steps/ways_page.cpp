// Each way is drawn as a row of layers, from the first to the last.
#include "app/stages/steps/ways_page.h"

#include <QPainter>

#include "app/widgets/entry_names.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/text.h"
#include "core/work/part_steps.h"

namespace glaukophos {
namespace {

// A bar of a layer: where it begins and ends across the picture, and how light it is.
struct Bar {
    double from;
    double to;
    int grey;
    QColor tint;  // over the grey; invalid: none
    bool hatched = false;
};

Image drawn(const std::vector<Bar>& bars) {
    const PixelGrid grid = ChoiceCards::pictureGrid();
    QImage picture(grid.width, grid.height, QImage::Format_RGB888);
    picture.fill(QColor(0x60, 0x60, 0x60));
    QPainter painter(&picture);
    painter.setRenderHint(QPainter::Antialiasing);
    const double height = static_cast<double>(grid.height - 8) / static_cast<double>(bars.size());
    double bottom = grid.height - 4.0;
    for (const Bar& bar : bars) {
        const QRectF rect(5 + (grid.width - 10) * bar.from, bottom - height + 1,
                          (grid.width - 10) * (bar.to - bar.from), height - 2);
        const QColor colour = bar.tint.isValid() ? bar.tint : QColor(bar.grey, bar.grey, bar.grey);
        if (bar.hatched) {
            painter.setPen(QPen(colour, 1.6));
            for (double x = rect.left(); x < rect.right(); x += 4.0) {
                painter.drawLine(QPointF(x, rect.bottom()), QPointF(x + 3, rect.top()));
            }
        } else {
            painter.fillRect(rect, colour);
        }
        bottom -= height;
    }
    painter.end();
    Image image{grid.width, grid.height, {}};
    for (int y = 0; y < grid.height; ++y) {
        const uchar* line = picture.constScanLine(y);
        image.rgb.insert(image.rgb.end(), line, line + 3 * static_cast<std::ptrdiff_t>(grid.width));
    }
    return image;
}

std::vector<Image> wayPictures() {
    const QColor blue(0x3c, 0x6e, 0xa8);
    return {
        drawn({{0, 1, 30, {}}, {0.3, 1, 85, {}}, {0.55, 1, 150, {}}, {0.78, 1, 220, {}}}),
        drawn({{0, 1, 125, {}}, {0, 0.35, 75, {}}, {0, 0.18, 30, {}}, {0.7, 1, 215, {}}}),
        drawn({{0, 1, 60, {}}, {0.35, 1, 130, {}}, {0.65, 1, 215, {}}, {0, 1, 0, blue}}),
        drawn({{0, 1, 45, {}},
               {0.3, 1, 110, {}, true},
               {0.55, 1, 170, {}, true},
               {0.78, 1, 230, {}, true}}),
        drawn({{0, 1, 235, {}}, {0, 0.72, 165, {}}, {0, 0.45, 100, {}}, {0, 0.2, 40, {}}}),
        drawn({{0, 1, 110, {}}, {0.35, 1, 225, {}}, {0.35, 0.62, 165, {}}, {0, 0.25, 50, {}}}),
    };
}

std::vector<Image> glowPictures() {
    const QColor deep(0x6a, 0x2c, 0x14);
    const QColor orange(0xc8, 0x62, 0x1e);
    const QColor pale(0xf6, 0xc8, 0x80);
    return {
        drawn({{0, 1, 40, {}}, {0.25, 1, 0, deep}, {0.5, 1, 0, orange}, {0.75, 1, 0, pale}}),
        drawn({{0, 1, 40, {}}, {0.7, 1, 240, {}}, {0.25, 1, 0, deep}, {0.5, 1, 0, orange}}),
        drawn({{0, 1, 40, {}}, {0.2, 1, 0, deep}, {0.48, 1, 0, orange}, {0, 0.22, 25, {}, true}}),
    };
}

}  // namespace

WaysPage::WaysPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Steps), m_scope_words(addCaption("waysScope")) {
    m_ways = new ChoiceCards("buildUp", buildUps(), this);
    m_ways->setPictures(wayPictures());
    column().addWidget(m_ways);
    connect(m_ways, &ChoiceCards::chosen, this, [this](std::size_t index) {
        const auto part = this->document().selectedPart();
        change(tr("Building up"), [&](Plan& plan) {
            const auto way = static_cast<BuildUp>(index);
            if (part) {
                plan.parts.at(*part).build_up = way;
            } else {
                plan.steps.build_up = way;
            }
        });
    });
    m_as_plan = newButton("wayAsPlan", tr("As the rest of the figure"),
                          tr("The chosen part is painted like all others again"));
    column().addWidget(m_as_plan);
    connect(m_as_plan, &QPushButton::clicked, this, [this] {
        const auto part = this->document().selectedPart();
        if (!part) return;
        change(tr("As the plan"), [&](Plan& plan) { plan.parts.at(*part).build_up.reset(); });
    });
    m_blending = addChoice(
        "blending", tr("Borders"), tr("What is done about the borders between layers"),
        namesOf(blendings()),
        [](Plan& plan, int index) { plan.steps.blending = static_cast<Blending>(index); });
    addSection(tr("Glows"));
    m_glows = new ChoiceCards("glowBuildUp", glowBuildUps(), this);
    m_glows->setPictures(glowPictures());
    column().addWidget(m_glows);
    connect(m_glows, &ChoiceCards::chosen, this, [this](std::size_t index) {
        change(tr("Glow"), [&](Plan& plan) { plan.steps.glow = static_cast<GlowBuildUp>(index); });
    });
    m_order = addChoice(
        "partOrder", tr("Parts"), tr("Which part is painted first"), namesOf(partOrders()),
        [](Plan& plan, int index) { plan.steps.order = static_cast<PartOrder>(index); });
    m_recesses = addChoice("recesses", tr("Recesses"), tr("What is done to them beyond the light"),
                           namesOf(recessWays()), [](Plan& plan, int index) {
                               plan.steps.recesses = static_cast<Recesses>(index);
                           });
    m_varnished = addCheck("varnished", tr("Varnish by part at the end"),
                           tr("Matt over all, satin and gloss where the material has it"),
                           tr("Varnish"), [](Plan& plan, bool on) { plan.steps.varnished = on; });
    column().addStretch(1);
}

void WaysPage::showPlan(const Plan& plan) {
    const auto part = document().selectedPart();
    const bool own = part && plan.parts.at(*part).build_up.has_value();
    m_scope_words->setText(
        part ? tr("How %1 is built up%2. Click beside the figure for the whole of it.")
                   .arg(q(plan.parts.at(*part).name), own ? tr(", in a way of its own") : QString())
             : tr("How the figure is built up. Choose a part for one way of its own."));
    m_ways->setChosen(
        static_cast<std::size_t>(part ? buildUpOf(plan, *part) : plan.steps.build_up));
    m_blending->setCurrentIndex(static_cast<int>(plan.steps.blending));
    m_blending->setToolTip(tr(blendings().at(static_cast<std::size_t>(plan.steps.blending)).about));
    m_glows->setChosen(static_cast<std::size_t>(plan.steps.glow));
    m_order->setCurrentIndex(static_cast<int>(plan.steps.order));
    m_order->setToolTip(tr(partOrders().at(static_cast<std::size_t>(plan.steps.order)).about));
    m_recesses->setCurrentIndex(static_cast<int>(plan.steps.recesses));
    m_recesses->setToolTip(
        tr(recessWays().at(static_cast<std::size_t>(plan.steps.recesses)).about));
    m_varnished->setChecked(plan.steps.varnished);
    m_as_plan->setVisible(own);
}

}  // namespace glaukophos
