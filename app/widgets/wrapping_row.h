// Widgets in a row that breaks like words where the window is narrow.
#pragma once

#include <QWidget>
#include <vector>

namespace glaukophos {

class WrappingRow : public QWidget {
    Q_OBJECT

  public:
    // `margin_px` round all, `gap_px` between neighbours and between rows.
    WrappingRow(int margin_px, int gap_px, QWidget* parent);
    void add(QWidget* widget);

    [[nodiscard]] bool hasHeightForWidth() const override { return true; }
    [[nodiscard]] int heightForWidth(int width_px) const override;
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QSize minimumSizeHint() const override;

  protected:
    void resizeEvent(QResizeEvent* event) override;

  private:
    // Where each widget stands in rows of this width.
    [[nodiscard]] std::vector<QRect> places(int width_px) const;

    int m_margin_px;
    int m_gap_px;
    std::vector<QWidget*> m_widgets;  // owned by Qt
};

}  // namespace glaukophos
