// The stages as the rail names them.
#pragma once

#include <QObject>
#include <array>

namespace glaukophos {

struct StageEntry {
    const char* name;
    const char* icon;
    const char* tip;
};
inline constexpr std::array<StageEntry, 5> kStages = {{
    {QT_TR_NOOP("Figure"), "figure", QT_TR_NOOP("Parts and their own colours (Ctrl+1)")},
    {QT_TR_NOOP("Lights"), "lights", QT_TR_NOOP("Where the light comes from (Ctrl+2)")},
    {QT_TR_NOOP("Values"), "values", QT_TR_NOOP("Dark to light in a few bands (Ctrl+3)")},
    {QT_TR_NOOP("Colours"), "colours", QT_TR_NOOP("The colours of each band (Ctrl+4)")},
    {QT_TR_NOOP("Steps"), "steps",
     QT_TR_NOOP("Layers in order, when, and what will go wrong (Ctrl+5)")},
}};

inline constexpr StageEntry kBenchEntry = {
    QT_TR_NOOP("Bench"), "bench",
    QT_TR_NOOP("One step at a time, full screen, while you paint (Ctrl+6)")};

inline constexpr StageEntry kReviewEntry = {
    QT_TR_NOOP("Review"), "review",
    QT_TR_NOOP("Photographs of the figure in your hand, against the plan (Ctrl+7)")};

}  // namespace glaukophos
