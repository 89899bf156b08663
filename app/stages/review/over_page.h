// Review stage, third page: the plan on the photograph.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QPushButton>

#include "app/jobs/photo_maker.h"
#include "app/pages/plan_page.h"
#include "app/stages/review/photo_desk.h"

namespace glaukophos {

class OverPage : public PlanPage {
    Q_OBJECT

  public:
    OverPage(PhotoDesk& desk, QWidget* parent = nullptr);

    // What is to be made of the photograph on the desk; its bytes are filled in already.
    [[nodiscard]] PhotoRequest request() const;
    // What is drawn on which photograph.
    [[nodiscard]] QString caption() const;
    [[nodiscard]] bool mirrored() const { return m_mirrored->isChecked(); }
    [[nodiscard]] bool upsideDown() const { return m_upside_down->isChecked(); }

  signals:
    void chosen();  // something else is to be shown
    void saveRequested();

  private:
    void addWhat();
    void addLayer();
    void addSight();
    void addOther();
    void fillLayers(const Evaluated& evaluated);
    [[nodiscard]] int nextStep(const Work& work) const;
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;
    [[nodiscard]] OnPhoto what() const;

    PhotoDesk& m_desk;
    QLabel* m_words;  // owned by Qt, as are the following
    QComboBox* m_what = nullptr;
    QWidget* m_layer_row = nullptr;
    QComboBox* m_layer = nullptr;
    NumberField* m_strength = nullptr;
    QCheckBox* m_grey = nullptr;
    QCheckBox* m_squint = nullptr;
    QCheckBox* m_mirrored = nullptr;
    QCheckBox* m_upside_down = nullptr;
    QComboBox* m_other = nullptr;
    QPushButton* m_save = nullptr;
    std::vector<std::string> m_layers;  // keys of the steps in the list
};

}  // namespace glaukophos
