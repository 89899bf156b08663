// What the commands print: JSON for programs, short tables for people.
#pragma once

#include "core/io/json_entry.h"
#include "core/picture/study.h"
#include "core/plan/marks.h"
#include "core/plan/score.h"

namespace glaukophos {

Json infoJson(const Plan& plan);
Json lightsJson(const Plan& plan);
Json reachJson(const Plan& plan, const Results& results, bool with_vertices);
Json bandsJson(const Plan& plan, const Results& results);
Json ladderJson(const Plan& plan, const Results& results);

std::string infoText(const Plan& plan);
std::string reachText(const Plan& plan, const Results& results);
std::string bandsText(const Plan& plan, const Results& results);
std::string ladderText(const Plan& plan, const Results& results);

// One line a vertex: x, y, z, nx, ny, nz, part and the irradiance of each light.
std::string reachCsv(const Plan& plan, const Results& results);

Json edgesJson(const Plan& plan, const Marks& marks, bool with_points);
std::string edgesText(const Plan& plan, const Marks& marks);

// One view of the black-and-white study.
struct StudyView {
    std::string caption;
    std::vector<std::string> pictures;  // file names
    std::vector<Merge> merges;
};
Json studyJson(const Plan& plan, const Results& results, const std::vector<StudyView>& views);
std::string studyText(const Plan& plan, const std::vector<StudyView>& views);

// The best three directions, and with JSON all of them.
Json scoreJson(const Plan& plan, const ScoreMap& map);
std::string scoreText(const Plan& plan, const ScoreMap& map);

}  // namespace glaukophos
