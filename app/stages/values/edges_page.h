// Values stage, third page: where to blend and where not, and which edges to highlight.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <array>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"
#include "app/widgets/colour_field.h"
#include "core/picture/look.h"

namespace glaukophos {

class EdgesPage : public PlanPage {
    Q_OBJECT

  public:
    EdgesPage(Document& document, FigureView& view, QWidget* parent = nullptr);

  signals:
    void overlayRequested(glaukophos::Overlay overlay);

  private:
    void addKinds();
    void addLines();
    void addWishes();
    // Waits for a click on an edge.
    void askWish(const QString& prompt, EdgeWish wish);
    void addShowButton(const char* object, const QString& text, Overlay overlay);
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

    FigureView& m_view;
    std::array<QLabel*, kEdgeKindCount> m_kinds{};  // owned by Qt, as are the following
    QLabel* m_thrown = nullptr;
    QComboBox* m_school = nullptr;
    QLabel* m_passes = nullptr;
    QCheckBox* m_corners = nullptr;
    QCheckBox* m_own_last = nullptr;
    ColourField* m_last_colour = nullptr;
    QPushButton* m_forget = nullptr;
};

// A short line in the style that a kind of border is drawn in.
class LineSample : public QWidget {
    Q_OBJECT

  public:
    LineSample(EdgeKind kind, QWidget* parent);
    [[nodiscard]] QSize sizeHint() const override { return {44, 16}; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    EdgeKind m_kind;
};

}  // namespace glaukophos
