// A recipe as it is dropped onto the palette: every drop is drawn, so that it can be counted.
#pragma once

#include <QPainter>
#include <QWidget>

#include "core/work/step.h"

namespace glaukophos {

// One paint of a recipe.
struct DroppedPaint {
    QString name;
    QColor colour;
    int count = 0;         // of drops or touches; 0: no count, only the paint
    bool touches = false;  // of the brush: drawn smaller
};

struct DroppedRecipe {
    std::vector<DroppedPaint> paints;
    QColor mix;        // invalid: none
    QString thinning;  // "1:1 with thinner"
    int batches = 1;
};

// `on_paper`: colours as they are, not through the screen's profile.
DroppedRecipe droppedRecipe(const Plan& plan, const Work& work, const Step& step,
                            bool on_paper = false);

// Lines of drops from the top of `area`, each `line` high; returns the height used.
double paintDrops(QPainter& painter, const QRectF& area, double line, const DroppedRecipe& recipe,
                  const QColor& ink, const QColor& rule);

class DropsView : public QWidget {
    Q_OBJECT

  public:
    // `line_px`: height of a line of drops.
    explicit DropsView(int line_px, QWidget* parent = nullptr);

    void setRecipe(const DroppedRecipe& recipe);
    [[nodiscard]] const DroppedRecipe& recipe() const { return m_recipe; }
    [[nodiscard]] QSize sizeHint() const override;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    int m_line_px;
    DroppedRecipe m_recipe;
};

}  // namespace glaukophos
