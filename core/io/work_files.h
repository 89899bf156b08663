// The work as files: a table of steps, everything as JSON, evenings for a calendar, mixes as a
// palette.
#pragma once

#include <string>

#include "core/findings/findings.h"
#include "core/io/json_entry.h"
#include "core/work/batch.h"
#include "core/work/steps.h"

namespace glaukophos {

// One line a step: number, step, parts, area, recipe, thinning, coats, tool, minutes, drying, what
// it follows, why, caution.
std::string stepsCsv(const Plan& plan, const Work& work);

Json stepsJson(const Plan& plan, const Work& work);
Json scheduleJson(const Work& work, const Batch& batch);
Json findingsJson(const Plan& plan, const std::vector<Finding>& findings);

// All three as one text; `batch` may be null.
std::string workJsonText(const Plan& plan, const Work& work, const Batch* batch,
                         const std::vector<Finding>& findings);

// Each sitting as an event with what is painted in it (RFC 5545). Times are local, without a zone.
// A plan without evenings is one sitting that begins at 19:00 of the first day.
std::string calendarText(const Plan& plan, const Work& work, const Batch& batch);

// Every mix of the work, in working order, for a painting program (GIMP palette).
std::string mixPalette(const Plan& plan, const Work& work);

// "4 drops Ultramarine, 1 drop Titanium white", three times over; or the paint it is.
std::string recipeWords(const Work& work, const Step& step);

// "hoodcape, tunic"; "the whole figure".
// "Titanium white 0.8 ml", with what is left where that is less.
std::string useWords(const PaintUse& use);

std::string partWords(const Plan& plan, const Step& step);

}  // namespace glaukophos
