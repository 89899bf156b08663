// Stage "Values": exposure, contrast, and the five bands with their shares.
#pragma once

#include <QComboBox>

#include "app/number_field.h"
#include "app/stage_panel.h"

namespace glaukophos {

class BandTable;

class ValuesPanel : public StagePanel {
    Q_OBJECT

  public:
    explicit ValuesPanel(Document& document, QWidget* parent = nullptr);

  private:
    void refresh(Aspect aspect);
    void change(const QString& text, int key, const std::function<void(ValueChoices&)>& change);

    Document& m_document;
    bool m_showing = false;
    NumberField* m_exposure;  // owned by Qt, as are the following
    NumberField* m_contrast;
    QComboBox* m_basis;
    QLabel* m_basis_words;
    BandTable* m_table;
    QLabel* m_warning;
};

// Five rows: grey, name, range of L*, share as a bar and a number.
class BandTable : public QWidget {
    Q_OBJECT

  public:
    explicit BandTable(Document& document, QWidget* parent = nullptr);
    [[nodiscard]] QSize sizeHint() const override { return {240, 5 * 34 + 4}; }

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    Document& m_document;
};

}  // namespace glaukophos
