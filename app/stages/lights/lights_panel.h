// Stage "Lights": the list, the sky chart, and four pages about the chosen light.
#pragma once

#include <QListWidget>
#include <QPushButton>

#include "app/pages/stage_panel.h"
#include "app/stages/lights/best_place_page.h"
#include "app/stages/lights/light_glow_page.h"
#include "app/stages/lights/light_place_page.h"
#include "app/stages/lights/variants_page.h"
#include "app/view/sky_chart.h"
#include "app/widgets/page_tabs.h"

namespace glaukophos {

class LightsPanel : public StagePanel {
    Q_OBJECT

  public:
    explicit LightsPanel(Document& document, QWidget* parent = nullptr);

    enum class Page { Place, Light, Best, Ready, Compare };
    void showPage(Page page);
    [[nodiscard]] Page page() const { return static_cast<Page>(m_pages->shownPage()); }
    [[nodiscard]] VariantsPage& variantsPage() { return *m_variants; }
    // Turns the chart with the figure.
    void setSeat(const Seat& seat) { m_chart->setSeat(seat); }

    [[nodiscard]] Overlay overlay() const override { return Overlay::Colours; }

  signals:
    void seeFromRequested(std::size_t light);
    void placeByClickRequested();
    void pageShown();

  private:
    void buildList();
    void buildButtons();
    void buildChart();
    void buildPages();

    void refresh(Aspect aspect);
    void fillList();
    void showScores();
    void addLight(std::size_t kind);

    Document& m_document;
    bool m_filling = false;  // the list is being filled, not edited

    // All owned by Qt.
    QListWidget* m_list = nullptr;
    QPushButton* m_remove = nullptr;
    QPushButton* m_alone = nullptr;
    SkyChart* m_chart = nullptr;
    PageTabs* m_pages = nullptr;
    LightPlacePage* m_place = nullptr;
    LightGlowPage* m_glow = nullptr;
    BestPlacePage* m_best = nullptr;
    VariantsPage* m_variants = nullptr;
};

}  // namespace glaukophos
