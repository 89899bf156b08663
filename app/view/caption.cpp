#include "app/view/caption.h"

#include <QObject>
#include <QPainterPath>
#include <QPolygonF>
#include <cmath>

#include "app/view/light_marks.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

QString whatIsShown(const Caption& caption, const Plan& plan, const LookChoice& look) {
    QString text = QObject::tr(entryOf(look.overlay).caption);
    const bool of_light = look.overlay == Overlay::Reach || look.overlay == Overlay::Shells;
    if (of_light && look.light < plan.lights.size()) {
        text += QStringLiteral(" ") + q(plan.lights[look.light].name);
    }
    if (look.overlay == Overlay::Layer && !caption.layer_title.isEmpty()) {
        text = caption.layer_title;
    }
    if (look.overlay == Overlay::Colours && look.in_steps) text += QObject::tr(", in steps");
    return text;
}

}  // namespace

QString viewWords(const ViewChoice& view) {
    // Degrees from the front, towards the figure's own right.
    const double turned = std::remainder(30.0 * view.hour, 360.0);
    const QString side = turned > 0.0 ? QObject::tr("its right") : QObject::tr("its left");
    const double away = std::abs(turned);
    QString words;
    if (away < 12.0) {
        words = QObject::tr("from the front");
    } else if (away < 38.0) {
        words = QObject::tr("from the front, a little from %1").arg(side);
    } else if (away < 65.0) {
        words = QObject::tr("half from the front, half from %1").arg(side);
    } else if (away < 115.0) {
        words = QObject::tr("from %1").arg(side);
    } else {
        words = away < 160.0 ? QObject::tr("from behind, over %1").arg(side)
                             : QObject::tr("from behind");
    }
    const double up = view.height_deg;
    if (up > 65.0) return words + QObject::tr(", from above");
    if (up > 28.0) return words + QObject::tr(", well above");
    if (up > 6.0) return words + QObject::tr(", a little above");
    if (up > -6.0) return words;
    return words + (up > -40.0 ? QObject::tr(", a little below") : QObject::tr(", from below"));
}

CaptionWords inWords(const Caption& caption, const Plan& plan, const Evaluated* evaluated,
                     const LookChoice& look, const ViewChoice& view) {
    CaptionWords words{caption.prompt, {}};
    if (words.title.isEmpty()) {
        words.title = whatIsShown(caption, plan, look);
        if (caption.from_light && *caption.from_light < plan.lights.size()) {
            words.rest = QObject::tr("seen from %1: what it sees is lit")
                             .arg(q(plan.lights[*caption.from_light].name));
        } else {
            words.rest = viewWords(view);
            if (view.upside_down) words.rest += QObject::tr(", upside down");
        }
    }
    if (evaluated != nullptr && !evaluated->complete) {
        words.rest +=
            QObject::tr(" · tracing the sky, %1 of %2").arg(evaluated->sky_rounds).arg(kSkyRounds);
    }
    return words;
}

QString mixWords(const Evaluated& evaluated, const Spot& spot) {
    if (evaluated.mixes == nullptr || spot.is_source) return {};
    const std::vector<BandMix>& bands = evaluated.mixes->parts[spot.part].bands;
    for (std::size_t b = 0; b < bands.size(); ++b) {
        if (bands[b].present && spot.band == bandName(b, bands.size())) {
            return QObject::tr("  ·  mix ") + shortRecipe(evaluated.mixes->rack, bands[b].recipe);
        }
    }
    return {};
}

void paintTouched(QPainter& painter, const ViewSpace& space,
                  const std::vector<std::uint32_t>& triangles) {
    if (triangles.empty()) return;
    const Mesh& mesh = space.figure->form->whole.mesh;
    QPainterPath path;
    for (const std::uint32_t t : triangles) {
        if (t >= mesh.triangles.size()) continue;  // of another figure
        const Triangle& corners = mesh.triangles[t];
        const Vec3 towards_eye = mesh.positions_mm[corners[0]] - space.camera.eye_mm;
        if (areaVector(mesh, corners).dot(towards_eye) > 0.0F) continue;
        QPolygonF polygon;
        for (const std::uint32_t corner : corners) {
            if (const auto at = space.positionOf(mesh.positions_mm[corner])) polygon << *at;
        }
        if (polygon.size() == 3) path.addPolygon(polygon);
    }
    path.setFillRule(Qt::WindingFill);
    QColor colour = currentTheme().accent;
    colour.setAlpha(110);
    painter.fillPath(path, colour);
}

void paintMarkedPlace(QPainter& painter, const ViewSpace& space, const Vec3& point_mm) {
    const auto at = space.positionOf(point_mm);
    if (!at) return;
    painter.setRenderHint(QPainter::Antialiasing);
    painter.setBrush(Qt::NoBrush);
    painter.setPen(QPen(currentTheme().ground, 5));
    painter.drawEllipse(*at, 17, 17);
    painter.setPen(QPen(currentTheme().accent, 2.5));
    painter.drawEllipse(*at, 17, 17);
}

}  // namespace glaukophos
