// A stroke or a line lies where it begins.
#include "core/plan/drawn_things.h"

#include <algorithm>

namespace glaukophos {
namespace {

bool begins(const std::vector<Vec3>& places, const ConcernsPlace& concerns) {
    return !places.empty() && concerns(places.front());
}

// Where a gradient is known by: from the rim its dark end does not count.
const Vec3& placeOf(const Gradient& gradient) { return gradient.light_mm; }

struct Carrier {
    const Stance& stance;
    const Vec3& shift;

    void go(Vec3& place) const { place = moved(place, stance, shift); }
    void turn(Vec3& direction) const { direction = stance.turn * direction; }
    void grow(double& length, double least, double most) const {
        length = std::clamp(length * stance.scale, least, most);
    }
    void go(std::vector<Vec3>& places) const {
        for (Vec3& place : places) go(place);
    }
    template <class Stroke>
    void goStroke(Stroke& stroke) const {
        go(stroke.points_mm);
        for (Vec3& normal : stroke.normals) turn(normal);
        grow(stroke.radius_mm, 0.1, 1000.0);
    }
};

}  // namespace

void carryDrawn(Plan& plan, const Stance& stance, const Vec3& shift,
                const ConcernsPlace& concerns) {
    const Carrier with{stance, shift};
    ValueChoices& values = plan.values;
    if (values.face && concerns(values.face->middle_mm)) {
        with.go(values.face->middle_mm);
        with.turn(values.face->facing);
        with.grow(values.face->radius_mm, 0.1, 1000.0);
    }
    for (Gradient& gradient : values.gradients) {
        if (!concerns(placeOf(gradient))) continue;
        with.go(gradient.dark_mm);
        with.go(gradient.light_mm);
    }
    for (Correction& correction : values.corrections) {
        if (begins(correction.points_mm, concerns)) with.goStroke(correction);
    }
    for (EdgeMark& mark : values.edge_lines.marks) {
        if (concerns(mark.point_mm)) with.go(mark.point_mm);
    }
    for (PaintedVolume& volume : plan.volumes) {
        if (!begins(volume.points_mm, concerns)) continue;
        with.goStroke(volume);
        with.grow(volume.height_mm, -kMostVolume_mm, kMostVolume_mm);
    }
    for (DrawnLine& line : plan.lines) {
        if (!begins(line.anchors_mm, concerns)) continue;
        with.go(line.anchors_mm);
        with.grow(line.cell_mm, 0.5, 100.0);
        with.grow(line.height_mm, 0.1, 1000.0);
    }
}

void dropDrawn(Plan& plan, const ConcernsPlace& concerns) {
    ValueChoices& values = plan.values;
    if (values.face && concerns(values.face->middle_mm)) values.face.reset();
    std::erase_if(values.gradients, [&](const Gradient& g) { return concerns(placeOf(g)); });
    std::erase_if(values.corrections,
                  [&](const Correction& c) { return begins(c.points_mm, concerns); });
    std::erase_if(values.edge_lines.marks,
                  [&](const EdgeMark& mark) { return concerns(mark.point_mm); });
    std::erase_if(plan.volumes,
                  [&](const PaintedVolume& volume) { return begins(volume.points_mm, concerns); });
    std::erase_if(plan.lines,
                  [&](const DrawnLine& line) { return begins(line.anchors_mm, concerns); });
}

}  // namespace glaukophos
