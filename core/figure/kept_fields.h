// Numbers that follow from a shape alone, kept once they are worked out.
#pragma once

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

    // What was kept under `name`, else what `make` gives. The longest unused go first.
    std::shared_ptr<const Field> of(const std::string& name, const std::function<Field()>& make);

  private:
    struct Entry {
        std::string name;
        std::shared_ptr<const Field> field;
    };
    std::shared_ptr<const Field> known(const std::string& name);

    std::mutex m_mutex;
    std::list<Entry> m_entries;  // last used first
};

}  // namespace glaukophos
