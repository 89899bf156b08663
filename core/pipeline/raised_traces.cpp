#include "core/pipeline/raised_traces.h"

namespace glaukophos {
namespace {

void setRaised(Traces& traces, std::shared_ptr<const RaisedForm> raised) {
    traces.raised = std::move(raised);
    traces.raised_table.reset();
    traces.sky.reset();
    traces.sky_rounds = 0;
}

}  // namespace

void forgetVolumes(Traces& traces) {
    traces.volumes.clear();
    setRaised(traces, nullptr);
}

void turnVolumes(const Plan& plan, Traces& traces) {
    if (traces.volumes == plan.volumes) return;
    forgetVolumes(traces);
    if (plan.volumes.empty()) return;
    traces.volumes = plan.volumes;
    setRaised(traces,
              std::make_shared<const RaisedForm>(turnedForm(*plan.figure->form, plan.volumes)));
}

bool isRaised(const Plan& plan, const Traces& traces) {
    return plan.volumes.empty() || (traces.volumes == plan.volumes && traces.raised != nullptr &&
                                    traces.raised->occluders != nullptr);
}

bool raiseVolumes(const Plan& plan, Traces& traces, const Progress& progress) {
    if (plan.volumes.empty()) return true;
    if (!isRaised(plan, traces)) {
        auto raised = raisedForm(*plan.figure->form, plan.volumes);
        if (!raised) return false;
        traces.volumes = plan.volumes;
        setRaised(traces, std::make_shared<const RaisedForm>(std::move(*raised)));
    }
    const int rounds = traces.table->rounds;
    if (traces.raised_table != nullptr && traces.raised_table->rounds == rounds) return true;
    const SkyTable none;
    SkyTable over = skyOver(*traces.raised, *traces.table,
                            traces.raised_table != nullptr ? *traces.raised_table : none,
                            plan.figure->form->receivers().offset_mm, progress);
    if (over.rounds != rounds) return false;
    traces.raised_table = std::make_shared<const SkyTable>(std::move(over));
    return true;
}

LitForm litBy(const Plan& plan, const Traces& traces) {
    return traces.raised != nullptr ? litAsRaised(*plan.figure, *traces.raised)
                                    : litAsItIs(*plan.figure);
}

const SkyTable& skyOver(const Traces& traces) {
    return traces.raised_table != nullptr ? *traces.raised_table : *traces.table;
}

}  // namespace glaukophos
