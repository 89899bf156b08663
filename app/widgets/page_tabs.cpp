// Hidden pages take no part in the layout: a stack would measure the text of all of them at each
// change of one.
#include "app/widgets/page_tabs.h"

#include <QGridLayout>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/widgets/brush_stroke.h"
#include "app/widgets/text.h"

namespace glaukophos {

PageTabs::PageTabs(QWidget* parent, int columns)
    : QWidget(parent),
      m_buttons(new QButtonGroup(this)),
      m_columns(columns),
      m_grid(new QGridLayout),
      m_column(new QVBoxLayout(this)) {
    m_column->setContentsMargins(0, 0, 0, 0);
    m_column->setSpacing(8);
    m_grid->setSpacing(5);
    m_column->addLayout(m_grid);
    connect(m_buttons, &QButtonGroup::idClicked, this, &PageTabs::showPage);
}

void PageTabs::addPage(const QString& name, const QString& tip, const char* object, QWidget* page) {
    auto* button = new TabButton(name, this);
    button->setObjectName(q(object));
    button->setToolTip(tip);
    button->setCheckable(true);
    m_buttons->addButton(button, static_cast<int>(m_pages.size()));
    const auto place = static_cast<int>(m_pages.size());
    m_grid->addWidget(button, place / m_columns, place % m_columns);
    page->setVisible(m_pages.empty());
    m_column->addWidget(page, 1);
    m_pages.push_back(page);
    if (m_pages.size() == 1) button->setChecked(true);
}

void PageTabs::showPage(int page) {
    m_shown = page;
    m_buttons->button(page)->setChecked(true);
    for (std::size_t i = 0; i < m_pages.size(); ++i) {
        m_pages[i]->setVisible(static_cast<int>(i) == page);
    }
    emit pageShown(page);
}

}  // namespace glaukophos
