// How much of the window the figure has.
#include <algorithm>

#include "app/window/main_window.h"

namespace glaukophos {

// On the page about time the schedule stands where the ladder is elsewhere.
void MainWindow::showFoot() {
    const bool lanes = m_panels->currentWidget() == m_steps_panel &&
                       m_steps_panel->page() == StepsPanel::Page::Time;
    m_foot->setCurrentWidget(lanes ? static_cast<QWidget*>(m_lanes) : m_strip);
    constexpr int kFolded_px = 58;
    const int height = m_foot->currentWidget()->sizeHint().height();
    m_foot->setFixedHeight(m_strip_folded && !lanes ? kFolded_px : height);
}

// While lights are compared, the figures stand beside each other.
void MainWindow::showFigureOrCompared() {
    const bool open = m_document.isOpen();
    for (QWidget* widget :
         {m_top_bar, m_foot_line, m_caption, m_side, static_cast<QWidget*>(m_foot), m_rail}) {
        // Without a plan there is nothing that they could show.
        const bool in_stage = widget != m_foot || m_panels->currentWidget() != m_review_panel;
        widget->setVisible(open && in_stage && (!m_figure_alone || widget == m_caption));
    }
    if (!open) return m_middle->setCurrentWidget(m_start);
    const bool compared = m_panels->currentWidget() == m_lights_panel &&
                          m_lights_panel->page() == LightsPanel::Page::Compare &&
                          !m_document.plan().variants.empty();
    m_middle->setCurrentWidget(compared ? static_cast<QWidget*>(m_side_by_side) : m_beside);
    showPhotograph();
}

// In the Review stage the photograph stands beside the figure, or in its place.
void MainWindow::showPhotograph() {
    const bool review = m_panels->currentWidget() == m_review_panel;
    m_photo_view->setVisible(review);
    const bool figure = !review || m_review_panel->showsFigure();
    m_view->setVisible(figure);
    m_top_bar->setVisible(m_document.isOpen() && figure && !m_figure_alone);
    m_caption->setVisible(m_document.isOpen() && figure);
    if (review && figure) m_beside->setSizes({1000, 1000});
}

void MainWindow::showFigureAlone(bool alone) {
    m_figure_alone = alone;
    showFigureOrCompared();
    m_view->setFocus();
}

void MainWindow::showFocus() {
    const Plan& plan = m_document.plan();
    const auto focus = std::ranges::find(plan.parts, Focus::Main, &Part::focus);
    const auto chosen = m_document.selectedPart();
    if (focus == plan.parts.end() && !chosen) {
        m_banner->showMessage(
            tr("No part is the main focus yet: choose one under Figure, Material."));
        return;
    }
    const std::size_t part = chosen.value_or(static_cast<PartIndex>(focus - plan.parts.begin()));
    Bounds bounds;
    const Surface& surface = plan.figure->surface;
    for (std::size_t v = 0; v < surface.parts.size(); ++v) {
        if (surface.parts[v] == part) bounds.add(surface.mesh.positions_mm[v]);
    }
    ViewChoice view = m_view->view();
    const double share = plan.figure->bounds().diagonal() / std::max(1.0F, bounds.diagonal());
    view.zoom = std::clamp(0.5 * share, 1.0, 6.0);
    view.focus_mm = bounds.centre() - plan.figure->bounds().centre();
    // A part that is in several places (a face and two hands) is looked at where it is highest.
    if (bounds.diagonal() > 0.4F * plan.figure->bounds().diagonal()) {
        view.focus_mm.z() =
            bounds.high.z() - 0.1F * bounds.size().z() - plan.figure->bounds().centre().z();
        view.zoom = std::max(view.zoom, 2.6);
    }
    m_view->setView(view);
}

void MainWindow::showPanel(bool shown) {
    const int whole = m_split->width();
    const int panel = m_side->sizeHint().width();
    m_split->setSizes({whole - (shown ? panel : 0), shown ? panel : 0});
}

// Of the walk, which goes everywhere.
void MainWindow::showStagePage(int stage, int page) {
    setStage(static_cast<Stage>(stage));
    if (auto* tabs = m_panels->currentWidget()->findChild<PageTabs*>()) tabs->showPage(page);
}

void MainWindow::foldStrip(bool folded) {
    m_strip_folded = folded;
    showFoot();
}

}  // namespace glaukophos
