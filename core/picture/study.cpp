// Read off a traced frame, since what neighbours what depends on the view.
#include "core/picture/study.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>

#include "core/geometry/at_hit.h"
#include "core/picture/look.h"
#include "core/picture/render.h"

namespace glaukophos {
namespace {

constexpr PixelGrid kGrid{420, 420};
constexpr int kMergeTile = 8;

struct Side {
    double sum = 0.0;
    int count = 0;
};

// Crossings of pixels by the border within one tile of the picture, to the right and downwards: the
// border is hypot of the two long there, as far as it is straight.
struct Crossings {
    int right = 0;
    int down = 0;
};

struct Border {
    std::vector<double> steps;  // L* between both sides, one entry a place along the border
    std::map<int, Crossings> tiles;
};

// What a pixel shows: a part and its painted L*.
struct SeenPixel {
    PartIndex part = 0;
    bool counts = false;
    float lightness = 0.0F;
};

std::vector<SeenPixel> seenIn(const Plan& plan, const Appearance& appearance,
                              const TracedFrame& frame) {
    const Figure& figure = *plan.figure;
    const std::vector<bool> sources = sourceParts(plan);
    std::vector<SeenPixel> seen(frame.pixels.size());
    for (std::size_t i = 0; i < seen.size(); ++i) {
        const PixelHit& hit = frame.pixels[i];
        if (hit.triangle == kNothing) continue;
        const Triangle& t = figure.surface.mesh.triangles[hit.triangle];
        const PartIndex part = figure.partShownBy(hit);
        const std::vector<float>& painted = appearance.values.painted;
        seen[i] = {part, !sources[part], atHit(painted, t, hit)};
    }
    return seen;
}

class Looker {
  public:
    Looker(std::vector<SeenPixel> seen, int radius_px)
        : m_seen(std::move(seen)), m_radius(radius_px) {}

    [[nodiscard]] const SeenPixel& at(int x, int y) const {
        const int pixel = y * kGrid.width + x;
        return m_seen[static_cast<std::size_t>(pixel)];
    }

    // The mean of each of two parts round a pixel; nothing when one of them is hardly there.
    [[nodiscard]] std::optional<double> stepAt(int x, int y, PartIndex a, PartIndex b) const {
        Side first;
        Side second;
        for (int dy = -m_radius; dy <= m_radius; ++dy) {
            for (int dx = -m_radius; dx <= m_radius; ++dx) {
                const int nx = x + dx;
                const int ny = y + dy;
                if (dx * dx + dy * dy > m_radius * m_radius) continue;
                if (nx < 0 || ny < 0 || nx >= kGrid.width || ny >= kGrid.height) continue;
                const SeenPixel& other = at(nx, ny);
                if (!other.counts || (other.part != a && other.part != b)) continue;
                Side& side = other.part == a ? first : second;
                side.sum += other.lightness;
                ++side.count;
            }
        }
        if (first.count < 4 || second.count < 4) return std::nullopt;
        return std::abs(first.sum / first.count - second.sum / second.count);
    }

  private:
    std::vector<SeenPixel> m_seen;
    int m_radius;
};

double lengthOf(const Border& border) {
    double length = 0.0;
    for (const auto& [tile, crossings] : border.tiles) {
        length += std::hypot(crossings.right, crossings.down);
    }
    return length;
}

double median(std::vector<double> values) {
    const auto middle = values.begin() + static_cast<std::ptrdiff_t>(values.size() / 2);
    std::ranges::nth_element(values, middle);
    return *middle;
}

}  // namespace

std::vector<Merge> mergesIn(const Plan& plan, const Appearance& appearance,
                            const ViewChoice& view) {
    const Figure& figure = *plan.figure;
    ViewChoice whole = view;
    whole.zoom = 1.0;
    whole.focus_mm.setZero();
    Camera camera = heldCamera(figure.bounds(), whole, kGrid);
    hideParts(camera, plan);
    const TracedFrame frame = traceFrame(figure, camera, kGrid, Eigen::Vector2f::Zero());
    const double px_per_mm = scaleOf(figure, camera, kGrid);
    const int radius = std::clamp(
        static_cast<int>(std::lround(0.5 * px_per_mm * squintBlur_mm(plan.values.squint))), 2, 24);
    const Looker looker(seenIn(plan, appearance, frame), radius);
    std::map<std::pair<PartIndex, PartIndex>, Border> borders;
    for (int y = 0; y + 1 < kGrid.height; ++y) {
        for (int x = 0; x + 1 < kGrid.width; ++x) {
            const SeenPixel& here = looker.at(x, y);
            for (const bool right : {true, false}) {
                const SeenPixel& other = right ? looker.at(x + 1, y) : looker.at(x, y + 1);
                if (!here.counts || !other.counts || here.part == other.part) continue;
                const auto key = std::minmax(here.part, other.part);
                const auto step = looker.stepAt(x, y, key.first, key.second);
                if (!step) continue;
                Border& border = borders[key];
                border.steps.push_back(*step);
                Crossings& tile = border.tiles[y / kMergeTile * kGrid.width + x / kMergeTile];
                ++(right ? tile.right : tile.down);
            }
        }
    }
    std::vector<Merge> merges;
    for (const auto& [parts, border] : borders) {
        const double length = lengthOf(border) / px_per_mm;
        const double step = median(border.steps);
        if (length < 2.0 || step >= plan.values.squint.least_step) continue;
        merges.push_back({parts.first, parts.second, step, length});
    }
    std::ranges::sort(merges, std::greater<>{}, &Merge::border_mm);
    return merges;
}

std::string inWords(const Plan& plan, const Merge& merge, const std::string& view_caption) {
    return fmt::format("{}: {} and {} run together, {:.0f} L* apart along {:.0f} mm", view_caption,
                       plan.parts[merge.first].name, plan.parts[merge.second].name, merge.step,
                       merge.border_mm);
}

std::vector<NamedView> studyViews() {
    std::vector<NamedView> views;
    for (const NamedView& view : namedViews()) {
        if (view.name != std::string_view("below") &&
            view.name != std::string_view("upside-down")) {
            views.push_back(view);
        }
    }
    return views;
}

}  // namespace glaukophos
