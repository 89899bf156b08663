// Steps in the order in which they are painted, two on a page.
#include "app/paper/work_sheet.h"

#include <fmt/format.h>
#include <QDir>
#include <QRegularExpression>
#include <algorithm>
#include <cmath>

#include "app/paper/sheet.h"
#include "app/paper/sheet_page.h"
#include "app/widgets/drops_view.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/recipe_words.h"
#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/png_file.h"
#include "core/io/work_files.h"
#include "core/picture/layer_map.h"
#include "core/picture/study.h"
#include "core/work/part_steps.h"

namespace glaukophos {
namespace {

constexpr double kMapWidth_mm = 88.0;

std::shared_ptr<const LayerMap> mapOf(const Evaluated& evaluated, const Step& step) {
    return std::make_shared<const LayerMap>(
        layerMapOf(evaluated.plan, *evaluated.appearance, evaluated.desk->work, step, true));
}

// As a file of its own.
Image mapPicture(const Evaluated& evaluated, const ViewChoice& view, const Step& step,
                 const PixelGrid& grid) {
    const Figure& figure = *evaluated.plan.figure;
    Camera camera = heldCamera(figure.bounds(), view, grid);
    hideParts(camera, evaluated.plan);
    LookChoice choice;
    choice.overlay = Overlay::Layer;
    choice.layer = mapOf(evaluated, step);
    const Look look = lookOf(evaluated.plan, *evaluated.appearance, choice, *evaluated.marks);
    return renderPicture(figure, camera, grid, look, {}, 4);
}

// Words beside the map, from `left` to the page's right edge.
void stepWords(Page& page, const Evaluated& evaluated, std::size_t index, double left) {
    const Work& work = evaluated.desk->work;
    const Step& step = work.steps[index];
    QPainter& painter = page.painter();
    double y = page.y();
    const double width = page.area().right() - left;
    const auto write = [&](const QString& text, double size_mm, bool bold, const QColor& ink) {
        if (text.isEmpty()) return;
        page.setFont(size_mm, bold);
        painter.setPen(ink);
        QRectF used;
        painter.drawText(QRectF(left, y, width, 70), Qt::AlignLeft | Qt::TextWordWrap, text, &used);
        y += used.height() + 1.3;
    };
    write(QStringLiteral("%1. %2").arg(index + 1).arg(q(step.title)), 4.6, true, kInk);
    if (step.area_mm2 > 0.0) write(q(areaWords(step.area_mm2)), 3.2, false, kSoftInk);
    page.setFont(3.4, false);
    y += 1.0 + paintDrops(painter, QRectF(left, y, width, 60), 5.0,
                          droppedRecipe(evaluated.plan, work, step, true), kInk, kRule);
    // Boxes to tick.
    if (step.kind != StepKind::CleanUp) {
        painter.setPen(QPen(kInk, 0.3));
        painter.setBrush(Qt::NoBrush);
        for (int i = 0; i < std::min(step.coats, 9); ++i) {
            painter.drawRect(QRectF(left + i * 6.0, y, 4.0, 4.0));
        }
        y += 5.6;
        write(QObject::tr("%1 of %2, %3 to dry")
                  .arg(counted(step.coats, QObject::tr("coat"), QObject::tr("coats")),
                       q(timeWords(std::max(1.0, step.work_min))), q(timeWords(step.dry_min))),
              3.4, true, kInk);
    }
    write(q(step.tool_words), 3.4, false, kInk);
    write(q(step.how), 3.4, false, kInk);
    write(q(step.masking), 3.4, false, kInk);
    write(q(step.why), 3.2, false, kSoftInk);
    if (!step.caution.empty())
        write(QObject::tr("Caution: %1").arg(q(step.caution)), 3.0, true, kInk);
}

void stepsSection(Page& page, const Evaluated& evaluated, const Progress& progress) {
    const double half = (page.area().height() - 14.0) / 2.0;
    const std::vector<Step>& steps = evaluated.desk->work.steps;
    for (std::size_t i = 0; i < steps.size() && !progress.stopped() && !page.isFull(); ++i) {
        progress.at(static_cast<double>(i) / static_cast<double>(steps.size()));
        page.ensure(half - 2.0);
        const QRectF frame(page.area().left(), page.y(), kMapWidth_mm, half - 6.0);
        if (page.isFull()) return;
        pictureIn(page, evaluated,
                  {{}, Overlay::Layer, evaluated.plan.view, mapOf(evaluated, steps[i])}, frame);
        stepWords(page, evaluated, i, frame.right() + 5.0);
        page.space(half);
    }
}

// The time of day on evenings; else what has passed since the beginning.
QString clockOf(double minutes, bool of_day) {
    const auto whole = static_cast<int>(std::lround(minutes));
    const int hours = of_day ? whole / 60 % 24 : whole / 60;
    return QStringLiteral("%1:%2")
        .arg(hours, of_day ? 2 : 1, 10, QLatin1Char('0'))
        .arg(whole % 60, 2, 10, QLatin1Char('0'));
}

// Consecutive coats of one step are one line.
void scheduleSection(Page& page, const Evaluated& evaluated) {
    const Desk& desk = *evaluated.desk;
    if (!desk.batch) return;
    const Batch& batch = *desk.batch;
    const std::vector<Slot>& sequence = batch.schedule.sequence;
    page.ensure(page.area().height());
    page.text(QObject::tr("When"), 5.4, true);
    page.text(QObject::tr("%1 at the desk; one after another it would be %2.")
                  .arg(q(timeWords(batch.deskMinutes(batch.schedule))),
                       q(timeWords(batch.deskMinutes(batch.one_after_another)))),
              3.4, false, kSoftInk);
    std::size_t sitting = sequence.size();
    for (std::size_t i = 0; i < sequence.size();) {
        const Slot& first = sequence[i];
        const TaskOf& of = batch.tasks[first.task];
        if (first.sitting != sitting) {
            sitting = first.sitting;
            page.space(2.0);
            page.ensure(14.0);
            const int day = batch.first_day + static_cast<int>(first.begin_min / (24 * 60));
            page.text(evaluated.plan.steps.evenings.used
                          ? QObject::tr("Evening %1, %2").arg(sitting + 1).arg(q(dateOf(day)))
                          : QObject::tr("In one sitting, counted from its beginning"),
                      3.8, true);
        }
        std::size_t end = i;
        QStringList figures;
        while (end < sequence.size() && sequence[end].sitting == sitting &&
               batch.tasks[sequence[end].task].step == of.step &&
               batch.tasks[sequence[end].task].coat == of.coat) {
            figures << QString::number(batch.tasks[sequence[end].task].figure + 1);
            ++end;
        }
        const Step& step = desk.work.steps[of.step];
        QString line = QStringLiteral("%1   %2. %3")
                           .arg(clockOf(first.begin_min, evaluated.plan.steps.evenings.used))
                           .arg(of.step + 1)
                           .arg(q(step.title));
        if (step.coats > 1) line += QObject::tr(", coat %1").arg(of.coat + 1);
        if (evaluated.plan.steps.figures > 1) {
            line += QObject::tr(" (figure %1)").arg(figures.join(QStringLiteral(", ")));
        }
        page.ensure(6.0);
        page.text(line, 3.2);
        i = end;
    }
}

// The usual cautions of the trade; the product's own come first.
void cautionsSection(Page& page) {
    page.ensure(62.0);
    page.space(4.0);
    page.text(QObject::tr("Cautions"), 5.4, true);
    for (const QString& line :
         {QObject::tr("Spraying (cans, airbrush): ventilation or an extractor, a fitted respirator "
                      "suitable for the product, no flame near solvent sprays."),
          QObject::tr(
              "Oil washes and thinners: flammable, with vapour; gloves, and rags in a closed "
              "metal tin."),
          QObject::tr("Pigment powders, sanding resin or plastic: a dust mask, wet sanding. Resin "
                      "prints are washed and cured; gloves."),
          QObject::tr("Knives, drills and pins: cut away from the hand."),
          QObject::tr("A hairdryer: heat, and water near mains. On low, or plastic bends."),
          QObject::tr("Never point a brush with the lips."),
          QObject::tr("An open flame or a bright lamp as reference: heat, and never look into it."),
          QObject::tr(
              "The label and safety data sheet of the product and local rules come first; ask "
              "a qualified person when unsure.")}) {
        page.text(line, 3.4);
    }
}

void studySection(Page& page, const Evaluated& evaluated) {
    page.ensure(80.0);
    page.text(QObject::tr("In greys: what has to read before any colour goes on"), 4.6, true);
    std::vector<SheetView> views;
    const std::vector<NamedView> named = studyViews();
    for (std::size_t i = 0; i < std::min<std::size_t>(4, named.size()); ++i) {
        views.push_back({QObject::tr(named[i].caption), Overlay::Values, named[i].view});
    }
    pictureRow(page, evaluated, views, 58);
}

}  // namespace

QImage workPreview(const Evaluated& evaluated, QPageSize::PageSizeId page, int dots_per_inch) {
    return firstPage(evaluated, page, dots_per_inch,
                     [&](Page& first) { stepsSection(first, evaluated, {}); });
}

Result<void> writeWorkSheet(const Evaluated& evaluated, const QString& file,
                            QPageSize::PageSizeId page_size, const Progress& progress) {
    return writePdf(
        evaluated, file, page_size,
        [&](Page& page) {
            paintSheet(page, evaluated);
            studySection(page, evaluated);
            page.ensure(page.area().height());
            stepsSection(page, evaluated, progress);
            scheduleSection(page, evaluated);
            cautionsSection(page);
        },
        progress);
}

QImage mapPreview(const Evaluated& evaluated, const ViewChoice& view) {
    const std::vector<Step>& steps = evaluated.desk->work.steps;
    const auto shown = std::ranges::find_if(steps, [](const Step& step) {
        return step.kind == StepKind::Layer && step.area_mm2 > 0.0;
    });
    if (shown == steps.end()) return {};
    return toQImage(mapPicture(evaluated, view, *shown, {450, 500}));
}

Result<void> writeLayerMaps(const Evaluated& evaluated, const ViewChoice& view,
                            const QString& folder, const Progress& progress) {
    if (!QDir().mkpath(folder)) {
        return fail(ErrorCode::WriteFailed,
                    fmt::format("The folder {} cannot be made.", folder.toStdString()));
    }
    const std::vector<Step>& steps = evaluated.desk->work.steps;
    static const QRegularExpression unsafe(QStringLiteral("[^A-Za-z0-9]+"));
    for (std::size_t i = 0; i < steps.size(); ++i) {
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        progress.at(static_cast<double>(i) / static_cast<double>(steps.size()));
        const Image picture = mapPicture(evaluated, view, steps[i], {900, 1000});
        const QString name = QStringLiteral("%1/%2-%3.png")
                                 .arg(folder)
                                 .arg(i + 1, 3, 10, QLatin1Char('0'))
                                 .arg(q(steps[i].title).replace(unsafe, QStringLiteral("-")));
        if (auto written = writePng(picture, name.toStdString()); !written) return written;
    }
    return {};
}

}  // namespace glaukophos
