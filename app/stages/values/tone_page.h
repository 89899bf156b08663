// Values stage, first page: from light to lightness.
#pragma once

#include <QComboBox>

#include "app/pages/plan_page.h"

namespace glaukophos {

class TonePage : public PlanPage {
    Q_OBJECT

  public:
    explicit TonePage(Document& document, QWidget* parent = nullptr);

  private:
    void addStyles();
    void addTone();
    void addRange();
    void addSheen();
    void addRoom();
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

    QComboBox* m_viewer = nullptr;  // owned by Qt, as are the following
    QLabel* m_exposure_words = nullptr;
    QLabel* m_contrast_words = nullptr;
    QLabel* m_range_words = nullptr;
};

}  // namespace glaukophos
