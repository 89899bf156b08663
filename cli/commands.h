// The commands of glaukophos-cli.
#pragma once

#include "cli/light_options.h"
#include "cli/value_options.h"

namespace glaukophos {

struct CommonOptions {
    std::string input;  // .glauk, plan.json or mesh
    LightOptions lights;
    ValueOptions values;
    bool json = false;
    std::string output;  // file; empty or "-" is standard output
};

struct RenderOptions {
    std::string overlay = "colours";
    std::string view = "plan";  // plan, front, back, left, right, top, below, or a light's name
    std::string size = "1000x760";
    std::string light;  // for the reach overlay
    int samples = 16;
    bool steps = false;
};

struct PrepareOptions {
    std::vector<std::string> files;
    std::string unit;        // mm, cm, in or m; empty: guessed
    double height_mm = 0.0;  // 0: as read
    std::string up;      // axis of the files that points up: x, y, z, -x, -y or -z; empty: guessed
    int parts = 0;       // divide at creases into this many; 0: as imported
    std::string output;  // the plan to write
};

struct SceneOptions {
    double faces_hour = 12.0;
    double left_mm = 30.0;
    double front_mm = 0.0;
    std::vector<std::string> single;  // parts that are not copied
    std::vector<std::string> files;   // another figure instead of a copy
    int which = 0;                    // from 2: the one that is turned and moved instead
    bool away = false;                // ... or taken away
    std::string output;               // the plan to write
};

// Each returns nothing on success; errors are for the user.
// Meshes -> a plan: repaired, stood upright on the floor, scaled and divided.
Result<void> runPrepare(const PrepareOptions& options);
// A plan with a copy of its figure, or with another one, beside the first; or with one of those
// moved or taken away.
Result<void> runScene(const CommonOptions& options, const SceneOptions& scene);
Result<void> runInfo(const CommonOptions& options);
Result<void> runReach(const CommonOptions& options, bool with_vertices);
Result<void> runProbe(const CommonOptions& options, const std::string& points_file);
Result<void> runBands(const CommonOptions& options);
// Kinds of the borders between bands, and edge lines; `with_points` adds their courses to JSON.
Result<void> runEdges(const CommonOptions& options, bool with_points);
// The black-and-white study as PNGs in the folder `options.output`, and what runs together in it.
Result<void> runStudy(const CommonOptions& options, const std::string& size);
Result<void> runLadder(const CommonOptions& options);
// `light_name` empty: the first far light.
Result<void> runScore(const CommonOptions& options, const std::string& light_name);
Result<void> runRender(const CommonOptions& options, const RenderOptions& render);

}  // namespace glaukophos
