// The rack is edited as anywhere else, so that it can be undone.
#include "app/bench/mix_answers.h"

#include <QHBoxLayout>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>

#include "app/stages/colours/swatch_dialog.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "core/io/work_files.h"

namespace glaukophos {

MixAnswers::MixAnswers(Document& document, QWidget* parent)
    : QWidget(parent), m_document(document) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* row = new QHBoxLayout;
    row->addWidget(new QLabel(tr("It came out"), this));
    const auto button = [&](const char* object, const QString& text, const QString& tip,
                            const std::function<void()>& run) {
        auto* made = new QPushButton(text, this);
        made->setObjectName(q(object));
        made->setToolTip(tip);
        made->setFocusPolicy(Qt::NoFocus);  // the space bar belongs to the work
        row->addWidget(made);
        connect(made, &QPushButton::clicked, this, run);
    };
    button("cameOutAsSaid", tr("as said"), tr("Nothing is changed"),
           [this] { take(CameOut::AsSaid); });
    button("cameOutLighter", tr("lighter"),
           tr("The pot in it that least is known of is taken to be weaker; mixes to come follow"),
           [this] { take(CameOut::Lighter); });
    button("cameOutDarker", tr("darker"),
           tr("The pot in it that least is known of is taken to be stronger; mixes to come follow"),
           [this] { take(CameOut::Darker); });
    button("cameOutDabs", tr("three dabs …"),
           tr("A photograph beside a grey card of that pot alone, in four and in ten of white"),
           [this] { takeDabs(); });
    row->addStretch(1);
    column->addLayout(row);
    m_changed = new QLabel(this);
    m_changed->setObjectName(QStringLiteral("benchChanged"));
    m_changed->setWordWrap(true);
    m_changed->hide();
    column->addWidget(m_changed);
}

const Work* MixAnswers::work() const {
    const EvaluatedPtr& evaluated = m_document.evaluated();
    return evaluated == nullptr || evaluated->desk == nullptr ? nullptr : &evaluated->desk->work;
}

void MixAnswers::setStep(const Step* step) {
    m_recipe = step == nullptr ? Recipe{} : step->recipe;
    setVisible(!m_recipe.drops.empty());
}

void MixAnswers::take(CameOut came_out) {
    if (work() == nullptr || m_recipe.drops.empty()) return;
    const MixingRack& rack = work()->rack;
    const auto correction = correctionFor(rack, m_recipe, came_out);
    if (!correction) {
        m_changed->setText(tr("As said: its pots are as the rack has them."));
        m_changed->show();
        return;
    }
    correct(*correction, q(inWords(rack, *correction)));
}

void MixAnswers::takeDabs() {
    if (work() == nullptr || m_recipe.drops.empty()) return;
    const MixingRack& rack = work()->rack;
    const std::size_t pot = leastKnown(rack, m_recipe);
    PotCorrection correction{pot, rack.paints[pot]};
    const SwatchReading reading =
        askForSwatch(this, [this](const QString& message) { emit problem(message); });
    if (!reading) return;
    reading(correction.corrected);
    correct(correction, tr("%1 is now as the dabs show it.").arg(q(correction.corrected.name)));
}

void MixAnswers::correct(const PotCorrection& correction, const QString& words) {
    m_before.clear();
    for (const Step& step : work()->steps) m_before[step.key] = recipeWords(*work(), step);
    m_correction = words;
    m_document.edit(tr("Pot corrected"), Aspect::Colours, [&](Plan& plan) {
        const std::string& name = correction.corrected.name;
        const auto pot = std::ranges::find(plan.rack, name, &Paint::name);
        if (pot != plan.rack.end()) *pot = correction.corrected;
    });
    m_awaited = m_document.plan().rack;
    m_changed->setText(words);
    m_changed->show();
}

void MixAnswers::showResults(const Evaluated& evaluated, const BenchLog& log) {
    if (m_correction.isEmpty() || evaluated.plan.rack != m_awaited) return;
    QStringList changed;
    for (const Step& step : evaluated.desk->work.steps) {
        const auto before = m_before.find(step.key);
        const bool painted = std::ranges::any_of(log.done, [&](const CoatDone& done) {
            return !done.steps.empty() && isKnownAs(step, done.steps.front());
        });
        if (painted || before == m_before.end()) continue;
        if (before->second != recipeWords(evaluated.desk->work, step)) changed << q(step.title);
    }
    constexpr qsizetype kNamed = 3;
    const QString first = changed.mid(0, kNamed).join(QStringLiteral("; "));
    const qsizetype more = changed.size() - kNamed;
    m_changed->setText(
        changed.isEmpty()
            ? tr("%1 No mix that is still to be painted changes.").arg(m_correction)
            : tr("%1 %2 to come changed: %3%4")
                  .arg(m_correction,
                       counted(static_cast<int>(changed.size()), tr("mix"), tr("mixes")), first,
                       more > 0 ? tr(", and %1 more.").arg(more) : QStringLiteral(".")));
    m_correction.clear();
}

}  // namespace glaukophos
