// Stage "Lights": the list, the sky chart, and the chosen light's numbers.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include "app/colour_field.h"
#include "app/number_field.h"
#include "app/panel.h"
#include "app/sky_chart.h"

namespace glaukophos {

class LightsPanel : public Panel {
    Q_OBJECT

  public:
    explicit LightsPanel(Document& document, QWidget* parent = nullptr);

  signals:
    void seeFromRequested(std::size_t light);
    void placeLampRequested();

  private:
    void buildList();
    void buildCommon();
    void buildSky();
    void buildFar();
    void buildLamp();
    void buildColour();

    void refresh(Aspect aspect);
    void fillList();
    void showLight();
    void showKind(const Light& light);
    void showReach();
    void fillOwnPart(const Light& light);

    [[nodiscard]] const Light* selected() const;
    // One edit of the chosen light; `key` tells edits of different controls apart.
    void change(const QString& text, int key, const std::function<void(Light&)>& change);
    void connectNumber(NumberField& field, const QString& text, int key,
                       const std::function<void(Light&, double)>& set);
    void setReach(double reach_mm);

    Document& m_document;
    bool m_showing = false;  // controls are being filled, not edited

    // All owned by Qt.
    QListWidget* m_list = nullptr;
    QPushButton* m_remove = nullptr;
    SkyChart* m_chart = nullptr;
    QLabel* m_from = nullptr;
    QLineEdit* m_name = nullptr;
    NumberField* m_strength = nullptr;
    QWidget* m_sky_box = nullptr;
    QComboBox* m_sky_kind = nullptr;
    NumberField* m_sharpness = nullptr;
    QWidget* m_far_box = nullptr;
    NumberField* m_hour = nullptr;
    NumberField* m_height = nullptr;
    NumberField* m_far_radius = nullptr;
    QWidget* m_lamp_box = nullptr;
    QDoubleSpinBox* m_position[3] = {};
    NumberField* m_lamp_radius = nullptr;
    NumberField* m_reach = nullptr;
    QComboBox* m_own_part = nullptr;
    QComboBox* m_colour_source = nullptr;
    NumberField* m_kelvin = nullptr;
    ColourField* m_colour = nullptr;
};

}  // namespace glaukophos
