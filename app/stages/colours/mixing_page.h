// Page "Mix" of the Colours stage: few paints for all bands, how thin, over what, under which lamp.
#pragma once

#include "app/pages/plan_page.h"

namespace glaukophos {

// The chosen part's bands: target, mix, and both under the desk lamp.
class MixList : public QWidget {
    Q_OBJECT

  public:
    explicit MixList(QWidget* parent);
    void setPart(const Evaluated& evaluated, PartIndex part);
    [[nodiscard]] QSize sizeHint() const override;
    [[nodiscard]] QStringList rows() const;

  protected:
    void paintEvent(QPaintEvent* event) override;

  private:
    struct Row {
        std::array<QColor, 4> colours;  // target and mix by day, target and mix under the lamp
        QStringList lines;
    };
    std::vector<Row> m_rows;
};

class MixingPage : public PlanPage {
    Q_OBJECT

  public:
    MixingPage(Document& document, QWidget* parent);

    // What a photograph of a mix, read as `colour`, comes nearest to.
    void compare(const Srgb& colour);

  signals:
    void problem(const QString& message);  // to be shown

  protected:
    void showPlan(const Plan& plan) override;
    void showResults(const Evaluated& evaluated) override;

  private:
    void addPaints();
    void addHandling();
    void addComparing();

    QComboBox* m_primer = nullptr;  // owned by Qt, as are the following
    QLabel* m_bottles_words = nullptr;
    QLabel* m_uses = nullptr;
    QLabel* m_part_words = nullptr;
    MixList* m_mixes = nullptr;
    QLabel* m_help = nullptr;
    QLabel* m_compared = nullptr;
};

}  // namespace glaukophos
