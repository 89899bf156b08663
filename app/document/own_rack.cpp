// Written whenever an edit changes the rack; a plan that is merely opened changes nothing.
#include "app/document/own_rack.h"

#include <QDir>

#include "app/widgets/text.h"
#include "core/io/file_bytes.h"
#include "core/io/rack_file.h"

namespace glaukophos {

OwnRack::OwnRack(Document& document, const QString& folder, QObject* parent)
    : QObject(parent), m_document(document), m_folder(folder) {
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (!m_document.isOpen()) return;
        if (aspect == Aspect::Everything) {
            m_kept = m_document.plan().rack;
        } else if (aspect == Aspect::Colours && m_document.plan().rack != m_kept) {
            keep();
        }
    });
}

QString OwnRack::file() const { return m_folder + QStringLiteral("/rack.json"); }

void OwnRack::keep() {
    m_kept = m_document.plan().rack;
    QDir().mkpath(m_folder);
    // Losing this copy loses nothing of the plan, so a full disk is not reported here.
    (void)writeAtomically(file().toStdString(), rackJsonText(m_kept));
}

std::optional<std::vector<Paint>> OwnRack::last() const {
    constexpr std::uintmax_t kMostBytes = 16U << 20U;
    const auto bytes = readBytes(file().toStdString(), kMostBytes);
    if (!bytes) return std::nullopt;
    auto rack = parseRackJson(std::string_view(bytes->data(), bytes->size()));
    return rack ? std::optional(std::move(*rack)) : std::nullopt;
}

}  // namespace glaukophos
