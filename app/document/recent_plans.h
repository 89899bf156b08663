// The plans that were last worked on, with a small picture of each.
#pragma once

#include <QImage>
#include <QString>
#include <vector>

namespace glaukophos {

struct RecentPlan {
    QString path;
    QString title;
    QImage picture;  // may be null
};

class RecentPlans {
  public:
    // Kept in `folder`, which is made when something is first kept. What cannot be written or read
    // is left out: nothing depends on it.
    explicit RecentPlans(QString folder) : m_folder(std::move(folder)) {}

    // The last one first; those whose files are gone are left out.
    [[nodiscard]] std::vector<RecentPlan> list() const;
    void note(const QString& path, const QString& title) const;
    void keepPicture(const QString& path, const QImage& picture) const;

  private:
    [[nodiscard]] QString listFile() const;
    [[nodiscard]] QString pictureFile(const QString& path) const;

    QString m_folder;
};

}  // namespace glaukophos
