// What the panels of the stages have in common.
#pragma once

#include <QBoxLayout>
#include <QLabel>
#include <QScrollArea>

#include "app/document/document.h"
#include "core/picture/overlay.h"

namespace glaukophos {

// A column of controls that scrolls when the window is low.
class StagePanel : public QScrollArea {
    Q_OBJECT

  public:
    StagePanel(const QString& heading, const QString& explanation, QWidget* parent);

    // The stage is entered: what the figure is to show then. Left: nothing of it may stay behind.
    virtual Overlay enter() { return overlay(); }
    virtual void leave() {}
    [[nodiscard]] virtual Overlay overlay() const = 0;

  protected:
    [[nodiscard]] QVBoxLayout& column() { return *m_column; }
    QLabel* addSection(const QString& text);
    QLabel* addCaption(const QString& text);

  private:
    QVBoxLayout* m_column;  // owned by Qt
};

}  // namespace glaukophos
