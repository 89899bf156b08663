// Recipes in words, for the window and on paper.
#pragma once

#include <QString>
#include <QStringList>

#include "core/colour/amounts.h"

namespace glaukophos {

// "4", "2 touches".
QString amountWords(const Amount& amount);

// "4 Phthalo blue + 1 Red oxide": drops of each paint, and touches where they are told.
QString shortRecipe(const MixingRack& rack, const Recipe& recipe);
// The same, one entry a paint.
QStringList recipeLines(const MixingRack& rack, const Recipe& recipe);

// How near a mix comes, in words (common practice, no source: 2 is hardly seen, from 6 on it is
// another colour).
QString nearnessWords(double difference);

// "1 coat", "3 coats".
QString counted(int count, const QString& one, const QString& more);

// "1:1", "undiluted".
QString thinnerWords(double parts_thinner);

}  // namespace glaukophos
