// "Which primer?": the plan over each, and one click takes one.
#pragma once

#include <QLabel>
#include <QWidget>

#include "app/document/document.h"
#include "app/jobs/primer_maker.h"
#include "app/widgets/card_button.h"

namespace glaukophos {

class PrimerCards : public QWidget {
    Q_OBJECT

  public:
    PrimerCards(Document& document, QWidget* parent);

  private:
    void ask();
    void fill(const std::vector<PrimerChoice>& choices);
    void take(const PrimerChoice& choice);

    Document& m_document;
    QPushButton* m_ask;  // owned by Qt, as are the following
    QLabel* m_words;
    QWidget* m_list;
    PrimerMaker m_maker;
};

}  // namespace glaukophos
