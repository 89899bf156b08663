// Page "Rack" of the Colours stage: the painter's own paints.
#pragma once

#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include "app/jobs/colour_reader.h"
#include "app/pages/plan_page.h"
#include "app/stages/colours/paint_strength.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class RackPage : public PlanPage {
    Q_OBJECT

  public:
    RackPage(Document& document, QWidget* parent);

    // Adds the paints of a file (CSV or GIMP palette) to the rack.
    void importFrom(const QString& file);
    void exportTo(const QString& file);

  signals:
    void problem(const QString& message);  // to be shown

  protected:
    void showPlan(const Plan& plan) override;

  private:
    void addList();
    void addActions();
    void addEditor();
    void connectEditor();
    void addStrength();
    void addMeasuring();
    // The reader is asked for the paint itself, or for one part of it in ten of white.
    void measure(bool tint);
    void takeSpectrum(const std::vector<double>& spectrum);
    // The paint that is being edited.
    [[nodiscard]] std::optional<std::size_t> chosenPaint() const;
    void changeChosen(const QString& text, const std::function<void(Paint&)>& alter, int key = 0);
    void fillList(const Plan& plan);
    void showPaint(const Paint& paint);
    // Indices of the rack that the search finds, in its order.
    [[nodiscard]] std::vector<std::size_t> found(const Plan& plan) const;

    QLineEdit* m_search = nullptr;  // owned by Qt, as are the following
    QListWidget* m_list = nullptr;
    QLabel* m_near = nullptr;
    QPushButton* m_remove = nullptr;
    QWidget* m_editor = nullptr;
    QLineEdit* m_name = nullptr;
    QLineEdit* m_pigment = nullptr;
    ColourField* m_colour = nullptr;
    QComboBox* m_opacity = nullptr;
    QComboBox* m_kind = nullptr;
    NumberField* m_left = nullptr;
    PaintStrength* m_strength = nullptr;
    QLabel* m_measured = nullptr;
    bool m_measures_tint = false;
    ColourReader m_reader;
    std::vector<std::size_t> m_shown;  // rack index of each row
};

}  // namespace glaukophos
