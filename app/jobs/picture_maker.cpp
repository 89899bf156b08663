// Accumulates jittered frames until the picture is smooth or something newer is asked for.
#include "app/jobs/picture_maker.h"

#include <QElapsedTimer>
#include <array>

#include "app/widgets/band_numbers.h"
#include "app/widgets/screen_profile.h"
#include "core/base/precedence.h"
#include "core/picture/shown_surface.h"
#include "core/pipeline/traces.h"

namespace glaukophos {
namespace {

constexpr int kFrames = 16;
// How moving pictures are made: by how much their pixels are larger, and how many rays a place
// sends to a light. Less is done where a sharp picture is only changed and that would take longer
// than the hand can wait.
struct Effort {
    int times = 1;
    std::uint32_t rays = 0;
};
constexpr std::array<Effort, 3> kEfforts = {{{2, 3}, {2, 2}, {3, 2}}};
constexpr int kCoarser = kEfforts.front().times;
constexpr qint64 kPatience_ms = 40;
constexpr int kLate = 10;                       // in a row: a change of size is seen
constexpr std::chrono::milliseconds kHalt{80};  // after which the hand is seen to halt
// After which there is time for what the first picture of a drag would have to wait for.
constexpr std::chrono::milliseconds kLeisure{1500};

// A rough picture is better than none, but not than one that is sharp already.
bool worthShowing(int frames, bool sharp_before) {
    return frames == 6 || frames == kFrames || (!sharp_before && (frames == 1 || frames == 3));
}

// Nothing is drawn in it that moves with the light.
bool isSmooth(const LookChoice& look) {
    const bool smooth = look.overlay == Overlay::Colours || look.overlay == Overlay::Values ||
                        look.overlay == Overlay::Reach || look.overlay == Overlay::Squint;
    return smooth && !look.in_steps && !look.lone_band;
}

// Mixes, steps and what else keeps the appearance do not show: see appearanceKey.
bool looksAlike(const Evaluated& one, const Evaluated& other) {
    return one.appearance == other.appearance && one.marks == other.marks;
}

}  // namespace

bool showsTheSame(const PictureRequest& a, const PictureRequest& b) {
    return a.ahead == nullptr && b.ahead == nullptr && a.moving == b.moving && a.grid == b.grid &&
           a.camera == b.camera && a.look == b.look && a.shade == b.shade &&
           looksAlike(*a.evaluated, *b.evaluated) && a.evaluated->complete == b.evaluated->complete;
}

PictureMaker::PictureMaker(QObject* parent)
    : QObject(parent),
      m_moving{Accuracy::Preview, kCoarser, kEfforts.front().rays, {}, {}, {}},
      m_halted{Accuracy::Soft, kCoarser, 0, {}, {}, {}},
      m_runner(
          [this](const PictureRequest& request, const NewestWins<PictureRequest>::Turn& turn) {
              runFirst([&] { make(request, turn); });  // pictures come before results
          },
          [this](const QString& sentence) { emit failed(sentence); }) {}

const Look& PictureMaker::lookFor(const PictureRequest& request, const TracedFrame& frame) {
    const bool known = m_look_of != nullptr && m_look_choice == request.look &&
                       looksAlike(*m_look_of, *request.evaluated);
    // A look of one frame alone fits no other.
    if (!known || !m_look.seen.empty()) {
        const Figure& figure = *request.evaluated->plan.figure;
        m_look = lookOf(request.evaluated->plan, *request.evaluated->appearance, request.look,
                        *request.evaluated->marks,
                        request.moving ? shownSurface(frame, figure.surface, 0.0F).corners
                                       : std::vector<bool>{});
        m_look_of = request.evaluated;
        m_look_choice = request.look;
    }
    return m_look;
}

// While a light is dragged the view stays, and so does what each pixel shows.
const TracedFrame& PictureMaker::firstFrame(const PictureRequest& request, const PixelGrid& grid) {
    const auto& form = request.evaluated->plan.figure->form;
    if (m_frame_form != form || m_frame_camera != request.camera || m_frame.grid != grid) {
        m_frame = traceFrame(*request.evaluated->plan.figure, request.camera, grid, jitterOf(0));
        m_frame_form = form;
        m_frame_camera = request.camera;
    }
    return m_frame;
}

const PictureMaker::Seen& PictureMaker::seenFor(const PictureRequest& request, Following& way) {
    const PixelGrid grid = coarser(request.grid, way.times);
    const Evaluated& last = *request.evaluated;
    const Traces& now = *last.traces;
    const bool known = way.seen && way.seen->traces->table == now.table &&
                       way.seen->traces->raised == now.raised &&
                       way.seen->traces->form == now.form &&
                       way.seen->figure.figure->labels == last.plan.figure->labels &&
                       way.seen->camera == request.camera && way.seen->frame.grid == grid;
    if (known) return *way.seen;
    const Figure& figure = *last.plan.figure;
    TracedFrame frame = traceFrame(figure, request.camera, grid, jitterOf(0));
    findFloor(figure, request.camera, frame);
    const bool quick = way.accuracy == Accuracy::Preview;
    SeenFigure seen =
        seenFigure(last, shownSurface(frame, figure.surface, quick ? kHardlyTold : 0.0F),
                   quick ? kFewOfTheOthers : kManyOfTheOthers);
    for (PixelHit& hit : frame.pixels) {
        if (hit.triangle != kNothing) hit.triangle = seen.triangle_at[hit.triangle];
    }
    way.seen = Seen{std::move(seen), last.traces, request.camera, std::move(frame), {}};
    return *way.seen;
}

// Whether the last finished picture shows the same from the same place, so that only its light has
// moved; looks with drawn borders would keep the old ones.
bool PictureMaker::isSharpOf(const PictureRequest& request) const {
    if (!m_sharp) return false;
    const PictureRequest& of = m_sharp->of;
    const Plan& then = of.evaluated->plan;
    const Plan& now = request.evaluated->plan;
    return of.camera == request.camera && of.grid == request.grid && of.look == request.look &&
           of.shade == request.shade && then.figure->form == now.figure->form &&
           then.figure->labels == now.figure->labels && then.parts.size() == now.parts.size();
}

std::optional<Image> PictureMaker::pictureOf(const PictureRequest& request, const Plan& plan,
                                             const Evaluated& last, Following& way,
                                             const Progress& progress) {
    const SeenFigure& seen = way.seen->figure;
    const Finish finish = request.look.in_steps ? Finish::Quick : Finish::Colours;
    for (RecentShadows& recent : way.seen->recent_shadows) recent.rays = way.rays;
    const auto result =
        followed(plan, last, seen, way.accuracy, progress, &way.seen->recent_shadows, finish);
    if (!result) return std::nullopt;
    Marks marks;  // the others are of the light before
    marks.drawn = last.marks->drawn;
    const Look look = lookOf(result->plan, result->appearance, request.look, marks, seen.shown);
    Accumulation accumulation;
    addFrame(accumulation, *seen.figure, request.camera, way.seen->frame, look, request.shade);
    return encoded(accumulation, *seen.figure, request.camera, look);
}

bool PictureMaker::makeReady(const PictureRequest& request, Following& way,
                             const Progress& progress) {
    const Seen& seen = seenFor(request, way);
    if (progress.stopped()) return false;
    if (way.then || !isSharpOf(request)) return true;
    const Evaluated& then = *m_sharp->of.evaluated;
    way.then = pictureOf(request, then.plan, then, way, progress);
    if (!way.then) return false;
    way.how = enlargingBy(way.times, request.grid, m_sharp->things,
                          shownThings(seen.frame, seen.figure.figure->surface));
    return true;
}

std::optional<Image> PictureMaker::follow(const PictureRequest& request, const Plan& plan,
                                          Following& way, const Progress& progress) {
    if (!makeReady(request, way, progress)) return std::nullopt;
    const auto now = pictureOf(request, plan, *request.evaluated, way, progress);
    if (!now) return std::nullopt;
    if (!isSharpOf(request)) return enlarged(*now, enlargingBy(way.times, request.grid));
    return changed(m_sharp->picture, *way.then, *now, way.how);
}

std::optional<Image> PictureMaker::followMoving(const PictureRequest& request, const Plan& plan) {
    const bool sharp = isSharpOf(request);
    const bool first = !m_moving.then;  // takes longer, once a drag
    if (!sharp) moveWith(0);
    QElapsedTimer clock;
    clock.start();
    auto made = follow(request, plan, m_moving, {});
    m_late = sharp && !first && clock.elapsed() > kPatience_ms ? m_late + 1 : 0;
    if (m_late == kLate && m_effort + 1 < kEfforts.size()) moveWith(m_effort + 1);
    return made;
}

void PictureMaker::moveWith(std::size_t effort) {
    m_effort = effort;
    m_late = 0;
    m_moving.rays = kEfforts.at(effort).rays;
    if (m_moving.times == kEfforts.at(effort).times) return;
    m_moving.times = kEfforts.at(effort).times;
    m_moving.then.reset();  // its pixels were of another size
}

void PictureMaker::keepSharp(Image picture, const PictureRequest& request) {
    const Surface& surface = request.evaluated->plan.figure->surface;
    m_sharp = Sharp{std::move(picture), request, shownThings(m_frame, surface)};
    moveWith(0);
    m_moving.then.reset();
    m_halted.then.reset();
}

void PictureMaker::make(const PictureRequest& request,
                        const NewestWins<PictureRequest>::Turn& turn) {
    const Figure& figure = *request.evaluated->plan.figure;
    const PixelGrid grid = request.moving ? coarser(request.grid, kCoarser) : request.grid;
    const bool sharp_before = isSharpOf(request);
    if (request.ahead != nullptr || (request.moving && sharp_before)) {
        const Plan& plan = request.ahead != nullptr ? *request.ahead : request.evaluated->plan;
        if (const auto made = followMoving(request, plan)) {
            emit pictureReady(onScreen(*made), request.number, false);
            if (request.ahead == nullptr || !turn.restsFor(kHalt)) return;
            const auto fine = follow(request, plan, m_halted, {turn.stop(), {}});
            if (fine && !turn.isOver()) emit pictureReady(onScreen(*fine), request.number, false);
            return;
        }
        if (request.ahead != nullptr) return;  // it comes with its results
    }
    const Look& look = lookFor(request, firstFrame(request, grid));
    const int frames = request.moving ? 1 : kFrames;
    Accumulation accumulation;
    while (accumulation.frames < frames) {
        if (accumulation.frames == 0) {
            addFrame(accumulation, figure, request.camera, firstFrame(request, grid), look,
                     request.shade);
        } else {
            addFinerFrame(accumulation, figure, request.camera, look, request.shade,
                          &m_finer_frames);
        }
        const bool last = accumulation.frames == frames;
        if (worthShowing(accumulation.frames, sharp_before) || last) {
            Image made = encoded(accumulation, figure, request.camera, look);
            if (request.moving) made = enlarged(made, enlargingBy(kCoarser, request.grid));
            QImage picture = onScreen(made);
            if (last && !request.moving && isSmooth(request.look)) {
                keepSharp(std::move(made), request);
            }
            if (request.look.overlay == Overlay::Bands && !request.moving) {
                constexpr int kNumber_px = 11;
                paintBandNumbers(picture, bandLabels(figure, m_frame, look, kNumber_px - 3), look,
                                 kNumber_px);
            }
            emit pictureReady(picture, request.number, last && !request.moving);
        }
        if (turn.isOver()) return;
    }
    if (!request.moving && isSharpOf(request) && turn.restsFor(kLeisure)) {
        makeReady(request, m_moving, {turn.stop(), {}});
    }
}

}  // namespace glaukophos
