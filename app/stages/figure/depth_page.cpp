// Depths take seconds and are found off the interface thread; the limit is then free to move.
#include "app/stages/figure/depth_page.h"

#include <QVBoxLayout>

#include "app/widgets/text.h"
#include "core/geometry/ball_depth.h"
#include "core/plan/part_edits.h"

namespace glaukophos {
namespace {

constexpr double kUsualBall_mm = 1.0;
constexpr double kUsualDepth_mm = 0.25;
const Vec3 kShown(0.9F, 0.35F, 0.08F);  // linear RGB, warm like a glow in a crack

}  // namespace

DepthPage::DepthPage(Document& document, FigureView& view, QWidget* parent)
    : QWidget(parent),
      m_document(document),
      m_view(view),
      m_ball(new NumberField(tr("Ball"),
                             tr("Radius of a ball that is rolled over the figure: what it cannot "
                                "get into is a crack, a vent, a panel line"),
                             {0.2, 5.0, 2, tr(" mm"), true}, this)),
      m_deeper(new NumberField(tr("Deeper than"), tr("Below where the ball comes to"),
                               {0.02, 3.0, 2, tr(" mm"), true}, this)),
      m_status(new QLabel(this)),
      m_make(new QPushButton(tr("Make it a part"), this)),
      m_runner([this](const Request& request,
                      const NewestWins<Request>::Turn& turn) { work(request, turn); },
               [this](const QString& sentence) {
                   QMetaObject::invokeMethod(this,
                                             [this, sentence] { m_status->setText(sentence); });
               }) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    auto* why = new QLabel(tr("Roll a ball over the figure: what it cannot reach lies deep. As a "
                              "part of its own it can glow, be shaded alone or keep a glow off."),
                           this);
    why->setObjectName(QStringLiteral("caption"));
    why->setWordWrap(true);
    m_ball->setObjectName(QStringLiteral("depthBall"));
    m_ball->setValue(kUsualBall_mm);
    m_deeper->setObjectName(QStringLiteral("depthLimit"));
    m_deeper->setValue(kUsualDepth_mm);
    m_status->setObjectName(QStringLiteral("depthStatus"));
    m_status->setWordWrap(true);
    m_make->setObjectName(QStringLiteral("depthMake"));
    m_make->setToolTip(tr("Takes the area out of the parts it lies on; locked parts keep theirs"));
    for (QWidget* widget :
         std::initializer_list<QWidget*>{why, m_ball, m_deeper, m_status, m_make}) {
        column->addWidget(widget);
    }
    column->addStretch(1);
    connect(m_ball, &NumberField::editingFinished, this, &DepthPage::look);
    connect(m_deeper, &NumberField::valueEdited, this, &DepthPage::showArea);
    connect(m_make, &QPushButton::clicked, this, &DepthPage::makePart);
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (!m_entered || (aspect != Aspect::Everything && aspect != Aspect::Parts)) return;
        look();
        if (!m_depths_mm.empty()) showArea();
    });
}

void DepthPage::enter() {
    m_entered = true;
    look();
    showArea();
}

void DepthPage::leave() {
    if (!m_entered) return;
    m_entered = false;
    m_runner.forget();
    if (m_depths_mm.empty()) m_asked = {};
    m_view.setLayer(nullptr, {});
}

void DepthPage::look() {
    if (!m_entered || !m_document.isOpen()) return;
    const Request wanted{m_document.plan().figure->form, m_ball->value()};
    if (wanted.form == m_asked.form && wanted.radius_mm == m_asked.radius_mm) return;
    m_asked = wanted;
    m_depths_mm.clear();
    showArea();
    m_runner.request(wanted);
}

void DepthPage::work(const Request& request, const NewestWins<Request>::Turn& turn) {
    auto depths = depthsOf(*request.form, static_cast<float>(request.radius_mm), {turn.stop(), {}});
    if (!depths) return;
    QMetaObject::invokeMethod(
        this,
        [this, request, found = std::move(*depths)]() mutable {
            if (request.form != m_asked.form || request.radius_mm != m_asked.radius_mm) return;
            m_depths_mm = std::move(found);
            showArea();
        },
        Qt::QueuedConnection);
}

void DepthPage::showArea() {
    m_area = {};
    m_make->setEnabled(false);
    if (m_depths_mm.empty()) {
        m_status->setText(m_document.isOpen() ? tr("The ball is being rolled …") : QString());
    } else {
        m_area = deeperThan(*m_asked.form, m_depths_mm, m_deeper->value());
        m_make->setEnabled(!m_area.triangles.empty());
        m_status->setText(m_area.triangles.empty()
                              ? tr("Nothing lies that deep. Take a larger ball or a smaller depth.")
                              : tr("%1 mm² in %n places.", nullptr, static_cast<int>(m_area.pieces))
                                    .arg(m_area.area_mm2, 0, 'f', 1));
    }
    showOnFigure();
}

void DepthPage::showOnFigure() {
    if (!m_entered || !m_document.isOpen()) return;
    const Surface& surface = m_document.plan().figure->surface;
    if (m_depths_mm.empty() || m_document.plan().figure->form != m_asked.form) {
        m_view.setLayer(nullptr, {});
        return;
    }
    auto map = std::make_shared<LayerMap>();
    map->values.resize(surface.parts.size());
    for (std::size_t v = 0; v < map->values.size(); ++v) {
        map->values[v] = m_depths_mm[surface.whole_vertices[v]];
    }
    map->borders = {m_deeper->value()};
    map->inside = 1;
    map->parts.assign(m_document.plan().parts.size(), true);
    map->colour = kShown;
    m_view.setLayer(map, tr("Deeper than %1 mm").arg(m_deeper->value(), 0, 'f', 2));
}

void DepthPage::makePart() {
    if (m_area.triangles.empty()) return;
    std::optional<PartIndex> made;
    m_document.edit(tr("Depths as a part"), Aspect::Parts,
                    [&](Plan& plan) { made = partFrom(plan, "depths", m_area.triangles); });
    if (!made) {
        m_status->setText(tr("All of it belongs to locked parts: unlock them first."));
        return;
    }
    m_document.selectPart(made);
    m_status->setText(
        tr("It is a part now, “Depths”. Name it on the page Material; there it can "
           "take a glow or be kept from it."));
}

}  // namespace glaukophos
