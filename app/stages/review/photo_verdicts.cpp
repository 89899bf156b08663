#include "app/stages/review/photo_verdicts.h"

#include "app/widgets/text.h"

namespace glaukophos {

PhotoVerdicts::PhotoVerdicts(PhotoDesk& desk, QObject* parent) : QObject(parent), m_desk(desk) {
    connect(&desk.document(), &Document::changed, this, [this](Aspect aspect) {
        const bool same_plan =
            aspect == Aspect::Steps || aspect == Aspect::Photographs || aspect == Aspect::Selection;
        if (same_plan) return;
        m_painted.clear();  // it was held against another plan
        if (aspect != Aspect::Everything) return emit changed();
        stop();
        m_lights.clear();
        m_last_light.reset();
        emit changed();
    });
    connect(&desk, &PhotoDesk::changed, this, &PhotoVerdicts::changed);
    connect(&m_judge, &PhotoJudge::judged, this, &PhotoVerdicts::take);
    connect(&m_judge, &PhotoJudge::progressed, this, &PhotoVerdicts::progressed);
    connect(&m_judge, &PhotoJudge::failed, this, [this](const QString& sentence) {
        m_busy = false;
        emit changed();
        emit problem(sentence);
    });
}

void PhotoVerdicts::start(JudgeRequest request) {
    const PlanPhotograph* photo = m_desk.photo();
    if (photo == nullptr) return emit problem(tr("Add a photograph first."));
    if (!photo->place) {
        return emit problem(tr("This photograph is not matched yet: go to Match first."));
    }
    request.bytes = photo->bytes;
    request.camera = photo->place->camera;
    request.figure = m_desk.document().plan().figure;
    m_busy = true;
    m_judge.request(std::move(request));
    emit changed();
}

void PhotoVerdicts::compare(const ComparisonChoice& choice) {
    JudgeRequest request;
    request.evaluated = m_desk.document().evaluated();
    request.choice = choice;
    if (request.evaluated == nullptr || request.evaluated->desk == nullptr) {
        return emit problem(
            tr("The steps of the plan are still being worked out: try again in a "
               "moment."));
    }
    start(std::move(request));
}

void PhotoVerdicts::findLight() { start({}); }

void PhotoVerdicts::stop() {
    if (!m_busy) return;
    m_judge.stop();
    m_busy = false;
    emit changed();
}

void PhotoVerdicts::take(const Verdict& verdict) {
    if (!m_busy) return;
    m_busy = false;
    if (verdict.light) {
        m_lights[verdict.bytes] = *verdict.light;
        m_last_light = verdict.bytes;
    } else {
        m_painted[verdict.bytes] = verdict;
    }
    emit changed();
}

const Verdict* PhotoVerdicts::painted() const {
    const PlanPhotograph* photo = m_desk.photo();
    const auto found = photo == nullptr ? m_painted.end() : m_painted.find(photo->bytes);
    return found == m_painted.end() ? nullptr : &found->second;
}

const LightFound* PhotoVerdicts::light() const {
    const PlanPhotograph* photo = m_desk.photo();
    const auto found = photo == nullptr ? m_lights.end() : m_lights.find(photo->bytes);
    return found == m_lights.end() ? nullptr : &found->second;
}

const LightFound* PhotoVerdicts::lastLight() const {
    const auto found = m_lights.find(m_last_light);
    return found == m_lights.end() ? nullptr : &found->second;
}

void PhotoVerdicts::takeFaults(std::size_t first, std::size_t count) {
    const Verdict* verdict = painted();
    if (verdict == nullptr) return;
    const std::vector<PaintedFault>& faults = verdict->faults;
    m_desk.document().edit(tr("Touch up"), Aspect::Steps, [&](Plan& plan) {
        for (std::size_t i = first; i < std::min(first + count, faults.size()); ++i) {
            takeUp(plan, faults[i]);
        }
    });
}

void PhotoVerdicts::takeLightFound() {
    const LightFound* found = light();
    if (found == nullptr) return;
    m_desk.document().edit(tr("Light of a photograph"), Aspect::Lights,
                           [&](Plan& plan) { takeLight(plan, found->light); });
}

}  // namespace glaukophos
