#include "core/figure/kept_fields.h"

#include <algorithm>

namespace glaukophos {
namespace {

constexpr std::size_t kMostFields = 32;  // of up to 1.4 MB each on a figure of full resolution

}  // namespace

std::shared_ptr<const KeptFields::Field> KeptFields::known(const std::string& name) {
    const std::scoped_lock lock(m_mutex);
    const auto found = std::ranges::find(m_entries, name, &Entry::name);
    if (found == m_entries.end()) return nullptr;
    m_entries.splice(m_entries.begin(), m_entries, found);
    return m_entries.front().field;
}

std::shared_ptr<const KeptFields::Field> KeptFields::gathered(const std::string& name) const {
    auto whole = m_whole != nullptr ? m_whole->known(name) : nullptr;
    if (whole == nullptr) return nullptr;
    if (whole->size() != m_whole_count) return whole;
    Field field;
    field.reserve(m_vertices.size());
    for (const std::uint32_t v : m_vertices) field.push_back((*whole)[v]);
    return std::make_shared<const Field>(std::move(field));
}

std::shared_ptr<const KeptFields::Field> KeptFields::of(const std::string& name,
                                                        const std::function<Field()>& make) {
    if (auto field = known(name)) return field;
    auto gathered_field = gathered(name);
    // Not under the lock: what works in parallel may take over other work that asks as well.
    auto field = gathered_field ? gathered_field : std::make_shared<const Field>(make());
    const std::scoped_lock lock(m_mutex);
    m_entries.push_front({name, field});
    if (m_entries.size() > kMostFields) m_entries.pop_back();
    return field;
}

}  // namespace glaukophos
