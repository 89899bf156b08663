// What the pages of the stages have in common: numbers of the plan, filled and edited.
#pragma once

#include <QBoxLayout>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <functional>
#include <optional>
#include <vector>

#include "app/document/document.h"
#include "app/widgets/number_field.h"

namespace glaukophos {

// A number of the plan; shown while `get` gives one. Both get the chosen part.
struct PlanNumber {
    const char* object;  // name of the control, for tests
    QString label;
    QString tip;
    NumberRange range;
    std::function<std::optional<double>(const Plan&, std::optional<PartIndex>)> get;
    std::function<void(Plan&, std::optional<PartIndex>, double)> set;
};

class PlanPage : public QWidget {
    Q_OBJECT

  public:
    PlanPage(Document& document, QWidget* parent, Aspect aspect = Aspect::Values);

  protected:
    [[nodiscard]] Document& document() const { return m_document; }
    [[nodiscard]] QVBoxLayout& column() { return *m_column; }
    [[nodiscard]] bool isShowing() const { return m_showing; }

    // One edit of the plan, while controls are not being filled; edits with the
    // same key (not 0) in one gesture are one undo step.
    void change(const QString& text, const std::function<void(Plan&)>& change, int key = 0);
    NumberField* addNumber(const PlanNumber& number);
    QLabel* addSection(const QString& text);
    QLabel* addCaption(const char* object);
    // Belongs to the page; the caller lays it out.
    QPushButton* newButton(const char* object, const QString& text, const QString& tip);
    // A box to choose one of `names` from, filled by showPlan; `use` gets the index, if it is of
    // the plan.
    QComboBox* addChoice(const char* object, const QString& label, const QString& tip,
                         const QStringList& names, const std::function<void(Plan&, int)>& use = {});

    // A box to tick, filled by showPlan; `use` gets whether it is on.
    QCheckBox* addCheck(const char* object, const QString& text, const QString& tip,
                        const QString& undo_text, const std::function<void(Plan&, bool)>& use);

    // Fills what is special to the page; the numbers are filled already.
    virtual void showPlan(const Plan& /*plan*/) {}
    // Shows what new results say.
    virtual void showResults(const Evaluated& /*evaluated*/) {}
    void showEvent(QShowEvent* event) override;
    void refresh();

  private:
    struct Control {
        PlanNumber number;
        NumberField* field = nullptr;  // owned by Qt
    };
    void refreshResults();

    Document& m_document;
    Aspect m_aspect;
    QVBoxLayout* m_column;
    std::vector<Control> m_numbers;
    bool m_showing = false;
};

// get and set for a number of the plan that does not depend on the chosen part, reached by
// `member`, a generic function from a plan to its number.
template <class Member>
auto getPlanNumber(Member member) {
    return [member](const Plan& plan, std::optional<PartIndex>) {
        return std::optional<double>(member(plan));
    };
}
template <class Member>
auto setPlanNumber(Member member) {
    return [member](Plan& plan, std::optional<PartIndex>, double value) { member(plan) = value; };
}

// get and set for a number among the choices about values, reached by `member`, a function from
// ValueChoices& to double&.
template <class Member>
auto getChoice(Member member) {
    return [member](const Plan& plan, std::optional<PartIndex>) {
        ValueChoices values = plan.values;
        return std::optional<double>(member(values));
    };
}
template <class Member>
auto setChoice(Member member) {
    return [member](Plan& plan, std::optional<PartIndex>, double value) {
        member(plan.values) = value;
    };
}

}  // namespace glaukophos
