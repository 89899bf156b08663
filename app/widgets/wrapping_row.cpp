#include "app/widgets/wrapping_row.h"

namespace glaukophos {

WrappingRow::WrappingRow(int margin_px, int gap_px, QWidget* parent)
    : QWidget(parent), m_margin_px(margin_px), m_gap_px(gap_px) {
    QSizePolicy policy(QSizePolicy::Expanding, QSizePolicy::Minimum);
    policy.setHeightForWidth(true);
    setSizePolicy(policy);
}

void WrappingRow::add(QWidget* widget) {
    widget->setParent(this);
    m_widgets.push_back(widget);
    updateGeometry();
}

std::vector<QRect> WrappingRow::places(int width_px) const {
    std::vector<QRect> result;
    int left = m_margin_px;
    int top = m_margin_px;
    int row_height = 0;
    for (const QWidget* widget : m_widgets) {
        const QSize size = widget->sizeHint();
        if (left > m_margin_px && left + size.width() > width_px - m_margin_px) {
            left = m_margin_px;
            top += row_height + m_gap_px;
            row_height = 0;
        }
        result.emplace_back(QPoint(left, top), size);
        left += size.width() + m_gap_px;
        row_height = std::max(row_height, size.height());
    }
    return result;
}

int WrappingRow::heightForWidth(int width_px) const {
    int bottom = 0;
    for (const QRect& place : places(width_px)) bottom = std::max(bottom, place.bottom() + 1);
    return bottom + m_margin_px;
}

QSize WrappingRow::sizeHint() const {
    int width = m_margin_px;
    for (const QWidget* widget : m_widgets) width += widget->sizeHint().width() + m_gap_px;
    return {width + m_margin_px, heightForWidth(width + m_margin_px)};
}

QSize WrappingRow::minimumSizeHint() const {
    int widest = 0;
    for (const QWidget* widget : m_widgets) widest = std::max(widest, widget->sizeHint().width());
    return {widest + 2 * m_margin_px, 0};
}

void WrappingRow::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    const std::vector<QRect> all = places(width());
    for (std::size_t i = 0; i < all.size(); ++i) m_widgets[i]->setGeometry(all[i]);
}

}  // namespace glaukophos
