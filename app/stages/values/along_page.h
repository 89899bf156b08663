// Values stage, sixth page: tone that runs along a thing, or inward from its rim.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QListWidget>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class AlongPage : public PlanPage {
    Q_OBJECT

  public:
    AlongPage(Document& document, FigureView& view, QWidget* parent = nullptr);

  private:
    void addButtons();
    void addList();
    void addNumbers();
    void askDarkEnd();
    void askLightEnd(const Vec3& dark_mm);
    void askPlate();
    void add(const Gradient& gradient);
    void changeChosen(const QString& text, const std::function<void(Gradient&)>& edit);
    [[nodiscard]] std::optional<std::size_t> chosen(const Plan& plan) const;
    [[nodiscard]] QString rowFor(const Plan& plan, const Gradient& gradient) const;
    void showPlan(const Plan& plan) override;

    FigureView& m_view;
    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QComboBox* m_begins = nullptr;
    QCheckBox* m_alike = nullptr;
    QPushButton* m_remove = nullptr;
};

}  // namespace glaukophos
