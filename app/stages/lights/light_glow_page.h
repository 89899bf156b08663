// Lights stage, second page: how strong, how large and of what colour the chosen light is.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>

#include "app/pages/light_page.h"
#include "app/widgets/colour_field.h"
#include "app/widgets/parts_button.h"

namespace glaukophos {

class LightGlowPage : public LightPage {
    Q_OBJECT

  public:
    explicit LightGlowPage(Document& document, QWidget* parent = nullptr);

  private:
    void addStrength();
    void addSizes();
    void addShapes();
    void addColour();
    void addParts();
    void addShells();
    void showLight(const Light& light) override;
    void showColour(const LightColour& colour);
    void showResults(const Light& light) override;
    void setReach(double reach_mm);

    QLineEdit* m_name;  // owned by Qt, as are the following
    QComboBox* m_sky_kind = nullptr;
    QComboBox* m_shape = nullptr;
    QCheckBox* m_two_sided = nullptr;
    NumberField* m_reach = nullptr;
    QLabel* m_measured = nullptr;
    QComboBox* m_colour_source = nullptr;
    NumberField* m_kelvin = nullptr;
    ColourField* m_colour = nullptr;
    PartsButton* m_own = nullptr;
    PartsButton* m_passed = nullptr;
    PartsButton* m_throwing = nullptr;
    QCheckBox* m_floor = nullptr;
    NumberField* m_shells = nullptr;
    QLabel* m_shell_list = nullptr;
};

}  // namespace glaukophos
