// The menu is made anew whenever parts or ticks change.
#include "app/widgets/parts_button.h"

#include <algorithm>

#include "app/widgets/text.h"

namespace glaukophos {

PartsButton::PartsButton(const QString& label, const QString& none, QWidget* parent)
    : QPushButton(parent), m_label(label), m_none(none), m_menu(new QMenu(this)) {
    setAccessibleName(label);
    setMenu(m_menu);
}

void PartsButton::setParts(const std::vector<Part>& parts, const std::vector<PartIndex>& ticked) {
    QStringList names;
    m_menu->clear();
    for (std::size_t p = 0; p < parts.size(); ++p) {
        const auto part = static_cast<PartIndex>(p);
        const bool is_ticked = std::ranges::find(ticked, part) != ticked.end();
        if (is_ticked) names << q(parts[p].name);
        QAction* action = m_menu->addAction(capital(q(parts[p].name)));
        action->setCheckable(true);
        action->setChecked(is_ticked);
        connect(action, &QAction::toggled, this, [this, ticked, part](bool on) {
            std::vector<PartIndex> now = ticked;
            std::erase(now, part);
            if (on) now.push_back(part);
            std::ranges::sort(now);
            emit this->ticked(now);
        });
    }
    const QString text = names.isEmpty() ? m_none : names.join(QStringLiteral(", "));
    setText(
        fontMetrics().elidedText(QStringLiteral("%1: %2").arg(m_label, text), Qt::ElideRight, 270));
}

}  // namespace glaukophos
