// A list as JSON, and a PNG a plan.
#include "app/document/recent_plans.h"

#include <QCryptographicHash>
#include <QDir>
#include <QFileInfo>
#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QSaveFile>

namespace glaukophos {
namespace {

constexpr qsizetype kMost = 8;
constexpr QSize kPictureSize{220, 240};

QJsonArray readList(const QString& file) {
    QFile in(file);
    if (!in.open(QIODevice::ReadOnly)) return {};
    return QJsonDocument::fromJson(in.readAll()).array();
}

}  // namespace

QString RecentPlans::listFile() const { return m_folder + QStringLiteral("/recent.json"); }

QString RecentPlans::pictureFile(const QString& path) const {
    const QByteArray hash =
        QCryptographicHash::hash(path.toUtf8(), QCryptographicHash::Sha1).toHex();
    return QStringLiteral("%1/recent-%2.png").arg(m_folder, QString::fromLatin1(hash.first(16)));
}

std::vector<RecentPlan> RecentPlans::list() const {
    std::vector<RecentPlan> plans;
    for (const QJsonValue entry : readList(listFile())) {
        const QString path = entry[QStringLiteral("path")].toString();
        if (path.isEmpty() || !QFileInfo(path).isFile()) continue;
        plans.push_back(
            {path, entry[QStringLiteral("title")].toString(), QImage(pictureFile(path))});
    }
    return plans;
}

void RecentPlans::note(const QString& path, const QString& title) const {
    const QString whole = QFileInfo(path).absoluteFilePath();
    QJsonArray kept{QJsonObject{{QStringLiteral("path"), whole}, {QStringLiteral("title"), title}}};
    for (const QJsonValue entry : readList(listFile())) {
        const QString other = entry[QStringLiteral("path")].toString();
        if (other == whole) continue;
        if (kept.size() < kMost) {
            kept.append(entry);
        } else {
            QFile::remove(pictureFile(other));
        }
    }
    QDir().mkpath(m_folder);
    QSaveFile out(listFile());
    if (!out.open(QIODevice::WriteOnly)) return;
    out.write(QJsonDocument(kept).toJson());
    out.commit();
}

void RecentPlans::keepPicture(const QString& path, const QImage& picture) const {
    if (picture.isNull()) return;
    // The figure stands in the middle.
    QImage small = picture.scaledToHeight(kPictureSize.height(), Qt::SmoothTransformation);
    const int spare = std::max(0, small.width() - kPictureSize.width());
    small = small.copy(spare / 2, 0, std::min(small.width(), kPictureSize.width()), small.height());
    QDir().mkpath(m_folder);
    QSaveFile out(pictureFile(QFileInfo(path).absoluteFilePath()));
    if (out.open(QIODevice::WriteOnly) && small.save(&out, "PNG")) out.commit();
}

}  // namespace glaukophos
