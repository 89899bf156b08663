// Each click fills the spot that is chosen and goes on to the next one.
#include "app/stages/colours/swatch_dialog.h"

#include <QFileDialog>
#include <QHBoxLayout>
#include <QImageReader>
#include <QMouseEvent>
#include <QPainter>
#include <QVBoxLayout>

#include "app/widgets/text.h"
#include "app/widgets/theme.h"
#include "core/colour/colour_difference.h"

namespace glaukophos {
namespace {

constexpr int kPatch = 4;  // pixels to each side that are averaged

struct SpotEntry {
    const char* name;
    const char* object;
    const char* tip;
};
const std::array<SpotEntry, 8> kSpots = {{
    {QT_TR_NOOP("Grey card"), "spotCard", QT_TR_NOOP("Needed: it gives the light of the picture")},
    {QT_TR_NOOP("Paint, thick"), "spotThick", QT_TR_NOOP("Where nothing shows through")},
    {QT_TR_NOOP("Paint over black"), "spotOverBlack", QT_TR_NOOP("One coat, for calibration")},
    {QT_TR_NOOP("Paint over white"), "spotOverWhite", QT_TR_NOOP("The same coat")},
    {QT_TR_NOOP("Bare black"), "spotBlack", QT_TR_NOOP("Of the card the coat was laid on")},
    {QT_TR_NOOP("Bare white"), "spotWhite", QT_TR_NOOP("Of the same card")},
    {QT_TR_NOOP("1 in 4 of white"), "spotIn4",
     QT_TR_NOOP("A dab of one part of the paint in four of white, thick")},
    {QT_TR_NOOP("1 in 10 of white"), "spotIn10",
     QT_TR_NOOP("A dab of one part in ten of white: how strong the paint is")},
}};

}  // namespace

SwatchPhotograph::SwatchPhotograph(QWidget* parent) : QWidget(parent) {
    setObjectName(QStringLiteral("swatchPhotograph"));
    setAccessibleName(tr("The photograph"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setCursor(Qt::CrossCursor);
}

void SwatchPhotograph::setPhotograph(const QImage& photograph) {
    m_photograph = photograph.convertToFormat(QImage::Format_RGB32);
    update();
}

QRectF SwatchPhotograph::fitted() const {
    const QSizeF size =
        QSizeF(m_photograph.size()).scaled(QSizeF(this->size()), Qt::KeepAspectRatio);
    return {QPointF(0.5 * (width() - size.width()), 0.5 * (height() - size.height())), size};
}

QPoint SwatchPhotograph::fromPixel(const QPoint& pixel) const {
    const QRectF box = fitted();
    const double scale = box.width() / m_photograph.width();
    return (box.topLeft() + scale * (QPointF(pixel) + QPointF(0.5, 0.5))).toPoint();
}

Srgb SwatchPhotograph::patchAt(const QPoint& pixel) const {
    Vec3d sum = Vec3d::Zero();
    int count = 0;
    const QRect patch = QRect(pixel - QPoint(kPatch, kPatch), QSize(2 * kPatch + 1, 2 * kPatch + 1))
                            .intersected(m_photograph.rect());
    for (int y = patch.top(); y <= patch.bottom(); ++y) {
        for (int x = patch.left(); x <= patch.right(); ++x) {
            sum += linearFrom(srgbFrom(m_photograph.pixelColor(x, y))).rgb;
            ++count;
        }
    }
    return encodedFrom(LinearRgb{sum / std::max(count, 1)});
}

void SwatchPhotograph::mark(int spot, const QPoint& pixel, const QString& label) {
    m_marks.at(static_cast<std::size_t>(spot)) = {pixel, label};
    update();
}

void SwatchPhotograph::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHint(QPainter::SmoothPixmapTransform);
    painter.drawImage(fitted(), m_photograph);
    for (const Mark& mark : m_marks) {
        if (mark.pixel.x() < 0) continue;
        const QPoint at = fromPixel(mark.pixel);
        painter.setPen(QPen(Qt::black, 3));
        painter.drawEllipse(at, 7, 7);
        painter.setPen(QPen(Qt::white, 1));
        painter.drawEllipse(at, 7, 7);
        const QRect label(at.x() + 11, at.y() - 9,
                          painter.fontMetrics().horizontalAdvance(mark.label) + 8, 18);
        painter.fillRect(label, QColor(0, 0, 0, 170));
        painter.drawText(label, Qt::AlignCenter, mark.label);
    }
}

void SwatchPhotograph::mousePressEvent(QMouseEvent* event) {
    const QRectF box = fitted();
    if (!box.contains(event->position())) return;
    const QPointF pixel =
        (event->position() - box.topLeft()) * (m_photograph.width() / box.width());
    emit clicked({static_cast<int>(pixel.x()), static_cast<int>(pixel.y())});
}

QImage SwatchDialog::photographFrom(const QString& file) {
    constexpr qint64 kMostPixels = 60'000'000;
    QImageReader reader(file);
    reader.setAutoTransform(true);
    const QSize size = reader.size();
    if (!size.isValid() || qint64{size.width()} * size.height() > kMostPixels) return {};
    const QSize enough(2400, 2400);  // patches are averaged anyway
    if (size.width() > enough.width() || size.height() > enough.height()) {
        reader.setScaledSize(size.scaled(enough, Qt::KeepAspectRatio));
    }
    return reader.read();
}

SwatchDialog::SwatchDialog(const QImage& photograph, QWidget* parent)
    : QDialog(parent),
      m_photograph(new SwatchPhotograph(this)),
      m_spots(new QButtonGroup(this)),
      m_reflectance(new NumberField(tr("The card gives back"), tr("A usual grey card: 18 %"),
                                    {5, 95, 0, tr(" %"), false}, this)),
      m_result(new QLabel(this)),
      m_buttons(new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel, this)) {
    setObjectName(QStringLiteral("swatchDialog"));
    setWindowTitle(tr("Paint from a photograph"));
    auto* row = new QHBoxLayout(this);
    row->addWidget(m_photograph, 1);
    auto* column = new QVBoxLayout;
    auto* words =
        new QLabel(tr("Click the grey card, then the paint. Dabs of it in four and ten parts of "
                      "white tell how strong it is. For calibration also the same coat over black "
                      "and over white, and the bare card."),
                   this);
    words->setWordWrap(true);
    words->setFixedWidth(220);
    column->addWidget(words);
    for (std::size_t i = 0; i < kSpots.size(); ++i) {
        auto* button = new QPushButton(tr(kSpots.at(i).name), this);
        button->setObjectName(q(kSpots.at(i).object));
        button->setToolTip(tr(kSpots.at(i).tip));
        button->setCheckable(true);
        button->setAutoDefault(false);
        m_spots->addButton(button, static_cast<int>(i));
        column->addWidget(button);
    }
    m_spots->button(Card)->setChecked(true);
    m_reflectance->setValue(18);
    column->addWidget(m_reflectance);
    m_result->setWordWrap(true);
    m_result->setObjectName(QStringLiteral("swatchResult"));
    column->addWidget(m_result);
    column->addStretch(1);
    column->addWidget(m_buttons);
    row->addLayout(column);
    m_photograph->setPhotograph(photograph);
    connect(m_photograph, &SwatchPhotograph::clicked, this, &SwatchDialog::take);
    connect(m_reflectance, &NumberField::valueEdited, this, &SwatchDialog::showWhatIsRead);
    connect(m_buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(m_buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    showWhatIsRead();
}

void SwatchDialog::take(const QPoint& pixel) {
    const int spot = m_spots->checkedId();
    m_seen.at(static_cast<std::size_t>(spot)) = m_photograph->patchAt(pixel);
    m_photograph->mark(spot, pixel, tr(kSpots.at(static_cast<std::size_t>(spot)).name));
    if (spot + 1 < static_cast<int>(kSpots.size())) m_spots->button(spot + 1)->setChecked(true);
    showWhatIsRead();
}

Srgb SwatchDialog::colourOf(Spot spot) const {
    return balanced(*m_seen.at(spot), {*m_seen.at(Card), m_reflectance->value() / 100.0});
}

bool SwatchDialog::isCalibration() const {
    return has(Card) && has(OverBlack) && has(OverWhite) && has(Black) && has(White);
}

void SwatchDialog::showWhatIsRead() {
    const bool enough = has(Card) && (has(Thick) || isCalibration());
    m_buttons->button(QDialogButtonBox::Ok)->setEnabled(enough);
    if (!enough) {
        m_result->setText(has(Card) ? tr("Now click the paint.") : tr("Begin with the grey card."));
        return;
    }
    Paint read;
    applyTo(read);
    m_result->setText(
        QStringLiteral("<span style='background:%1'>&nbsp;&nbsp;&nbsp;&nbsp;&nbsp;</span> %1<br>%2")
            .arg(q(hexFrom(read.mass_tone)), isCalibration() ? tr("calibrated over black and white")
                                             : read.tint     ? tr("colour and strength")
                                                             : tr("colour only")) +
        howWellItFits(read));
}

std::optional<Srgb> SwatchDialog::tintFor(const Paint& paint) const {
    if (!has(Card) || !has(Thick)) return std::nullopt;
    if (has(In10)) return colourOf(In10);
    if (!has(In4)) return std::nullopt;
    const Lab in_four = labFrom(xyzFrom(linearFrom(colourOf(In4))));
    const PaintFilm film =
        filmFromTint(reflectanceOf(paint.mass_tone), in_four, referenceWhite(), 4.0);
    return displayable(tintOf(film, referenceWhite()));
}

QString SwatchDialog::howWellItFits(const Paint& paint) const {
    if (!has(In4) || !has(In10) || !paint.tint) return {};
    const Lab said = tintOf(filmOf(paint), referenceWhite(), 4.0);
    const double away = ciede2000(said, labFrom(xyzFrom(linearFrom(colourOf(In4)))));
    return away < 4.0 ? tr("<br>The dab of 1 in 4 agrees.")
                      : tr("<br>The dab of 1 in 4 is %1 off what the others say: was one of them "
                           "thin, or the drops uneven?")
                            .arg(away, 0, 'f', 0);
}

void SwatchDialog::applyTo(Paint& paint) const {
    paint.spectrum.clear();
    paint.swatch.reset();
    if (has(Thick)) paint.mass_tone = colourOf(Thick);
    paint.tint = tintFor(paint);
    if (!isCalibration()) return;
    paint.swatch =
        Swatch{colourOf(OverBlack), colourOf(OverWhite), colourOf(Black), colourOf(White)};
    if (!has(Thick)) {  // what it would be when thick, by its own film
        const MixingRack rack = mixingRack({paint});
        const std::vector<Drops> alone{{0, 1}};
        paint.mass_tone = displayable(glaukophos::colourOf(rack, alone));
    }
}

SwatchReading askForSwatch(QWidget* parent, const std::function<void(const QString&)>& problem) {
    const QString file =
        QFileDialog::getOpenFileName(parent, QObject::tr("Photograph of a swatch"), {},
                                     QObject::tr("Photographs (*.png *.jpg *.jpeg)"));
    if (file.isEmpty()) return {};
    const QImage photograph = SwatchDialog::photographFrom(file);
    if (photograph.isNull()) {
        problem(QObject::tr("%1 is no photograph that can be read: take a PNG or JPEG.").arg(file));
        return {};
    }
    SwatchDialog dialog(photograph, parent);
    if (dialog.exec() != QDialog::Accepted) return {};
    Paint read;
    dialog.applyTo(read);
    return [read](Paint& paint) {
        paint.mass_tone = read.mass_tone;
        paint.swatch = read.swatch;
        paint.spectrum.clear();
        if (read.tint) {
            paint.tint = read.tint;
            paint.corrected = 1.0;  // it is known now
        }
    };
}

}  // namespace glaukophos
