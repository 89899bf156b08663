// Figure stage, third page: what the chosen part is called, made of, coloured, and how much it
// should draw the eye.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>

#include "app/document/document.h"
#include "app/widgets/colour_field.h"

namespace glaukophos {

class MaterialPage : public QWidget {
    Q_OBJECT

  public:
    explicit MaterialPage(Document& document, QWidget* parent = nullptr);

  private:
    void showSelected();
    void connectFields();
    void change(const QString& text, const std::function<void(Part&)>& edit, int merge_key = 0);

    Document& m_document;
    QLineEdit* m_name;  // owned by Qt, as are the following
    QComboBox* m_material;
    QLabel* m_properties;
    QComboBox* m_focus;
    QComboBox* m_takes_glow = nullptr;
    ColourField* m_colour;
};

}  // namespace glaukophos
