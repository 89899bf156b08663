// The ladder of the chosen part, always at the foot: widths by share, colours, numbers.
#pragma once

#include <QWidget>

#include "app/document.h"

class QPainter;

namespace glaukophos {

struct LadderColours {
    QColor text, soft_text, line;
};

// Five steps side by side in `area`: widths by share of area, with readable minimum widths.
void paintLadder(QPainter& painter, const QRectF& area, const Ladder& ladder,
                 const LadderColours& colours);

// The same as plain blocks of colour, for lists.
void paintLadderBlocks(QPainter& painter, const QRectF& area, const Ladder& ladder);

class LadderStrip : public QWidget {
    Q_OBJECT

  public:
    explicit LadderStrip(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {600, 128}; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    Document& m_document;
};

}  // namespace glaukophos
