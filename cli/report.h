// What the commands print: JSON for programs, short tables for people.
#pragma once

#include "core/io/json_entry.h"
#include "core/lighting/score.h"
#include "core/painted/marks.h"
#include "core/picture/study.h"

namespace glaukophos {

Json infoJson(const Plan& plan);
Json lightsJson(const Plan& plan);
Json reachJson(const Plan& plan, const Appearance& appearance, bool with_vertices);
Json bandsJson(const Plan& plan, const Appearance& appearance);
Json ladderJson(const Plan& plan, const Appearance& appearance);

std::string infoText(const Plan& plan);
std::string reachText(const Plan& plan, const Appearance& appearance);
std::string bandsText(const Plan& plan, const Appearance& appearance);
std::string ladderText(const Plan& plan, const Appearance& appearance);

// One line a vertex: x, y, z, nx, ny, nz, part and the irradiance of each light.
std::string reachCsv(const Plan& plan, const Appearance& appearance);

Json edgesJson(const Plan& plan, const Marks& marks, bool with_points);
std::string edgesText(const Plan& plan, const Marks& marks);

// One view of the black-and-white study.
struct StudyView {
    std::string caption;
    std::vector<std::string> pictures;  // file names
    std::vector<Merge> merges;
};
Json studyJson(const Plan& plan, const Appearance& appearance, const std::vector<StudyView>& views);
std::string studyText(const Plan& plan, const std::vector<StudyView>& views);

// The best three directions, and with JSON all of them.
Json scoreJson(const Plan& plan, const ScoreMap& map);
std::string scoreText(const Plan& plan, const ScoreMap& map);

}  // namespace glaukophos
