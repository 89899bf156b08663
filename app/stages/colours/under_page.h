// Page "Under" of the Colours stage: the primer, sprays from directions and the colour over them.
#pragma once

#include <QCheckBox>
#include <QListWidget>
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
    void addList();
    void addSpray();
    void addFilter();
    void addSprayNumber(const char* object, const QString& label, const QString& tip,
                        const NumberRange& range, const std::function<double&(UnderCoat&)>& of);
    [[nodiscard]] std::optional<std::size_t> chosen(const Plan& plan) const;
    void changeSpray(const QString& text, const std::function<void(UnderCoat&)>& edit);
    void fillList(const Plan& plan);
    static void fillPaints(QComboBox& box, const Plan& plan, const std::string& chosen,
                           const QString& none);

    QCheckBox* m_used;  // owned by Qt, as are the following
    QListWidget* m_list = nullptr;
    QPushButton* m_add = nullptr;
    QPushButton* m_moon = nullptr;
    QPushButton* m_remove = nullptr;
    QComboBox* m_paint = nullptr;
    QComboBox* m_when = nullptr;
    QComboBox* m_filter = nullptr;
    QComboBox* m_shape = nullptr;
    QCheckBox* m_recesses = nullptr;
    QComboBox* m_part_filter = nullptr;
    QLabel* m_part_words = nullptr;
    QLabel* m_miss = nullptr;
    std::vector<UnderCoat> m_listed;
};

}  // namespace glaukophos
