// Figure stage, second page: the list of parts, and the tools that change which surface is whose.
#pragma once

#include <QButtonGroup>
#include <QCheckBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSlider>

#include "app/stages/figure/divider.h"
#include "app/view/figure_view.h"
#include "app/widgets/number_field.h"

namespace glaukophos {

class PartsPage : public QWidget {
    Q_OBJECT

  public:
    PartsPage(Document& document, FigureView& view, QWidget* parent = nullptr);

    [[nodiscard]] Divider& divider() { return m_divider; }
    void divideInto(int groups);

  private:
    enum class Brush { None, Add, Take, Patch };

    void buildList();
    void buildActions();
    void buildDivision();
    void buildBrush();
    void buildBrushEdges();
    QPushButton* addAction(const char* object, const QString& text, const QString& tip);
    void takeBrush(Brush brush);

    void fillList();
    void showSelected();
    void showStatus(const QString& text);
    [[nodiscard]] std::vector<PartIndex> chosenParts() const;

    void stroke(const DivisionGuide& guide, Brush brush, const std::vector<SurfacePoint>& points,
                bool take_away);
    void applyStroke(PartIndex part);
    void growBy(double mm);
    void joinChosen();
    void splitChosen();
    void showOnly();
    void flip(const QString& text, bool Part::*flag);

    Document& m_document;
    FigureView& m_view;
    Divider m_divider;
    // Labels while a stroke is under way.
    PartLabels m_labels;

    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QWidget* m_actions = nullptr;
    QSlider* m_groups = nullptr;
    QLabel* m_groups_label = nullptr;
    QButtonGroup* m_tools = nullptr;
    NumberField* m_radius = nullptr;
    QCheckBox* m_held = nullptr;
    QLabel* m_status = nullptr;
};

}  // namespace glaukophos
