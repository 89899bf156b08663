// A card a finding; one button turns the figure to it, one cures it.
#include "app/stages/steps/findings_page.h"

#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/wrapping_row.h"
#include "core/pipeline/stage_keys.h"

namespace glaukophos {
namespace {

// What a cure changes.
Aspect aspectOf(Mistake mistake) {
    switch (mistake) {
        case Mistake::UnseenGlow:
        case Mistake::LikeLights:
        case Mistake::NoBack:
            return Aspect::Lights;
        case Mistake::LighterThanSource:
        case Mistake::NoShrinking:
        case Mistake::Ringed:
        case Mistake::CloseValues:
        case Mistake::EdgesAlike:
            return Aspect::Values;
        case Mistake::LostDetail:
        case Mistake::WeakFocus:
            return Aspect::Parts;
        case Mistake::DarkInGlow:
            return Aspect::Everything;
        case Mistake::LargeStep:
        case Mistake::PinkRed:
        case Mistake::MoonAlive:
        case Mistake::ColdShadow:
        case Mistake::OverGlazed:
            break;
    }
    return Aspect::Colours;
}

}  // namespace

FindingsPage::FindingsPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent, Aspect::Steps),
      m_view(view),
      m_summary(addCaption("findingsSummary")),
      m_cards(new QWidget(this)) {
    column().addWidget(m_cards);
    column().addStretch(1);
}

void FindingsPage::showResults(const Evaluated& evaluated) {
    if (evaluated.desk == nullptr) {
        if (m_shown == nullptr) m_summary->setText(tr("The plan is being looked through …"));
        return;
    }
    if (m_shown == evaluated.desk) return;
    m_shown = evaluated.desk;
    m_found_in = deskKey(evaluated.plan);
    auto* cards = new QWidget(this);
    auto* list = new QVBoxLayout(cards);
    list->setContentsMargins(0, 0, 0, 0);
    list->setSpacing(6);
    column().replaceWidget(m_cards, cards);
    m_cards->deleteLater();
    m_cards = cards;
    const std::vector<Finding>& findings = m_shown->findings;
    if (!m_shown->problem.empty() && m_shown->work.steps.empty()) {
        m_summary->setText(q(m_shown->problem));
    } else if (findings.empty()) {
        m_summary->setText(
            tr("Nothing found. Sixteen rules were measured on the plan: %1.").arg([] {
                QStringList names;
                for (const Rule& entry : rules()) {
                    names << tr(entry.name).toLower();
                }
                return names.join(QStringLiteral("; "));
            }()));
    } else {
        m_summary->setText(
            tr("%1 of sixteen rules. Each was measured; \"Show\" turns the figure to it.")
                .arg(counted(static_cast<int>(findings.size()), tr("finding"), tr("findings"))));
    }
    for (const Finding& finding : findings) addCard(evaluated, finding);
}

void FindingsPage::addCard(const Evaluated& evaluated, const Finding& finding) {
    const Rule& entry = ruleOf(finding.mistake);
    auto* card = new QFrame(m_cards);
    card->setObjectName(QStringLiteral("findingCard"));
    card->setProperty("grave", finding.grave);
    auto* rows = new QVBoxLayout(card);
    rows->setContentsMargins(9, 6, 9, 8);
    rows->setSpacing(4);
    auto* words = new QLabel(card);
    words->setWordWrap(true);
    words->setTextFormat(Qt::RichText);
    words->setText(tr("<b>%1</b>%2<br>%3")
                       .arg(tr(entry.name).toHtmlEscaped(),
                            finding.grave ? QString() : tr(" · worth a look"),
                            q(finding.what).toHtmlEscaped()));
    rows->addWidget(words);
    auto* more = new QLabel(
        QStringLiteral("%1 %2").arg(tr(entry.threshold), tr("Cure: %1").arg(tr(entry.cure))), card);
    more->setObjectName(QStringLiteral("why_%1_words").arg(q(entry.key)));
    more->setProperty("caption", true);
    more->setWordWrap(true);
    more->hide();
    rows->addWidget(more);
    auto* buttons = new WrappingRow(0, 5, card);
    auto* why = new QPushButton(tr("Why"), card);
    why->setObjectName(QStringLiteral("why_%1").arg(q(entry.key)));
    why->setToolTip(tr("Where the line is drawn, and what mends it"));
    why->setCheckable(true);
    buttons->add(why);
    connect(why, &QPushButton::toggled, more, &QLabel::setVisible);
    auto* show = new QPushButton(tr("Show"), card);
    show->setObjectName(QStringLiteral("show_%1").arg(q(entry.key)));
    show->setEnabled(finding.vertex.has_value());
    show->setToolTip(tr("Turn the figure there and ring the place"));
    buttons->add(show);
    if (finding.vertex) {
        const Surface& surface = evaluated.plan.figure->surface;
        const Vec3 place = surface.mesh.positions_mm[*finding.vertex];
        const Vec3 normal = surface.normals[*finding.vertex];
        connect(show, &QPushButton::clicked, this,
                [this, place, normal] { m_view.showPlace(place, normal); });
    }
    if (*entry.button != '\0') {
        auto* mend = new QPushButton(tr(entry.button), card);
        mend->setObjectName(QStringLiteral("cure_%1").arg(q(entry.key)));
        mend->setToolTip(tr("Changes the plan; undo takes it back"));
        buttons->add(mend);
        connect(mend, &QPushButton::clicked, this, [this, finding] { cureIt(finding); });
    }
    rows->addWidget(buttons);
    m_cards->layout()->addWidget(card);
}

void FindingsPage::cureIt(const Finding& finding) {
    // The part or light that it names may be another by now, or gone.
    if (deskKey(document().plan()) != m_found_in) {
        m_summary->setText(tr("The plan has changed since; it is being looked through again."));
        return;
    }
    m_view.forgetPlace();
    document().edit(tr("Cure: %1").arg(tr(ruleOf(finding.mistake).name)), aspectOf(finding.mistake),
                    [&](Plan& plan) { cure(plan, finding); });
}

}  // namespace glaukophos
