// Three pages under one heading.
#include "app/figure_panel.h"

#include <QPushButton>
#include <array>

#include "app/text.h"

namespace glaukophos {

FigurePanel::FigurePanel(Document& document, Loader& loader, FigureView& view, QWidget* parent)
    : StagePanel(tr("Figure"), tr("Stand it, divide it, say what each part is."), parent),
      m_tabs(new QButtonGroup(this)),
      m_pages(new QStackedWidget(this)),
      m_standing(new StandingPage(document, loader, this)),
      m_parts(new PartsPage(document, view, this)),
      m_material(new MaterialPage(document, this)) {
    struct Entry {
        QString name;
        QString tip;
        const char* object;
        QWidget* page;
    };
    const std::array<Entry, 3> entries = {{
        {tr("Standing"), tr("Size, front and what was repaired"), "pageStanding", m_standing},
        {tr("Parts"), tr("Which surface belongs together"), "pageParts", m_parts},
        {tr("Material"), tr("Name, material, colour and focus of the chosen part"), "pageMaterial",
         m_material},
    }};
    auto* row = new QHBoxLayout;
    row->setSpacing(5);
    for (const Entry& entry : entries) {
        auto* button = new QPushButton(entry.name, this);
        button->setObjectName(q(entry.object));
        button->setToolTip(entry.tip);
        button->setCheckable(true);
        m_tabs->addButton(button, m_pages->count());
        m_pages->addWidget(entry.page);
        row->addWidget(button);
    }
    column().addLayout(row);
    column().addWidget(m_pages, 1);
    connect(m_tabs, &QButtonGroup::idClicked, this,
            [this](int id) { showPage(static_cast<Page>(id)); });
    connect(m_standing, &StandingPage::openRequested, this, &FigurePanel::openRequested);
    connect(m_standing, &StandingPage::reimportRequested, this, &FigurePanel::reimportRequested);
    connect(&view, &FigureView::viewChanged, m_standing,
            [this, &view] { m_standing->setView(view.view()); });
    showPage(Page::Parts);
}

void FigurePanel::showPage(Page page) {
    m_tabs->button(static_cast<int>(page))->setChecked(true);
    m_pages->setCurrentIndex(static_cast<int>(page));
    // The pages that are not shown must not make the panel taller.
    for (int i = 0; i < m_pages->count(); ++i) {
        const bool shown = i == m_pages->currentIndex();
        m_pages->widget(i)->setSizePolicy(QSizePolicy::Preferred,
                                          shown ? QSizePolicy::Preferred : QSizePolicy::Ignored);
    }
    m_pages->updateGeometry();
    if (page != Page::Parts) m_parts->layDownBrush();
}

}  // namespace glaukophos
