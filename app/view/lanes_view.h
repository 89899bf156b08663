// The schedule as lanes: a lane a figure, work as blocks, drying as a thin line after them; the
// same one after another below, to the same scale.
#pragma once

#include <QWidget>

#include "app/document/document.h"

namespace glaukophos {

class LanesView : public QWidget {
    Q_OBJECT

  public:
    explicit LanesView(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override;

  signals:
    void stepPointedAt(const QString& key);  // by a click

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

  private:
    [[nodiscard]] const Batch* batch() const;
    [[nodiscard]] QRectF lanes() const;
    // Minutes at the desk, nights taken out, of a slot's begin and end.
    struct Block {
        std::size_t slot = 0;
        double begin = 0.0;
        double end = 0.0;
        double dry = 0.0;
    };
    [[nodiscard]] static std::vector<Block> blocksOf(const Batch& batch, const Schedule& schedule);
    [[nodiscard]] std::optional<std::size_t> slotAt(const QPointF& position) const;
    void paintLanes(QPainter& painter, const QRectF& area, const Batch& batch,
                    const Schedule& schedule, double scale) const;

    Document& m_document;
};

}  // namespace glaukophos
