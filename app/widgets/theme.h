// The program's own look: neutral greys, so that colours can be judged, in a dark and a light form.
#pragma once

#include <QColor>
#include <QIcon>
#include <QString>

#include "core/picture/render.h"

class QApplication;

namespace glaukophos {

enum class ThemeKind { Dark, Light };

// All greys are neutral (equal red, green and blue). Text on `ground` and `panel` has a contrast of
// at least 7:1 (WCAG 2.1, 1.4.6).
struct Theme {
    QColor ground;  // behind everything
    QColor panel;   // panels, bars
    QColor field;   // inside of fields and lists
    QColor line;    // borders
    QColor text;
    QColor soft_text;   // captions
    QColor accent;      // what is chosen; the only hue of the interface
    QColor on_accent;   // text on the accent
    Backdrop backdrop;  // behind the figure
};

const Theme& theme(ThemeKind kind);

// The theme in use.
ThemeKind currentThemeKind();
const Theme& currentTheme();

// Sets fonts, palette and style sheet of the whole program.
void applyTheme(QApplication& app, ThemeKind kind);

// An icon of ours in the theme's text colour, paler when disabled.
QIcon themedIcon(const QString& name);

}  // namespace glaukophos
