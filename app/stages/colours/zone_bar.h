// The zones of a glowing thing from its brightest place to its tips; their borders are dragged, or
// moved with the arrow keys.
#pragma once

#include <QColor>
#include <QWidget>
#include <optional>
#include <vector>

#include "core/effect/glow_ramp.h"

namespace glaukophos {

class ZoneBar : public QWidget {
    Q_OBJECT

  public:
    explicit ZoneBar(QWidget* parent);

    // `colours` from the brightest zone to the tips, five of them.
    void setZones(const GlowZones& zones, const std::vector<QColor>& colours);
    [[nodiscard]] QSize sizeHint() const override { return {240, 44}; }

  signals:
    void zonesEdited(const glaukophos::GlowZones& zones);
    void editingFinished();

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    [[nodiscard]] double xOf(double share) const;
    void moveBorder(std::size_t border, double share);

    GlowZones m_zones{};
    std::vector<QColor> m_colours;
    std::optional<std::size_t> m_held;
    std::size_t m_chosen = 0;  // that the arrow keys move
};

}  // namespace glaukophos
