#include "core/review/photo_light.h"

#include <algorithm>

#include "core/base/within.h"

namespace glaukophos {

std::vector<float> irradianceUnder(const PhotoLight& light, const Receivers& receivers,
                                   const Occluders& occluders, std::span<const float> under_sky,
                                   const Progress& progress) {
    std::vector<float> sum(receivers.count(), 0.0F);
    const auto add = [&](std::span<const float> of, double strength) {
        for (std::size_t i = 0; i < sum.size() && i < of.size(); ++i) {
            sum[i] += static_cast<float>(strength) * of[i];
        }
    };
    if (light.fill > 0.0 && !under_sky.empty()) {
        add(under_sky, light.fill);
    } else if (light.fill > 0.0) {
        Light sky;
        sky.kind = Sky{SkyKind::Uniform, 0.0};
        add(irradiance(sky, receivers, occluders, Accuracy::Reference, progress), light.fill);
    }
    for (const PhotoLamp& lamp : light.lamps) {
        Light far;
        far.kind = FarLight{lamp.direction, lamp.half_angle_deg};
        add(irradiance(far, receivers, occluders, Accuracy::Soft, progress), lamp.strength);
    }
    if (progress.stopped()) return {};
    return sum;
}

double irradianceOnOpenTable(const PhotoLight& light) {
    double sum = light.fill;
    for (const PhotoLamp& lamp : light.lamps) {
        sum += lamp.strength * std::max(0.0F, towards(lamp.direction).z());
    }
    return sum;
}

std::string problemWith(const PhotoLight& light) {
    for (const PhotoLamp& lamp : light.lamps) {
        if (!within(lamp.direction.height_deg, -90.0, 90.0)) {
            return "The height of a lamp lies between -90 and 90 degrees.";
        }
        if (!within(lamp.half_angle_deg, 0.25, 30.0)) {
            return "A lamp's half angle lies between 0.25 and 30 degrees.";
        }
        if (!within(lamp.strength, 0.0, 1000.0)) {
            return "The strength of a lamp lies between 0 and 1000.";
        }
    }
    if (!within(light.fill, 0.0, 1000.0)) return "The fill lies between 0 and 1000.";
    return light.lamps.empty() && light.fill <= 0.0 ? "Without any light there is no photograph."
                                                    : "";
}

}  // namespace glaukophos
