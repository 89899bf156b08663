// How strong a paint is: in a word, or by its tint, with the row that shows what that means.
#pragma once

#include <QComboBox>
#include <QPushButton>
#include <functional>

#include "app/stages/colours/tint_row.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class PaintStrength : public QWidget {
    Q_OBJECT

  public:
    explicit PaintStrength(QWidget* parent);
    void setPaint(const Paint& paint);

  signals:
    // An edit of the paint shown; those with the same key (not 0) are one gesture.
    void edited(const QString& text, const std::function<void(Paint&)>& alter, int key);
    void editingFinished();

  private:
    QComboBox* m_strength;  // owned by Qt, as are the following
    ColourField* m_tint;
    TintRow* m_row;
    QPushButton* m_as_said;
};

}  // namespace glaukophos
