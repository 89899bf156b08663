// Values stage, fifth page: where the painter departs from the light.
#pragma once

#include <QButtonGroup>
#include <QCheckBox>
#include <QListWidget>
#include <QPushButton>

#include "app/pages/plan_page.h"
#include "app/view/figure_view.h"

namespace glaukophos {

class HandPage : public PlanPage {
    Q_OBJECT

  public:
    HandPage(Document& document, FigureView& view, QWidget* parent = nullptr);

  private:
    void addLicences();
    void addBrush();
    void addFace();
    void addFaceNumbers();
    void takeBrush(int id);
    void stroke(const std::vector<SurfacePoint>& points, bool reversed);
    void placeFace(const SurfacePoint& place);
    void changeFace(const QString& text, const std::function<void(FaceQuarters&)>& change);
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;
    void fillList(const std::vector<Correction>& corrections);
    void showFace(const Evaluated& evaluated);

    FigureView& m_view;
    Correction m_stroke;  // under way
    int m_stroke_key;
    bool m_stroke_begun = false;

    QLabel* m_part_words = nullptr;  // owned by Qt, as are the following
    QButtonGroup* m_tools = nullptr;
    NumberField* m_radius = nullptr;
    QListWidget* m_list = nullptr;
    QPushButton* m_remove = nullptr;
    QCheckBox* m_use_face = nullptr;
    QPushButton* m_forget_face = nullptr;
    QLabel* m_as_lit = nullptr;
    QLabel* m_by_quarters = nullptr;
    QWidget* m_face_pictures = nullptr;
    EvaluatedPtr m_face_of;  // what the pictures were made of
};

}  // namespace glaukophos
