// Lights stage, fifth page: lights kept aside, to choose by comparing.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <array>

#include "app/pages/plan_page.h"
#include "core/plan/light_variants.h"

namespace glaukophos {

class VariantsPage : public PlanPage {
    Q_OBJECT

  public:
    explicit VariantsPage(Document& document, QWidget* parent = nullptr);

    void take(std::size_t variant);

  protected:
    void showPlan(const Plan& plan) override;

  private:
    struct Row {
        QWidget* whole = nullptr;  // owned by Qt, as are the following
        QLineEdit* name = nullptr;
        QLabel* difference = nullptr;
        QPushButton* one_light = nullptr;
    };
    Row newRow(std::size_t variant);
    void fillMenu(QPushButton& button, const Plan& plan, std::size_t variant);

    QPushButton* m_keep = nullptr;  // owned by Qt
    QLabel* m_state = nullptr;      // owned by Qt
    std::array<Row, kMostVariants> m_rows;
};

}  // namespace glaukophos
