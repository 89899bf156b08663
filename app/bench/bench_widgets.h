// Small widgets of the bench.
#pragma once

#include <QWidget>

#include "app/widgets/theme.h"

namespace glaukophos {

// Coats as rings that fill when they are done.
class CoatRings : public QWidget {
    Q_OBJECT

  public:
    explicit CoatRings(QWidget* parent = nullptr);
    void setCoats(int done, int count);
    [[nodiscard]] int done() const { return m_done; }
    [[nodiscard]] QSize sizeHint() const override { return {200, 40}; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    int m_done = 0;
    int m_count = 1;
};

// Dims what lies below it, and lets clicks through.
class Shade : public QWidget {
    Q_OBJECT

  public:
    explicit Shade(QWidget* parent);

  protected:
    void paintEvent(QPaintEvent* event) override;
};

// Large type, readable from a metre away.
QString benchStyle(const Theme& theme);

}  // namespace glaukophos
