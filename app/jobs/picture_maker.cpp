// Accumulates jittered frames until the picture is smooth or something newer is asked for.
#include "app/jobs/picture_maker.h"

#include "app/widgets/band_numbers.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/screen_profile.h"
#include "core/pipeline/traces.h"

namespace glaukophos {
namespace {

constexpr int kFrames = 24;

bool worthShowing(int frames) {
    return frames == 1 || frames == 3 || frames == 8 || frames == kFrames;
}

}  // namespace

PictureMaker::PictureMaker(QObject* parent)
    : QObject(parent),
      m_runner([this](const PictureRequest& request,
                      const NewestWins<PictureRequest>::Turn& turn) { make(request, turn); },
               [this](const QString& sentence) { emit failed(sentence); }) {}

namespace {

// The corners of all triangles that a frame shows.
std::vector<bool> seenIn(const TracedFrame& frame, const Figure& figure) {
    std::vector<bool> seen(figure.vertexCount(), false);
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle == kNothing) continue;
        for (const std::uint32_t v : figure.surface.mesh.triangles[hit.triangle]) seen[v] = true;
    }
    return seen;
}

}  // namespace

const Look& PictureMaker::lookFor(const PictureRequest& request, const TracedFrame& frame) {
    const bool known = m_look_of == request.evaluated && m_look_choice == request.look;
    // A look of one frame alone fits no other.
    if (!known || !m_look.seen.empty()) {
        const Figure& figure = *request.evaluated->plan.figure;
        m_look = lookOf(request.evaluated->plan, *request.evaluated->appearance, request.look,
                        *request.evaluated->marks,
                        request.moving ? seenIn(frame, figure) : std::vector<bool>{});
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
        m_seen.reset();
        m_frame_form = form;
        m_frame_camera = request.camera;
    }
    return m_frame;
}

void PictureMaker::seeFor(const PictureRequest& request, const TracedFrame& frame) {
    const Evaluated& last = *request.evaluated;
    const Traces& now = *last.traces;
    const bool known = m_seen && m_seen_traces->table == now.table &&
                       m_seen_traces->raised == now.raised &&
                       m_seen->figure->labels == last.plan.figure->labels;
    if (known) return;
    std::vector<bool> shown(last.plan.figure->surface.labels.size(), false);
    for (const PixelHit& hit : frame.pixels) {
        if (hit.triangle != kNothing) shown[hit.triangle] = true;
    }
    m_seen = seenFigure(last, shown);
    m_seen_traces = last.traces;
    m_seen_frame = frame;
    for (PixelHit& hit : m_seen_frame.pixels) {
        if (hit.triangle != kNothing) hit.triangle = m_seen->triangle_at[hit.triangle];
    }
}

QImage PictureMaker::follow(const PictureRequest& request, const PixelGrid& grid) {
    seeFor(request, firstFrame(request, grid));
    const auto result = followed(*request.ahead, *request.evaluated, *m_seen);
    if (!result) return {};
    Marks marks;  // the others are of the light before
    marks.drawn = request.evaluated->marks->drawn;
    const Look look = lookOf(result->plan, result->appearance, request.look, marks, m_seen->shown);
    Accumulation accumulation;
    addFrame(accumulation, *m_seen->figure, request.camera, m_seen_frame, look, request.shade);
    return toQImage(doubled(encoded(accumulation, *m_seen->figure, request.camera, look),
                            request.grid.width, request.grid.height));
}

void PictureMaker::make(const PictureRequest& request,
                        const NewestWins<PictureRequest>::Turn& turn) {
    const Figure& figure = *request.evaluated->plan.figure;
    PixelGrid grid = request.grid;
    if (request.moving) grid = {(grid.width + 1) / 2, (grid.height + 1) / 2};
    if (request.ahead != nullptr) {
        QImage picture = follow(request, grid);
        if (picture.isNull()) return;  // it comes with its results
        bringToScreen(picture);
        emit pictureReady(picture.convertToFormat(QImage::Format_RGB32), request.number, false);
        return;
    }
    const Look& look = lookFor(request, firstFrame(request, grid));
    const int frames = request.moving ? 1 : kFrames;
    Accumulation accumulation;
    while (accumulation.frames < frames) {
        if (accumulation.frames == 0) {
            addFrame(accumulation, figure, request.camera, firstFrame(request, grid), look,
                     request.shade);
        } else {
            addFinerFrame(accumulation, figure, request.camera, look, request.shade);
        }
        const bool last = accumulation.frames == frames;
        if (worthShowing(accumulation.frames) || last) {
            Image made = encoded(accumulation, figure, request.camera, look);
            if (request.moving) made = doubled(made, request.grid.width, request.grid.height);
            QImage picture = toQImage(made);
            bringToScreen(picture);
            if (request.look.overlay == Overlay::Bands && !request.moving) {
                constexpr int kNumber_px = 11;
                paintBandNumbers(picture, bandLabels(figure, m_frame, look, kNumber_px - 3), look,
                                 kNumber_px);
            }
            emit pictureReady(picture.convertToFormat(QImage::Format_RGB32), request.number,
                              last && !request.moving);
        }
        if (turn.isOver()) return;
    }
}

}  // namespace glaukophos
