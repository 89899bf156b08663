// Steps in the order in which they are painted, what belongs together as one entry.
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
#include "core/picture/step_view.h"
#include "core/picture/study.h"
#include "core/work/folded_steps.h"
#include "core/work/part_steps.h"

namespace glaukophos {
namespace {

constexpr double kMapWidth_mm = 62.0;
constexpr int kEntriesAPage = 8;

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

// Writes down a column, until its foot.
class Column {
  public:
    Column(Page& page, const QRectF& box) : m_page(page), m_box(box), m_y(box.top()) {}

    void write(const QString& text, double size_mm, bool bold, const QColor& ink) {
        if (text.isEmpty() || m_y >= m_box.bottom()) return;
        m_page.setFont(size_mm, bold);
        QPainter& painter = m_page.painter();
        painter.setPen(ink);
        // Whole lines only: half a line at the foot cannot be read.
        const double line = QFontMetricsF(painter.font(), painter.device()).lineSpacing();
        const double height = std::floor((m_box.bottom() - m_y) / line) * line;
        if (height <= 0.0) return;
        const QRectF room(m_box.left(), m_y, m_box.width(), height);
        QRectF used;
        painter.drawText(room, Qt::AlignLeft | Qt::TextWordWrap, text, &used);
        m_y += used.height() + 0.7;
    }
    // One line: the mix, its thinning, and a box to tick for every coat.
    void writeMix(const Evaluated& evaluated, const Step& step, const QString& name) {
        constexpr double kBox_mm = 3.0;
        const DroppedRecipe recipe =
            droppedRecipe(evaluated.plan, evaluated.desk->work, step, true);
        QPainter& painter = m_page.painter();
        if (recipe.mix.isValid()) {
            painter.fillRect(QRectF(m_box.left(), m_y + 0.4, kBox_mm, kBox_mm), recipe.mix);
        }
        double right = m_box.right();
        painter.setPen(QPen(kInk, 0.25));
        painter.setBrush(Qt::NoBrush);
        for (int i = 0; i < std::min(step.coats, 9); ++i) {
            right -= kBox_mm + 1.0;
            painter.drawRect(QRectF(right + 1.0, m_y + 0.4, kBox_mm, kBox_mm));
        }
        QStringList parts;
        for (const DroppedPaint& paint : recipe.paints) {
            parts << (paint.count > 0 ? QStringLiteral("%1 %2").arg(paint.count).arg(paint.name)
                                      : paint.name);
        }
        QString words = parts.join(QStringLiteral(" + "));
        if (!recipe.paints.empty() && recipe.paints.front().touches)
            words += QObject::tr(" (touches)");
        if (!name.isEmpty()) words = name + QStringLiteral(": ") + words;
        // "1:6" alone: it stands behind every mix.
        if (!recipe.thinning.isEmpty()) {
            words += QStringLiteral(", ") + recipe.thinning.section(QLatin1Char(' '), 0, 0);
        }
        if (recipe.batches > 1) words += QObject::tr(", ×%1").arg(recipe.batches);
        m_page.setFont(2.9, false);
        painter.setPen(kInk);
        const QRectF room(m_box.left() + kBox_mm + 1.2, m_y, right - m_box.left() - kBox_mm - 2.0,
                          std::max(0.0, m_box.bottom() - m_y));
        QRectF used;
        painter.drawText(room, Qt::AlignLeft | Qt::TextWordWrap, words, &used);
        m_y += std::max(kBox_mm + 1.0, used.height()) + 0.5;
    }

  private:
    Page& m_page;
    QRectF m_box;
    double m_y;
};

QString rangeWords(const FoldedSteps& entry) {
    return entry.count == 1
               ? QString::number(entry.first + 1)
               : QObject::tr("%1–%2").arg(entry.first + 1).arg(entry.first + entry.count);
}

void entryWords(Page& page, const Evaluated& evaluated, const FoldedSteps& entry,
                const QRectF& box) {
    const std::span<const Step> steps =
        std::span(evaluated.desk->work.steps).subspan(entry.first, entry.count);
    const Step& first = steps.front();
    Column column(page, box);
    QString title = QStringLiteral("%1. %2").arg(rangeWords(entry), q(entry.title));
    if (first.area_mm2 > 0.0) title += QStringLiteral(" · ") + q(areaWords(first.area_mm2));
    column.write(title, 3.7, true, kInk);
    for (const Step& step : steps) {
        column.writeMix(evaluated, step, entry.count > 1 ? q(step.layer) : QString());
    }
    double minutes = 0.0;
    for (const Step& step : steps) minutes += step.coats * step.work_min;
    QString handling = q(first.tool_words);
    if (!handling.isEmpty()) handling[0] = handling[0].toUpper();
    column.write(
        QObject::tr("%1 in all, %2 to dry. %3.")
            .arg(q(timeWords(std::max(1.0, minutes))), q(timeWords(first.dry_min)), handling),
        2.9, false, kInk);
    if (!first.caution.empty()) {
        column.write(QObject::tr("Caution: %1").arg(q(first.caution)), 2.8, true, kInk);
    }
    column.write(q(first.how), 2.9, false, kInk);
    column.write(q(first.masking), 2.9, false, kInk);
    column.write(q(first.why), 2.7, false, kSoftInk);
}

// Close up, and the whole figure small beside it.
void entryPictures(Page& page, const Evaluated& evaluated, const FoldedSteps& entry,
                   const QRectF& frame) {
    const Work& work = evaluated.desk->work;
    const std::span<const Step> steps = std::span(work.steps).subspan(entry.first, entry.count);
    const auto map = mapOf(evaluated, steps.front());
    const ViewChoice close =
        viewOfSteps(evaluated.plan, *evaluated.appearance, work, steps, evaluated.plan.view);
    pictureIn(page, evaluated, {{}, Overlay::Layer, close, map}, frame);
    if (close.zoom <= 1.0) return;
    ViewChoice whole = close;
    whole.zoom = 1.0;
    whole.focus_mm = Vec3::Zero();
    const QSizeF small(0.3 * frame.width(), 0.42 * frame.height());
    const QRectF corner(frame.right() - small.width(), frame.bottom() - small.height(),
                        small.width(), small.height());
    pictureIn(page, evaluated, {{}, Overlay::Layer, whole, map}, corner);
    page.painter().setPen(QPen(kSoftInk, 0.2));
    page.painter().setBrush(Qt::NoBrush);
    page.painter().drawRect(corner);
}

void stepsSection(Page& page, const Evaluated& evaluated, const Progress& progress) {
    constexpr double kGap_mm = 3.0;
    const std::vector<FoldedSteps> entries = folded(evaluated.plan, evaluated.desk->work.steps);
    const double usual = (page.area().height() - 12.0) / kEntriesAPage;
    for (std::size_t i = 0; i < entries.size() && !progress.stopped() && !page.isFull(); ++i) {
        progress.at(static_cast<double>(i) / static_cast<double>(entries.size()));
        // Many mixes need more lines.
        const double row =
            usual *
            (1.0 + 0.22 * static_cast<double>(std::max<std::size_t>(entries[i].count, 2) - 2));
        page.ensure(row);
        if (page.isFull()) return;
        const QRectF frame(page.area().left(), page.y(), kMapWidth_mm, row - kGap_mm);
        entryPictures(page, evaluated, entries[i], frame);
        entryWords(page, evaluated, entries[i],
                   QRectF(frame.right() + 4.0, page.y(), page.area().right() - frame.right() - 4.0,
                          row - kGap_mm));
        page.space(row);
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
        if (batch.figures > 1) {
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
