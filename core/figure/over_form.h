// Values at the receivers of a form: not to be read with the vertices of a figure, which has more.
#pragma once

#include <cstddef>
#include <span>
#include <utility>
#include <vector>

namespace glaukophos {

// One entry a receiver of a form: the vertices of its whole working surface, then the points of
// its floor. Figure::spread brings them to the receivers of a figure.
class OverForm {
  public:
    OverForm() = default;
    explicit OverForm(std::vector<float> values) : m_values(std::move(values)) {}

    [[nodiscard]] bool empty() const { return m_values.empty(); }
    [[nodiscard]] std::size_t size() const { return m_values.size(); }
    [[nodiscard]] std::span<const float> values() const { return m_values; }
    bool operator==(const OverForm&) const = default;

  private:
    std::vector<float> m_values;
};

}  // namespace glaukophos
