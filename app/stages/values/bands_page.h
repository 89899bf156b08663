// Values stage, second page: how many bands, where they end, how much each covers.
#pragma once

#include <QComboBox>

#include "app/pages/plan_page.h"
#include "app/view/band_bars.h"

namespace glaukophos {

class BandTable;

class BandsPage : public PlanPage {
    Q_OBJECT

  public:
    explicit BandsPage(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] BandBars& bars() { return *m_bars; }

  private:
    void addCount();
    void addBars();
    void addCleaning();
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

    BandBars* m_bars = nullptr;  // owned by Qt, as are the following
    BandTable* m_table = nullptr;
    QComboBox* m_basis = nullptr;
    QLabel* m_warning = nullptr;
};

// One row a band of the chosen part: grey, name, range of L*, share, area and border; a mark where
// the shares do not shrink towards the light.
class BandTable : public QWidget {
    Q_OBJECT

  public:
    explicit BandTable(QWidget* parent = nullptr);
    void show(const Bands& bands, const PartBands& part, const PaintRange& paint);
    [[nodiscard]] QSize sizeHint() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    Bands m_bands;  // borders only
    PartBands m_part;
    PaintRange m_paint;
};

}  // namespace glaukophos
