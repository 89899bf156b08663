// Numbers that follow from a shape alone, kept once they are worked out.
#pragma once

#include <cstdint>
#include <functional>
#include <list>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

namespace glaukophos {

// Safe from several threads; two that ask at once may both work.
class KeptFields {
  public:
    using Field = std::vector<float>;

    KeptFields() = default;
    // Of some vertices of a figure that has `count`: what is kept there for all of them is kept
    // here for these.
    KeptFields(std::shared_ptr<KeptFields> whole, std::vector<std::uint32_t> vertices,
               std::size_t count)
        : m_whole(std::move(whole)), m_vertices(std::move(vertices)), m_whole_count(count) {}

    // What was kept under `name`, else what `make` gives. The longest unused go first.
    std::shared_ptr<const Field> of(const std::string& name, const std::function<Field()>& make);

  private:
    struct Entry {
        std::string name;
        std::shared_ptr<const Field> field;
    };
    std::shared_ptr<const Field> known(const std::string& name);
    // What the whole figure has of these vertices; null where it has nothing.
    [[nodiscard]] std::shared_ptr<const Field> gathered(const std::string& name) const;

    std::shared_ptr<KeptFields> m_whole;  // null: these are of a whole figure
    std::vector<std::uint32_t> m_vertices;
    std::size_t m_whole_count = 0;
    std::mutex m_mutex;
    std::list<Entry> m_entries;  // last used first
};

}  // namespace glaukophos
