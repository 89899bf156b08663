// Accumulates jittered frames until the picture is smooth or something newer is asked for.
#include "app/jobs/picture_maker.h"

#include "app/widgets/band_numbers.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/screen_profile.h"

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
        m_frame_form = form;
        m_frame_camera = request.camera;
    }
    return m_frame;
}

void PictureMaker::make(const PictureRequest& request,
                        const NewestWins<PictureRequest>::Turn& turn) {
    const Figure& figure = *request.evaluated->plan.figure;
    PixelGrid grid = request.grid;
    if (request.moving) grid = {std::max(1, grid.width / 2), std::max(1, grid.height / 2)};
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
            QImage picture = toQImage(encoded(accumulation, figure, request.camera, look));
            bringToScreen(picture);
            if (request.look.overlay == Overlay::Bands && !request.moving) {
                constexpr int kNumber_px = 11;
                paintBandNumbers(picture, bandLabels(figure, m_frame, look, kNumber_px - 3), look,
                                 kNumber_px);
            }
            emit pictureReady(picture, request.number, last && !request.moving);
        }
        if (turn.isOver()) return;
    }
}

}  // namespace glaukophos
