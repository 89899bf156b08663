#include "cli/review_commands.h"

#include <fmt/format.h>

#include "cli/loading.h"
#include "core/io/clicks_csv.h"
#include "core/io/file_bytes.h"
#include "core/io/photo_json.h"
#include "core/io/png_file.h"
#include "core/photo/match.h"
#include "core/photo/on_photograph.h"

namespace glaukophos {
namespace {

Json matchJson(const PhotoMatch& match) {
    Json json = photoPlaceJson({match.camera, match.agreement, match.doubtful});
    json["by_edges"] = match.by_edges;
    json["remark"] = match.remark;
    if (!match.clicked) return json;
    json["clicks"]["mean_error_px"] = match.clicked->mean_px;
    json["clicks"]["errors_px"] = match.clicked->misses_px;
    for (const bool off : match.clicked->off) json["clicks"]["off"].push_back(off);
    return json;
}

std::string matchText(const PhotoMatch& match) {
    const PhotoCamera& camera = match.camera;
    const Eigen::Vector3d eye = -(camera.rotation.transpose() * camera.translation_mm);
    std::string text = fmt::format(
        "The camera stood at {:.1f}, {:.1f}, {:.1f} mm.\n"
        "Focal length {:.0f} pixels ({:.2f} of the long side), distortion k1 {:+.4f}.\n{}\n",
        eye.x(), eye.y(), eye.z(), camera.focal_px, camera.focal_px / camera.longSide(), camera.k1,
        match.remark);
    if (!match.clicked) return text;
    text += fmt::format("Clicks {:.1f} pixels off on average.\n", match.clicked->mean_px);
    for (std::size_t i = 0; i < match.clicked->off.size(); ++i) {
        if (!match.clicked->off[i]) continue;
        text += fmt::format("Pair {} contradicts the others ({:.0f} pixels) and does not count.\n",
                            i + 1, match.clicked->misses_px[i]);
    }
    return text;
}

Result<OnPhoto> onPhotoFrom(const std::string& word) {
    if (word == "borders") return OnPhoto::Borders;
    if (word == "edges") return OnPhoto::Edges;
    if (word == "colours") return OnPhoto::Colours;
    return fail(ErrorCode::BadInput,
                fmt::format("\"{}\" cannot be drawn on a photograph. Use borders, edges or "
                            "colours.",
                            word));
}

}  // namespace

Result<Photograph> readPhotograph(const std::string& file) {
    const auto bytes = readBytes(file, kLargestPhotograph);
    if (!bytes) return tl::unexpected(bytes.error());
    return decodePhotograph(*bytes);
}

Result<PhotoMatch> matchedBy(const std::string& clicks_file, const Form& form,
                             const Photograph& photo) {
    const SeenMesh seen{form.imported.mesh, form.occluders};
    if (clicks_file.empty()) return matchUpright(seen, photo, {});
    const auto text = textOf(clicks_file);
    if (!text) return tl::unexpected(text.error());
    const auto pairs = parseClicks(*text);
    if (!pairs) return tl::unexpected(pairs.error());
    return matchByClicks(seen, photo, *pairs, {});
}

Result<void> runMatch(const CommonOptions& options, const MatchOptions& match) {
    const auto photo = readPhotograph(match.photograph);
    if (!photo) return tl::unexpected(photo.error());
    const auto plan = load(options);
    if (!plan) return tl::unexpected(plan.error());
    const auto found = matchedBy(match.clicks, *plan->figure->form, *photo);
    if (!found) return tl::unexpected(found.error());
    if (match.on.empty()) {
        return options.json ? printJson(options, matchJson(*found))
                            : print(options, matchText(*found));
    }
    const auto what = onPhotoFrom(match.on);
    if (!what) return tl::unexpected(what.error());
    if (options.output.empty()) return fail(ErrorCode::BadInput, "Name the picture with -o.");
    const auto e = loadAndEvaluate(options, Goal::Marks);
    if (!e) return tl::unexpected(e.error());
    const PhotoWithPlan picture =
        planOnPhotograph(*e, straightened(*photo, found->camera), found->camera, {*what, 1.0, 0});
    if (auto written = writePng(picture.picture, options.output); !written) return written;
    const CommonOptions to_stdout = toStandardOutput(options);
    return options.json ? printJson(to_stdout, matchJson(*found))
                        : print(to_stdout, matchText(*found));
}

}  // namespace glaukophos
