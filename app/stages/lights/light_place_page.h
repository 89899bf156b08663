// Lights stage, first page: where the chosen light stands.
#pragma once

#include <QPushButton>

#include "app/pages/light_page.h"

namespace glaukophos {

class LightPlacePage : public LightPage {
    Q_OBJECT

  public:
    explicit LightPlacePage(Document& document, QWidget* parent = nullptr);

  signals:
    void seeFromRequested(std::size_t light);
    void placeByClickRequested();

  private:
    void addDirection();
    void addPlaces();
    void addPanel();
    void showLight(const Light& light) override;
    void showResults(const Light& light) override;

    QLabel* m_from;  // owned by Qt, as are the following
    QLabel* m_concern;
    QPushButton* m_click = nullptr;
    QPushButton* m_face = nullptr;
};

}  // namespace glaukophos
