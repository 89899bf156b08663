// What the pages about one light have in common: numbers and places of the chosen light.
#pragma once

#include <QBoxLayout>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QWidget>
#include <array>
#include <functional>
#include <optional>

#include "app/document/document.h"
#include "app/widgets/number_field.h"

namespace glaukophos {

// A number of some kinds of light; shown while `get` gives one.
struct LightNumber {
    const char* object;  // name of the control, for tests
    QString label;
    QString tip;
    NumberRange range;
    std::function<std::optional<double>(const Light&)> get;
    std::function<void(Light&, double)> set;
};

// A place of some kinds of light, as three numbers.
struct LightPlace {
    const char* object;
    QString label;
    std::function<std::optional<Vec3>(const Light&)> get;
    std::function<void(Light&, const Vec3&)> set;
};

class LightPage : public QWidget {
    Q_OBJECT

  public:
    LightPage(Document& document, QWidget* parent);

  protected:
    [[nodiscard]] Document& document() { return m_document; }
    [[nodiscard]] QVBoxLayout& column() { return *m_column; }
    [[nodiscard]] const Light* selected() const;  // null without one
    [[nodiscard]] bool isShowing() const { return m_showing; }

    // One edit of the chosen light, while controls are not being filled; edits with the same key in
    // one gesture are one undo step.
    void change(const QString& text, int key, const std::function<void(Light&)>& change);
    void addNumber(const LightNumber& number);
    void addPlace(const LightPlace& place);
    QLabel* addCaption(const char* object);

    // Fills what is special to the page; numbers and places are filled already.
    virtual void showLight(const Light& light) = 0;
    // Shows what new results say of the light.
    virtual void showResults(const Light& light) = 0;
    void showEvent(QShowEvent* event) override;

  private:
    struct NumberControl {
        LightNumber number;
        NumberField* field = nullptr;  // owned by Qt
    };
    struct PlaceControl {
        LightPlace place;
        QLabel* label = nullptr;  // owned by Qt, as are the boxes
        std::array<QDoubleSpinBox*, 3> boxes{};
    };
    // A page that is not seen costs nothing while a light is dragged.
    void refresh();
    void refreshResults();

    Document& m_document;
    QVBoxLayout* m_column;
    std::vector<NumberControl> m_numbers;
    std::vector<PlaceControl> m_places;
    bool m_showing = false;
};

// get and set for a plain member of one kind.
template <class Kind, class T>
auto getMember(T Kind::*member) {
    return [member](const Light& light) -> std::optional<T> {
        const auto* kind = std::get_if<Kind>(&light.kind);
        return kind != nullptr ? std::optional<T>(kind->*member) : std::nullopt;
    };
}
template <class Kind, class T>
auto setMember(T Kind::*member) {
    return [member](Light& light, const T& value) {
        if (auto* kind = std::get_if<Kind>(&light.kind)) kind->*member = value;
    };
}

}  // namespace glaukophos
