// Pots are named by where they stand between shadow and light.
#include "app/stages/colours/pots_page.h"

#include <QPainter>
#include <algorithm>

#include "app/view/pictured_part.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/plan/shared_ladders.h"

namespace glaukophos {
namespace {

constexpr int kReachedLine_px = 18;
constexpr int kReachedRow_px = 2 * kReachedLine_px + 8;
constexpr int kSample_px = 34;

constexpr std::array<std::array<int, 2>, 5> kBetween = {{{1, 1}, {2, 1}, {1, 2}, {3, 1}, {1, 3}}};

// What a pot is called by its place among `count`.
QString potName(std::size_t pot, std::size_t count) {
    if (pot == 0) return QObject::tr("Shadow");
    if (pot + 1 == count) return QObject::tr("Light");
    if (count == 3) return QObject::tr("Middle");
    if (count == 4) return pot == 1 ? QObject::tr("Low middle") : QObject::tr("High middle");
    return std::array{QObject::tr("Low"), QObject::tr("Middle"), QObject::tr("High")}.at(pot - 1);
}

}  // namespace

ReachedList::ReachedList(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("reachedList"));
    setAccessibleName(tr("Lightness wanted and reached"));
    setToolTip(tr("Each pair: the colour wanted, and what the pots give there"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

QSize ReachedList::sizeHint() const {
    return {240, std::max(kReachedRow_px, kReachedRow_px * static_cast<int>(m_rows.size()))};
}

QStringList ReachedList::rows() const {
    QStringList all;
    for (const Row& row : m_rows) {
        all << QStringLiteral("%1: %2: %3").arg(row.band, row.lightness, row.mix);
    }
    return all;
}

void ReachedList::setPart(const Evaluated& evaluated, PartIndex part) {
    m_rows.clear();
    if (evaluated.mixes != nullptr && part < evaluated.mixes->parts.size()) {
        const Mixes& mixes = *evaluated.mixes;
        const Ladder& ladder = evaluated.appearance->ladders[part];
        const std::vector<BandMix>& bands = mixes.parts[part].bands;
        for (std::size_t b = bands.size(); b-- > 0;) {
            if (!bands[b].present) continue;
            const Recipe& recipe = bands[b].recipe;
            const Lab& wanted = ladder[b].target;
            m_rows.push_back({q(bandName(b, bands.size())), qColour(displayable(wanted)),
                              qColour(displayable(recipe.colour)),
                              tr("%1 light wanted, %2 reached")
                                  .arg(wanted.L, 0, 'f', 0)
                                  .arg(recipe.colour.L, 0, 'f', 0),
                              bands[b].joined        ? tr("as the band below")
                              : recipe.drops.empty() ? tr("the bare primer")
                                                     : shortRecipe(mixes.rack, recipe)});
        }
    }
    updateGeometry();
    update();
}

void ReachedList::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    const Theme& t = currentTheme();
    int y = 0;
    for (const Row& row : m_rows) {
        painter.fillRect(QRect(0, y, kSample_px, kReachedRow_px - 8), row.wanted);
        painter.fillRect(QRect(kSample_px, y, kSample_px, kReachedRow_px - 8), row.reached);
        const QRect words(2 * kSample_px + 8, y, width() - 2 * kSample_px - 8, kReachedLine_px);
        const auto line = [&](const QString& text, const QRect& at, const QColor& ink) {
            painter.setPen(ink);
            painter.drawText(at, Qt::AlignVCenter,
                             painter.fontMetrics().elidedText(text, Qt::ElideRight, at.width()));
        };
        line(QStringLiteral("%1: %2").arg(row.band, row.lightness), words, t.text);
        line(row.mix, words.translated(0, kReachedLine_px), t.soft_text);
        y += kReachedRow_px;
    }
}

PotsPage::PotsPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Colours) {
    m_part = addCaption("potsPart");
    addSharing();
    addPots();
    addProposals();
    addSection(tr("What comes out"));
    m_reached = new ReachedList(this);
    column().addWidget(m_reached);
    m_remarks = addCaption("potsRemarks");
    column().addStretch(1);
}

void PotsPage::addSharing() {
    m_apart = new QCheckBox(tr("A ladder of its own"), this);
    m_apart->setObjectName(QStringLiteral("ownLadder"));
    m_apart->setToolTip(
        tr("Parts of one colour and material are painted from one ladder, unless you part them"));
    column().addWidget(m_apart);
    connect(m_apart, &QCheckBox::toggled, this, [this](bool apart) {
        const auto part = document().selectedPart();
        if (!part) return;
        change(tr("Own ladder"), [&](Plan& plan) { plan.parts.at(*part).own_ladder = apart; });
    });
}

void PotsPage::addPots() {
    m_own = new QCheckBox(tr("From my own pots"), this);
    m_own->setObjectName(QStringLiteral("ownPots"));
    m_own->setToolTip(tr("Two to five pots from your rack; what lies between is mixed from them"));
    column().addWidget(m_own);
    connect(m_own, &QCheckBox::toggled, this, [this](bool own) {
        if (isShowing()) return;
        if (own && !m_proposed.empty()) return takeProposal(0);
        changeSharing(tr("Own pots"), [&](Part& part) {
            part.pots.reset();
            const std::vector<Paint>& rack = document().plan().rack;
            if (!own || rack.size() < 2) return;
            part.pots = PotLadder{{rack[0].name, rack[1].name}};
        });
    });
    m_editor = new QWidget(this);
    auto* grid = new QGridLayout(m_editor);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setVerticalSpacing(5);
    grid->setColumnStretch(1, 1);
    for (std::size_t i = 0; i < m_pots.size(); ++i) {
        auto* box = new QComboBox(m_editor);
        box->setObjectName(QStringLiteral("pot%1").arg(i + 1));
        box->setToolTip(tr("From your rack; the primer is left bare"));
        box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        box->setMinimumContentsLength(10);
        box->setAccessibleName(tr("Pot %1, dark to light").arg(i + 1));
        m_names.at(i) = new QLabel(m_editor);
        m_names.at(i)->setBuddy(box);
        m_pots.at(i) = box;
        grid->addWidget(m_names.at(i), static_cast<int>(i), 0);
        grid->addWidget(box, static_cast<int>(i), 1);
        connect(box, &QComboBox::activated, this,
                [this, i](int row) { setPot(i, m_pots.at(i)->itemData(row).toString()); });
    }
    m_between = new QComboBox(m_editor);
    m_between->setObjectName(QStringLiteral("potsBetween"));
    m_between->setAccessibleName(tr("Between two pots"));
    m_between->setToolTip(tr("Parts of the darker to parts of the lighter of two neighbours"));
    for (const auto& ratio : kBetween) {
        m_between->addItem(tr("%1 dark : %2 light").arg(ratio[0]).arg(ratio[1]));
    }
    const auto last = static_cast<int>(m_pots.size());
    grid->addWidget(new QLabel(tr("Between"), m_editor), last, 0);
    grid->addWidget(m_between, last, 1);
    connect(m_between, &QComboBox::activated, this, [this](int index) {
        changeSharing(tr("Between two pots"), [&](Part& part) {
            if (!part.pots) return;
            part.pots->darker_parts = kBetween.at(static_cast<std::size_t>(index))[0];
            part.pots->lighter_parts = kBetween.at(static_cast<std::size_t>(index))[1];
        });
    });
    m_more = newButton("morePots", tr("One pot more"), tr("Up to five, dark to light"));
    m_fewer = newButton("fewerPots", tr("One fewer"), tr("Takes the lightest away"));
    grid->addWidget(m_fewer, last + 1, 0);
    grid->addWidget(m_more, last + 1, 1);
    column().addWidget(m_editor);
    const auto count = [this] {
        const auto part = document().selectedPart();
        const auto& pots = document().plan().parts.at(part.value_or(0)).pots;
        return pots ? pots->pots.size() : std::size_t{0};
    };
    connect(m_more, &QPushButton::clicked, this, [this, count] { setCount(count() + 1); });
    connect(m_fewer, &QPushButton::clicked, this, [this, count] { setCount(count() - 1); });
}

void PotsPage::addProposals() {
    addSection(tr("Three from my rack"));
    for (std::size_t i = 0; i < m_proposals.size(); ++i) {
        auto* button = new CardButton(this);
        button->setObjectName(QStringLiteral("potProposal%1").arg(i + 1));
        button->setAccessibleName(tr("Proposal %1").arg(i + 1));
        button->setToolTip(tr("Takes these pots for this ladder"));
        column().addWidget(button);
        m_proposals.at(i) = button;
        connect(button, &QPushButton::clicked, this, [this, i] { takeProposal(i); });
    }
}

void PotsPage::changeSharing(const QString& text, const std::function<void(Part&)>& alter) {
    const auto chosen = document().selectedPart();
    if (!chosen) return;
    change(text, [&](Plan& plan) {
        const std::vector<std::size_t> shared = sharedLadders(plan);
        for (std::size_t p = 0; p < plan.parts.size(); ++p) {
            if (shared[p] == shared[*chosen]) alter(plan.parts[p]);
        }
    });
}

void PotsPage::setPot(std::size_t pot, const QString& name) {
    changeSharing(tr("Pot"), [&](Part& part) {
        if (part.pots && pot < part.pots->pots.size()) part.pots->pots[pot] = name.toStdString();
    });
}

void PotsPage::setCount(std::size_t count) {
    if (count < kFewestPots || count > m_pots.size()) return;
    changeSharing(tr("Number of pots"), [&](Part& part) {
        if (!part.pots) return;
        std::vector<std::string>& pots = part.pots->pots;
        const std::string last = pots.back();
        pots.resize(count, last);
    });
}

void PotsPage::takeProposal(std::size_t which) {
    if (which >= m_proposed.size()) return;
    changeSharing(tr("Proposed pots"), [&](Part& part) { part.pots = m_proposed[which].pots; });
}

void PotsPage::showPlan(const Plan& plan) {
    const auto chosen = document().selectedPart();
    const bool any = chosen && *chosen < plan.parts.size();
    setEnabled(any);
    if (!any) {
        m_part->setText(tr("Choose a part on the figure: its ladder is set here."));
        m_editor->hide();
        return;
    }
    const Part& part = plan.parts[*chosen];
    QStringList others;
    const std::vector<std::size_t> shared = sharedLadders(plan);
    for (std::size_t p = 0; p < plan.parts.size(); ++p) {
        if (p != *chosen && shared[p] == shared[*chosen]) others << q(plan.parts[p].name);
    }
    m_part->setText(others.isEmpty()
                        ? tr("The ladder of %1.").arg(q(part.name))
                        : tr("The ladder of %1, shared with %2, of the same colour and material.")
                              .arg(q(part.name), others.join(QStringLiteral(", "))));
    m_apart->setChecked(part.own_ladder);
    m_own->setChecked(part.pots.has_value());
    m_editor->setVisible(part.pots.has_value());
    if (!part.pots) return;
    const std::size_t count = part.pots->pots.size();
    for (std::size_t i = 0; i < m_pots.size(); ++i) {
        QComboBox* box = m_pots.at(i);
        const bool used = i < count;
        box->setVisible(used);
        m_names.at(i)->setVisible(used);
        if (!used) continue;
        m_names.at(i)->setText(potName(i, count));
        box->setAccessibleName(potName(i, count));
        box->clear();
        for (const Paint& paint : plan.rack) {
            if (!colours(paint)) continue;
            QPixmap swatch(16, 16);
            swatch.fill(qColour(paint.mass_tone));
            box->addItem(QIcon(swatch), q(paint.name), q(paint.name));
        }
        box->addItem(tr("the primer, left bare"), q(kPrimerPot));
        const int at = box->findData(q(part.pots->pots[i]));
        if (at < 0) box->addItem(tr("%1 (not in the rack)").arg(q(part.pots->pots[i])));
        box->setCurrentIndex(at < 0 ? box->count() - 1 : at);
    }
    for (std::size_t i = 0; i < kBetween.size(); ++i) {
        if (kBetween.at(i)[0] == part.pots->darker_parts &&
            kBetween.at(i)[1] == part.pots->lighter_parts) {
            m_between->setCurrentIndex(static_cast<int>(i));
        }
    }
    m_more->setEnabled(count < m_pots.size());
    m_fewer->setEnabled(count > kFewestPots);
}

void PotsPage::showResults(const Evaluated& evaluated) {
    const auto part = pictured(evaluated, document().selectedPart());
    if (!part || !document().selectedPart()) return;
    m_reached->setPart(evaluated, *part);
    m_proposed.clear();
    QStringList remarks;
    if (evaluated.mixes != nullptr) {
        m_proposed = proposedPots(evaluated.plan, evaluated.plan.parts[*part],
                                  evaluated.appearance->ladders[*part], evaluated.mixes->rack);
        for (const std::string& remark : evaluated.mixes->parts[*part].remarks) {
            remarks << q(remark);
        }
    }
    m_remarks->setText(remarks.join(QLatin1Char('\n')));
    for (std::size_t i = 0; i < m_proposals.size(); ++i) {
        const bool there = i < m_proposed.size();
        m_proposals.at(i)->setVisible(there);
        if (!there) continue;
        QStringList pots;
        for (const std::string& pot : m_proposed[i].pots.pots) pots << q(pot);
        m_proposals.at(i)->setWords(capital(q(m_proposed[i].name)),
                                    QStringLiteral(": ") + pots.join(QStringLiteral(", ")),
                                    q(m_proposed[i].reason));
    }
}

}  // namespace glaukophos
