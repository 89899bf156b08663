#include "app/stages/review/pairs_page.h"

#include <QHBoxLayout>

#include "app/view/place_tool.h"
#include "app/widgets/text.h"
#include "core/photo/camera_fit.h"
#include "core/photo/proposed_places.h"

namespace glaukophos {
namespace {

constexpr std::size_t kWanted = 6;

}  // namespace

std::vector<double> PairsPage::missesOf(const PlanPhotograph& photo) {
    std::vector<double> misses;
    if (!photo.place) return misses;
    for (const PhotoPair& pair : photo.pairs) {
        misses.push_back(missOf(
            photo.place->camera,
            Sighting{pair.point_mm.cast<double>(), pair.pixel, Eigen::Vector2d::Zero(), 1.0}));
    }
    return misses;
}

bool PairsPage::isOff(const PlanPhotograph& photo, double miss_px) {
    constexpr double kOff = 0.009;  // of the long side
    return photo.place && miss_px > kOff * photo.place->camera.longSide();
}

PairsPage::PairsPage(PhotoDesk& desk, FigureView& view, QWidget* parent)
    : PlanPage(desk.document(), parent, Aspect::Photographs), m_desk(desk), m_view(view) {
    addCaption("pairsWords")
        ->setText(tr("For the plan to lie on the photograph, the program must know where the "
                     "camera stood. Turn the figure about as the photograph shows it and find the "
                     "ringed places there, six or more, far apart."));
    auto* row = new QHBoxLayout;
    m_propose = newButton("proposePlace", tr("Propose a place"),
                          tr("Rings a tip of the figure that can be seen from here"));
    m_place =
        newButton("choosePlace", tr("Choose one"), tr("Click a place of the figure yourself"));
    m_place->setCheckable(true);
    row->addWidget(m_propose, 1);
    row->addWidget(m_place, 1);
    column().addLayout(row);
    m_next = addCaption("nextPlace");
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("pairs"));
    m_list->setAccessibleName(tr("Pairs"));
    m_list->setToolTip(tr("Choose one to see its place on the figure"));
    m_list->setFixedHeight(150);
    column().addWidget(m_list);
    m_remove = newButton("removePair", tr("Remove this pair"), tr("If it is off, click it again"));
    column().addWidget(m_remove);
    m_match = newButton("matchPairs", tr("Match by these places"),
                        tr("Where the camera stood, then finer by the edges of the figure"));
    m_alone = newButton("matchAlone", tr("Look for it without clicks"),
                        tr("For a figure that stands upright and is seen whole; some seconds"));
    column().addWidget(m_match);
    column().addWidget(m_alone);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName(QStringLiteral("matchProgress"));
    m_progress->setAccessibleName(tr("How far the match is"));
    m_progress->setRange(0, 100);
    column().addWidget(m_progress);
    m_remark = addCaption("matchRemark");
    column().addStretch(1);
    connect(m_propose, &QPushButton::clicked, this, &PairsPage::propose);
    connect(m_place, &QPushButton::clicked, this, &PairsPage::choosePlace);
    connect(m_remove, &QPushButton::clicked, this, &PairsPage::removePair);
    connect(m_match, &QPushButton::clicked, this,
            [this] { m_desk.isMatching() ? m_desk.stopMatching() : m_desk.matchByPairs(); });
    connect(m_alone, &QPushButton::clicked, this,
            [this] { m_desk.isMatching() ? m_desk.stopMatching() : m_desk.matchAlone(); });
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int at) {
        const PlanPhotograph* photo = m_desk.photo();
        if (isShowing() || photo == nullptr || at < 0) return;
        const Vec3& place = photo->pairs[static_cast<std::size_t>(at)].point_mm;
        m_view.showPlace(place, place - document().plan().figure->bounds().centre());
    });
    connect(&desk, &PhotoDesk::changed, this, [this] {
        m_passed.clear();
        refresh();
    });
    connect(&desk, &PhotoDesk::askedChanged, this, &PairsPage::refresh);
    connect(&desk, &PhotoDesk::matchingChanged, this, &PairsPage::refreshState);
    connect(&desk, &PhotoDesk::progressed, this,
            [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
}

void PairsPage::propose() {
    const PlanPhotograph* photo = m_desk.photo();
    if (photo == nullptr) return;
    if (m_desk.asked()) m_passed.push_back(*m_desk.asked());
    std::vector<Vec3> taken = m_passed;
    for (const PhotoPair& pair : photo->pairs) taken.push_back(pair.point_mm);
    const auto places = proposedPlaces(*document().plan().figure, m_view.camera().eye_mm, taken, 1);
    if (places.empty()) return;
    m_desk.ask(places.front().point_mm);
}

void PairsPage::choosePlace() {
    if (!m_place->isChecked()) return m_view.layDownTool();
    m_view.takeTool(std::make_unique<PlaceTool>(
        m_view, tr("Click a place that you can find in the photograph"),
        [this](const SurfacePoint& place, const QPointF&) { m_desk.ask(place.point_mm); }));
}

void PairsPage::removePair() {
    if (m_list->currentRow() >= 0) {
        m_desk.removePair(static_cast<std::size_t>(m_list->currentRow()));
    }
}

void PairsPage::hideEvent(QHideEvent* event) {
    m_desk.forgetAsked();
    PlanPage::hideEvent(event);
}

void PairsPage::refreshState() {
    const PlanPhotograph* photo = m_desk.photo();
    const bool matching = m_desk.isMatching();
    m_progress->setVisible(matching);
    if (matching) m_progress->setValue(0);
    m_propose->setEnabled(photo != nullptr && !matching);
    m_place->setEnabled(photo != nullptr && !matching);
    m_match->setEnabled(photo != nullptr && (matching || photo->pairs.size() >= kLeastPairs));
    m_match->setText(matching ? tr("Stop") : tr("Match by these places"));
    m_alone->setEnabled(photo != nullptr && !matching);
    QString remark = m_desk.remark();
    if (remark.isEmpty() && photo != nullptr && photo->place) {
        remark = tr("Matched: %1 % of the figure's edges lie on edges of the photograph.")
                     .arg(100.0 * photo->place->agreement, 0, 'f', 0);
    }
    m_remark->setText(remark);
    m_remark->setVisible(!remark.isEmpty());
}

void PairsPage::showPlan(const Plan& /*plan*/) {
    const PlanPhotograph* photo = m_desk.photo();
    m_list->clear();
    if (photo != nullptr) {
        const std::vector<double> misses = missesOf(*photo);
        for (std::size_t i = 0; i < photo->pairs.size(); ++i) {
            QString text = tr("Place %1").arg(i + 1);
            if (!misses.empty()) {
                text += isOff(*photo, misses[i]) ? tr(": off by %1 pixels, click it again")
                                                 : tr(": fits within %1 pixels");
                text = text.arg(misses[i], 0, 'f', 1);
            }
            m_list->addItem(text);
        }
    }
    m_remove->setEnabled(photo != nullptr && !photo->pairs.empty());
    m_place->setChecked(m_view.holdsTool());
    const std::size_t pairs = photo != nullptr ? photo->pairs.size() : 0;
    if (photo == nullptr) {
        m_next->setText(tr("Add a photograph first."));
    } else if (m_desk.asked()) {
        m_next->setText(
            tr("Now click the ringed place in the photograph. Not to be seen there? "
               "Propose another."));
    } else if (pairs < kWanted) {
        m_next->setText(tr("%1 of %2 places are paired.").arg(pairs).arg(kWanted));
    } else {
        m_next->setText(tr("%1 places are paired: that is enough.").arg(pairs));
    }
    refreshState();
}

}  // namespace glaukophos
