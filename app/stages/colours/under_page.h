// Page "Under" of the Colours stage: sprays from narrowing angles and the colour over them.
#pragma once

#include <QCheckBox>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class UnderPage : public PlanPage {
    Q_OBJECT

  public:
    UnderPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addCoat(std::size_t coat);
    void addFilter();
    static void fillPaints(QComboBox& box, const Plan& plan, const std::string& chosen,
                           const QString& none);

    QCheckBox* m_used;  // owned by Qt, as are the following
    std::vector<QComboBox*> m_paints;
    QComboBox* m_filter = nullptr;
    QComboBox* m_part_filter = nullptr;
    QLabel* m_part_words = nullptr;
    QLabel* m_miss = nullptr;
};

}  // namespace glaukophos
