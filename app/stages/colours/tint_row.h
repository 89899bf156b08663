// A paint as it would look: alone, in white by 1, 4 and 10 parts, and in one coat over black.
#pragma once

#include <QWidget>

#include "core/colour/paint.h"

namespace glaukophos {

class TintRow : public QWidget {
    Q_OBJECT

  public:
    explicit TintRow(QWidget* parent);
    void setPaint(const Paint& paint);
    [[nodiscard]] QSize sizeHint() const override;
    // Colours shown, left to right: alone, 1:1, 1:4, 1:10, over black, over white.
    [[nodiscard]] const std::vector<QColor>& colours() const { return m_colours; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    std::vector<QColor> m_colours;
};

}  // namespace glaukophos
