// Reads a paint off a photograph of a swatch: click the grey card, then the paint.
#pragma once

#include <QButtonGroup>
#include <QDialog>
#include <QDialogButtonBox>
#include <QLabel>
#include <QPushButton>
#include <functional>

#include "app/widgets/number_field.h"
#include "core/colour/grey_card.h"
#include "core/colour/recipe.h"

namespace glaukophos {

// The photograph, fitted in; clicks are told in its own pixels.
class SwatchPhotograph : public QWidget {
    Q_OBJECT

  public:
    explicit SwatchPhotograph(QWidget* parent);
    void setPhotograph(const QImage& photograph);
    [[nodiscard]] QSize sizeHint() const override { return {560, 420}; }
    // Mean of the patch round a pixel, sRGB.
    [[nodiscard]] Srgb patchAt(const QPoint& pixel) const;
    void mark(int spot, const QPoint& pixel, const QString& label);
    // Where a pixel of the photograph is in the widget.
    [[nodiscard]] QPoint fromPixel(const QPoint& pixel) const;

  signals:
    void clicked(const QPoint& pixel);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

  private:
    struct Mark {
        QPoint pixel{-1, -1};
        QString label;
    };
    [[nodiscard]] QRectF fitted() const;

    QImage m_photograph;
    std::array<Mark, 8> m_marks;
};

class SwatchDialog : public QDialog {
    Q_OBJECT

  public:
    explicit SwatchDialog(const QImage& photograph, QWidget* parent = nullptr);

    // What was read, put into the paint.
    void applyTo(Paint& paint) const;

    // PNG or JPEG; null when it cannot be read or is too large.
    static QImage photographFrom(const QString& file);

  private:
    enum Spot { Card, Thick, OverBlack, OverWhite, Black, White, In4, In10 };
    void take(const QPoint& pixel);
    void showWhatIsRead();
    [[nodiscard]] bool has(Spot spot) const { return m_seen.at(spot).has_value(); }
    [[nodiscard]] Srgb colourOf(Spot spot) const;
    [[nodiscard]] bool isCalibration() const;
    // The tint of one part in ten; from one in four where only that was seen.
    [[nodiscard]] std::optional<Srgb> tintFor(const Paint& paint) const;

    [[nodiscard]] QString howWellItFits(const Paint& paint) const;

    std::array<std::optional<Srgb>, 8> m_seen;
    SwatchPhotograph* m_photograph;  // owned by Qt, as are the following
    QButtonGroup* m_spots;
    NumberField* m_reflectance;
    QLabel* m_result;
    QDialogButtonBox* m_buttons;
};

// Puts what was read into a paint; empty when nothing was.
using SwatchReading = std::function<void(Paint&)>;

// Asks for a photograph and has it read; `problem` is told when the file is none.
SwatchReading askForSwatch(QWidget* parent, const std::function<void(const QString&)>& problem);

}  // namespace glaukophos
