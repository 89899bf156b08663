// The ladder of the chosen part, always at the foot: widths by share, colours, drops.
#pragma once

#include <QWidget>
#include <optional>

#include "app/document/document.h"

class QPainter;
class QPushButton;

namespace glaukophos {

struct LadderColours {
    QColor text, soft_text, line;
    bool on_paper = false;  // colours as they are, not through the screen's profile
};

// The drops of one part; null where there are none yet, or none can be (whole figure).
struct LadderDrops {
    const MixingRack* rack = nullptr;
    const PartMixes* part = nullptr;
};
LadderDrops dropsOf(const Evaluated& evaluated, std::optional<PartIndex> part);

// All bands side by side in `area`: widths by share of area, with readable minimum widths; the
// colour wanted above the mix, and the drops below.
void paintLadder(QPainter& painter, const QRectF& area, const Ladder& ladder,
                 const LadderDrops& drops, const LadderColours& colours);

// The same as plain blocks of colour, for lists.
void paintLadderBlocks(QPainter& painter, const QRectF& area, const Ladder& ladder);

class LadderStrip : public QWidget {
    Q_OBJECT

  public:
    explicit LadderStrip(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {600, m_kept ? 172 : 152}; }
    // The part kept for comparison, drawn small above the chosen one.
    [[nodiscard]] std::optional<PartIndex> kept() const { return m_kept; }

  signals:
    // The band under the pointer; none when it leaves.
    void bandPointedAt(std::optional<std::size_t> band);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void leaveEvent(QEvent* event) override;
    bool event(QEvent* event) override;

  private:
    [[nodiscard]] QRectF steps() const;
    [[nodiscard]] std::optional<std::size_t> bandAt(const QPointF& position) const;
    [[nodiscard]] const Ladder* shownLadder() const;
    [[nodiscard]] std::optional<PartIndex> shownPart() const;
    [[nodiscard]] QString tipFor(std::size_t band) const;
    void paintKept(QPainter& painter, const QRectF& area) const;
    void keep();

    Document& m_document;
    QPushButton* m_keep;  // owned by Qt
    std::optional<PartIndex> m_kept;
    std::optional<std::size_t> m_band;
};

}  // namespace glaukophos
