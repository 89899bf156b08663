#include "app/jobs/primer_maker.h"

#include "core/pipeline/traces.h"

namespace glaukophos {

PrimerMaker::PrimerMaker(QObject* parent)
    : QObject(parent),
      m_runner(
          [this](const EvaluatedPtr& evaluated, const auto& turn) {
              const Traces& traces = *evaluated->traces;
              const BeforeGlow none;
              const bool fits =
                  traces.before_glow != nullptr && traces.before_glow_mixes == evaluated->mixes;
              const std::vector<PrimerChoice> choices = primerChoices(
                  evaluated->plan, *evaluated->appearance, *evaluated->mixes,
                  fits ? *traces.before_glow : none, *traces.ridges,
                  {turn.stop(), [this](double fraction) { emit progressed(fraction); }});
              if (!turn.isOver()) emit ready(choices);
          },
          [this](const QString&) { emit ready({}); }) {}

}  // namespace glaukophos
