// Stage "Colours": adaptation of the eye, and the ladders of all parts.
#pragma once

#include <QCheckBox>

#include "app/number_field.h"
#include "app/stage_panel.h"

namespace glaukophos {

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

class ColoursPanel : public StagePanel {
    Q_OBJECT

  public:
    explicit ColoursPanel(Document& document, QWidget* parent = nullptr);

    void showSteps(bool in_steps) { m_steps->setChecked(in_steps); }

  signals:
    void stepsToggled(bool in_steps);

  private:
    void refresh();

    Document& m_document;
    bool m_showing = false;
    NumberField* m_adaptation;  // owned by Qt, as are the following
    QCheckBox* m_steps;
    LadderList* m_list;
};

}  // namespace glaukophos
