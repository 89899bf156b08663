// Page "All" of the Colours stage: every part's ladder, and how their hues stand to each other.
#pragma once

#include <QCheckBox>

#include "app/pages/plan_page.h"
#include "core/painted/harmony.h"

namespace glaukophos {

// Hue round, chroma outwards; a dot a part, a trail through its bands, lines between opposite hues.
class HueWheel : public QWidget {
    Q_OBJECT

  public:
    explicit HueWheel(Document& document, QWidget* parent);
    void setHarmony(Harmony harmony);
    [[nodiscard]] QSize sizeHint() const override { return {280, 215}; }
    // Where the part's dot is drawn.
    [[nodiscard]] std::optional<QPointF> dotOf(PartIndex part) const;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;

  private:
    [[nodiscard]] QPointF pointOf(const Oklab& colour) const;
    [[nodiscard]] double radius() const;
    void paintRing(QPainter& painter) const;
    void paintPairs(QPainter& painter) const;
    void paintParts(QPainter& painter) const;

    Document& m_document;
    Harmony m_harmony;
};

// One row a part: name and ladder in small. Click chooses the part.
class LadderList : public QWidget {
    Q_OBJECT

  public:
    explicit LadderList(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

  private:
    Document& m_document;
};

class WheelPage : public PlanPage {
    Q_OBJECT

  public:
    WheelPage(Document& document, QWidget* parent);
    void showSteps(bool in_steps) { m_steps->setChecked(in_steps); }

  signals:
    void stepsToggled(bool in_steps);

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    QCheckBox* m_steps;  // owned by Qt, as are the following
    LadderList* m_list;
    HueWheel* m_wheel;
    QLabel* m_pairs = nullptr;
    QLabel* m_details = nullptr;
};

}  // namespace glaukophos
