// One setting for the whole program.
#include "app/widgets/number_style.h"

#include <QSettings>

#include "app/widgets/text.h"
#include "core/colour/colour_names.h"

namespace glaukophos {
namespace {

constexpr const char* kSetting = "numbers";

}  // namespace

bool showsNumbers() { return QSettings().value(q(kSetting), false).toBool(); }

void setShowsNumbers(bool shown) { QSettings().setValue(q(kSetting), shown); }

QString colourWords(const Lab& colour) {
    if (!showsNumbers()) return q(colourName(colour));
    const Lch lch = lchFrom(colour);
    return QStringLiteral("L* %1  C %2  h %3°")
        .arg(lch.L, 0, 'f', 0)
        .arg(lch.C, 0, 'f', 0)
        .arg(lch.h_deg, 0, 'f', 0);
}

QString shownName(const std::string& name) {
    QString shown = q(name);
    if (!shown.isEmpty()) shown[0] = shown[0].toUpper();
    return shown;
}

}  // namespace glaukophos
