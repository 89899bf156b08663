// What the pages of the Values stage have in common: numbers of the plan, filled and edited.
#pragma once

#include <QBoxLayout>
#include <QLabel>
#include <QWidget>
#include <functional>
#include <optional>
#include <vector>

#include "app/document.h"
#include "app/number_field.h"

namespace glaukophos {

// A number of the plan; shown while `get` gives one. Both get the chosen part.
struct ValueNumber {
    const char* object;  // name of the control, for tests
    QString label;
    QString tip;
    NumberRange range;
    std::function<std::optional<double>(const Plan&, std::optional<PartIndex>)> get;
    std::function<void(Plan&, std::optional<PartIndex>, double)> set;
};

class ValuePage : public QWidget {
    Q_OBJECT

  public:
    ValuePage(Document& document, QWidget* parent);

  protected:
    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] QVBoxLayout& column() { return *m_column; }
    [[nodiscard]] bool isShowing() const { return m_showing; }

    // One edit of the choices about values, while controls are not being filled; edits with the
    // same key (not 0) in one gesture are one undo step.
    void change(const QString& text, const std::function<void(Plan&)>& change, int key = 0);
    NumberField* addNumber(const ValueNumber& number);
    QLabel* addSection(const QString& text);
    QLabel* addCaption(const char* object);

    // Fills what is special to the page; the numbers are filled already.
    virtual void showPlan(const Plan& /*plan*/) {}
    // Shows what new results say.
    virtual void showResults(const Evaluated& /*evaluated*/) {}
    void showEvent(QShowEvent* event) override;

  private:
    struct Control {
        ValueNumber number;
        NumberField* field = nullptr;  // owned by Qt
    };
    void refresh();
    void refreshResults();

    Document& m_document;
    QVBoxLayout* m_column;
    std::vector<Control> m_numbers;
    bool m_showing = false;
};

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
