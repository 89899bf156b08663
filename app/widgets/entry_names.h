// Names of a table of choices, for boxes to choose from.
#pragma once

#include <QObject>
#include <QStringList>
#include <span>

#include "core/effect/shading.h"

namespace glaukophos {

inline QStringList namesOf(std::span<const ShadingEntry> entries) {
    QStringList names;
    for (const ShadingEntry& entry : entries) names << QObject::tr(entry.name);
    return names;
}

}  // namespace glaukophos
