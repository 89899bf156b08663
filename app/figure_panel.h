// Stage "Figure": size, parts, names and local colours.
#pragma once

#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>

#include "app/colour_field.h"
#include "app/panel.h"

namespace glaukophos {

class FigurePanel : public Panel {
    Q_OBJECT

  public:
    explicit FigurePanel(Document& document, QWidget* parent = nullptr);

  signals:
    void openRequested();

  private:
    void refresh(Aspect aspect);
    void fillList();
    void showSelected();

    Document& m_document;
    QLabel* m_size;  // owned by Qt, as are the following
    QListWidget* m_parts;
    QLineEdit* m_name;
    ColourField* m_colour;
};

}  // namespace glaukophos
