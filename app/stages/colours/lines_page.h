// Page "Lines" of the Colours stage: bolts, nets of light, cracks and signs drawn on the figure.
#pragma once

#include <QListWidget>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class LinesPage : public PlanPage {
    Q_OBJECT

  public:
    LinesPage(Document& document, FigureView& view, QWidget* parent);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;
    void showEvent(QShowEvent* event) override;
    void hideEvent(QHideEvent* event) override;

  private:
    void addList();
    void addBeginnings();
    void addEditor();
    void addNumberOf(const char* object, const QString& label, const QString& tip,
                     const NumberRange& range, double DrawnLine::*member,
                     const std::vector<LineKind>& kinds);
    [[nodiscard]] std::optional<std::size_t> chosen() const;
    void fillList(const std::vector<DrawnLine>& lines);

    // Asks for the places of a new line, one after the other.
    void begin(LineKind kind);
    void askEnd(const Vec3& root);
    void goOn();
    void add(const DrawnLine& line);
    void holdAnchors();

    FigureView& m_view;
    std::vector<DrawnLine> m_listed;
    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QPushButton* m_another = nullptr;
    QPushButton* m_go_on = nullptr;
    QPushButton* m_cut = nullptr;
    QPushButton* m_remove = nullptr;
    ColourField* m_colour = nullptr;
    QLabel* m_result = nullptr;
};

}  // namespace glaukophos
