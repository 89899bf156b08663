// The program's own look: a plaster studio by day, the same for evenings, and on paper. What is
// judged stands on neutral grey; the one hue is glaucous, the grey-green of sloe bloom.
#pragma once

#include <QColor>
#include <QIcon>
#include <QString>
#include <array>

#include "core/picture/render.h"

class QApplication;

namespace glaukophos {

enum class ThemeKind { Plaster, Bench, Paper };
inline constexpr const char* kThemeSetting = "surroundings";
inline constexpr std::array<const char*, 3> kThemeKeys = {"plaster", "bench", "paper"};

// Text on `ground`, `panel`, `field` and `chosen` has a contrast of at least 7:1 (WCAG 2.1, 1.4.6).
struct Theme {
    QColor ground;  // behind everything
    QColor panel;   // panels, bars
    QColor field;   // inside of fields and lists
    QColor line;    // borders
    QColor text;
    QColor soft_text;   // captions
    QColor accent;      // strokes on what is chosen, focus, what is under way
    QColor chosen;      // ground of what is chosen
    QColor on_chosen;   // text on it
    QColor mark;        // drawn over the picture
    QColor mark_rim;    // beside that, so that it shows on any ground
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
