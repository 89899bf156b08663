// Options of the program's command line: what is opened, what is shown, what a script is to write.
#pragma once

#include <QCommandLineParser>

#include "app/scripts/script.h"
#include "app/widgets/theme.h"

namespace glaukophos {

void addOptions(QCommandLineParser& parser);

[[nodiscard]] ScriptOptions scriptOptionsFrom(const QCommandLineParser& parser);

// The surroundings asked for; else those of the last time, plaster at first.
[[nodiscard]] ThemeKind themeFrom(const QCommandLineParser& parser);

// Brings the window, once its plan is loaded, to what the options ask to be shown.
void applyOptions(const QCommandLineParser& parser, MainWindow& window);

}  // namespace glaukophos
