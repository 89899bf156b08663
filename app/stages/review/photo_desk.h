// The photographs of the open plan: which one lies on the desk, and what is done with it.
#pragma once

#include <QFileSystemWatcher>
#include <QObject>
#include <QSet>
#include <QTimer>
#include <optional>

#include "app/document/document.h"
#include "app/jobs/photo_matcher.h"

namespace glaukophos {

// Names of files that can be photographs, as patterns; and for dialogs.
const QStringList& photographPatterns();
QString photographFilter();

class PhotoDesk : public QObject {
    Q_OBJECT

  public:
    explicit PhotoDesk(Document& document, QObject* parent = nullptr);

    [[nodiscard]] Document& document() { return m_document; }
    // The photograph on the desk; null without one.
    [[nodiscard]] const PlanPhotograph* photo() const;
    [[nodiscard]] std::size_t chosen() const { return m_chosen; }
    void choose(std::size_t index);

    // Files that are no photographs are said and left out.
    void add(const QStringList& files);
    void remove();
    void setNote(const QString& note);
    // New photographs in the folder come in by themselves; empty: none is watched.
    void watch(const QString& folder);
    [[nodiscard]] const QString& watched() const { return m_folder; }

    // A place of the figure that waits for its pixel.
    void ask(const Vec3& point_mm);
    void forgetAsked();
    [[nodiscard]] const std::optional<Vec3>& asked() const { return m_asked; }
    void answer(const Eigen::Vector2d& pixel);
    void removePair(std::size_t pair);

    void matchByPairs();
    void matchAlone();
    void stopMatching();
    [[nodiscard]] bool isMatching() const { return m_matching; }
    // What the last match said of itself.
    [[nodiscard]] const QString& remark() const { return m_remark; }

  signals:
    void changed();  // the photograph on the desk, or what is known of it
    void askedChanged();
    void matchingChanged();
    void progressed(double fraction);
    void problem(const QString& sentence);

  private:
    void editPhoto(const QString& text, const std::function<void(PlanPhotograph&)>& change);
    void take(const PhotoBytes& bytes, const PhotoMatch& match);
    void startMatching(std::vector<PhotoPair> pairs);
    void endMatching(const QString& remark);
    void lookIntoFolder();

    Document& m_document;
    std::size_t m_chosen = 0;
    std::optional<Vec3> m_asked;
    bool m_matching = false;
    QString m_remark;
    QString m_folder;
    QSet<QString> m_known;  // files of the folder that were there or came in
    QFileSystemWatcher m_watcher;
    QTimer m_settled;        // a file that is still being written must not be read
    PhotoMatcher m_matcher;  // last: its worker ends first
};

}  // namespace glaukophos
