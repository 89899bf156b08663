// Light of each entry of a plan on the whole figure, from the quickest source that is right.
#pragma once

#include "core/base/progress.h"
#include "core/light/bounce.h"
#include "core/light/irradiance.h"
#include "core/light/sky_table.h"
#include "core/lighting/raised_form.h"
#include "core/plan/plan.h"

namespace glaukophos {

// Irradiance of each light at every receiver of a figure as if its strength were 1 and it were on,
// so that a change of strength, colour or switch needs no ray.
struct Irradiance {
    std::vector<std::vector<float>> of_lights;
    std::vector<float> sky_visibility;  // 0..1: irradiance under a uniform sky, for pictures
    std::uint64_t sky_key = 0;          // differs where that does
    // Per receiver: no brush gets there (inside other parts, or flat on the floor); empty: none.
    std::vector<bool> hidden;
    std::vector<std::vector<float>> sprayed;  // by each coat of the underpainting: see sprayedOf
    // That light falls on, at the vertices: where volumes are painted, others than the surface's.
    std::vector<Vec3> normals;  // empty: the surface's own
    [[nodiscard]] std::span<const Vec3> normalsOn(const Surface& surface) const {
        return normals.empty() ? std::span<const Vec3>(surface.normals) : normals;
    }
};

// What light falls on and is stopped by.
struct LitForm {
    const Form& form;
    Receivers receivers;
    Occluders occluders;

    LitForm(const Form& of, const Receivers& on, const Occluders& by)
        : form(of), receivers(on), occluders(by) {}
};
LitForm litAsItIs(const Figure& figure);
// With painted volumes. Keeps references to both.
LitForm litAsRaised(const Figure& figure, const RaisedForm& raised);

// What a sky table says of a form, without any light.
struct SkySeen {
    OverForm visibility;       // as sky_visibility above
    std::uint64_t key = 0;     // differs where that does
    std::vector<bool> hidden;  // one entry a receiver of the form
};

// The same at the receivers of a form, before it is divided into parts.
struct FormIrradiance {
    std::vector<std::shared_ptr<const OverForm>> of_lights;
    std::shared_ptr<const SkySeen> sky;
    std::vector<OverForm> sprayed;
    std::shared_ptr<const RaisedForm> raised;  // null: nothing is
};

// Strength of each light that shines, 0 for the others.
std::vector<float> lightWeights(const Plan& plan);

// The sum of all lights at each receiver of the figure, each times its weight.
std::vector<float> sumOfLights(const Irradiance& irradiance, std::span<const float> weights,
                               std::size_t receivers);

// The area of each vertex that is to be painted: neither a source nor hidden.
std::vector<float> paintedAreas(const Plan& plan, const Irradiance& irradiance);

// Light of one entry of the plan at strength 1: from the table for skies, by rays otherwise. Zero
// for what is thrown back: see addThrownBack. Empty when stopped.
OverForm irradianceOf(const Light& light, const LitForm& lit, const SkyTable& table,
                      Accuracy accuracy, const Progress& progress);

// Shadow borders are known at vertices only: without this they run in spikes along the triangles,
// and a vertex that happens to touch a crease makes a speck. Averages what each vertex of the mesh,
// which the receivers begin with, sees with its neighbours that face the light, which is finer than
// a brush tip.
void settleShadows(const Mesh& mesh, Arriving& found);

// Whether it is a sky that the table alone answers for. The others are read from it for previews
// and traced by rays after that: narrow cones, which fall between its directions, and skies that
// parts let through, which it knows nothing of.
bool isReadFromTable(const Light& light);

// Whether what a point sees of it is what it sees in its direction, so that a complete table tells:
// it shines from far away, or is a lamp beyond `bounds`, and nothing that the table's rays met lets
// it pass.
bool isBehindTheSky(const Light& light, const Bounds& bounds, const SkyTable& table);

bool throwsBack(const Light& light);

// Who throws how much light to whom; empty when stopped.
BounceTable bounceTableOf(const Form& form, const Progress& progress);

// Fills the entries of lights that are thrown back, from all others as they shine.
void addThrownBack(const Plan& plan, const BounceTable& table, FormIrradiance& irradiance);

SkySeen skySeenBy(const LitForm& lit, const SkyTable& table);

// From the receivers of the form to those of the figure.
Irradiance spread(const Figure& figure, const FormIrradiance& irradiance);

// Mean irradiance on the figure of all lights that are on but `except` (its index).
double restOfLight(const Plan& plan, const Irradiance& irradiance, std::size_t except);

}  // namespace glaukophos
