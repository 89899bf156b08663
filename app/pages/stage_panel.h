// What the panels of the stages have in common.
#pragma once

#include <QBoxLayout>
#include <QLabel>
#include <QScrollArea>

#include "app/document/document.h"

namespace glaukophos {

// A column of controls that scrolls when the window is low.
class StagePanel : public QScrollArea {
    Q_OBJECT

  public:
    StagePanel(const QString& heading, const QString& explanation, QWidget* parent);

  protected:
    [[nodiscard]] QVBoxLayout& column() { return *m_column; }
    QLabel* addSection(const QString& text);
    QLabel* addCaption(const QString& text);

  private:
    QVBoxLayout* m_column;  // owned by Qt
};

}  // namespace glaukophos
