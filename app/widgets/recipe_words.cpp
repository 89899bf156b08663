// Short, since there is little room beside a swatch.
#include "app/widgets/recipe_words.h"

#include <QObject>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr double kBatch = 1e9;  // needed drops: one whole batch

}  // namespace

QString amountWords(const Amount& amount) {
    if (!amount.touches) return QString::number(amount.count);
    return counted(amount.count, QObject::tr("touch"), QObject::tr("touches"));
}

QStringList recipeLines(const MixingRack& rack, const Recipe& recipe) {
    QStringList lines;
    for (const Amount& amount : amountsOf(recipe, kBatch)) {
        lines << QStringLiteral("%1 %2").arg(amountWords(amount),
                                             q(rack.paints[amount.paint].name));
    }
    return lines;
}

QString shortRecipe(const MixingRack& rack, const Recipe& recipe) {
    return recipeLines(rack, recipe).join(QStringLiteral(" + "));
}

QString nearnessWords(double difference) {
    if (difference < 2.0) return QObject::tr("matches");
    if (difference < 6.0) return QObject::tr("is near, %1 off").arg(difference, 0, 'f', 0);
    return QObject::tr("is %1 off").arg(difference, 0, 'f', 0);
}

QString counted(int count, const QString& one, const QString& more) {
    return QStringLiteral("%1 %2").arg(count).arg(count == 1 ? one : more);
}

QString thinnerWords(double parts_thinner) {
    return parts_thinner < 0.05 ? QObject::tr("undiluted")
                                : QStringLiteral("1:%1").arg(parts_thinner, 0, 'g', 2);
}

}  // namespace glaukophos
