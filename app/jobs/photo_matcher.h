// Finds out where a camera stood, off the interface thread.
#pragma once

#include <QObject>
#include <memory>
#include <vector>

#include "app/jobs/newest_wins.h"
#include "core/figure/figure.h"
#include "core/photo/match.h"

namespace glaukophos {

using PhotoBytes = std::shared_ptr<const std::vector<char>>;

class PhotoMatcher : public QObject {
    Q_OBJECT

  public:
    explicit PhotoMatcher(QObject* parent = nullptr);

    // By the pairs; without any, the figure is looked for upright.
    void request(std::shared_ptr<const Figure> figure, PhotoBytes bytes,
                 std::vector<PhotoPair> pairs) {
        m_runner.request({std::move(figure), std::move(bytes), std::move(pairs)});
    }
    void stop() { m_runner.forget(); }

  signals:
    // On the thread of this object.
    void matched(const glaukophos::PhotoBytes& bytes, const glaukophos::PhotoMatch& match);
    void failed(const QString& sentence);
    void progressed(double fraction);

  private:
    struct Request {
        std::shared_ptr<const Figure> figure;
        PhotoBytes bytes;
        std::vector<PhotoPair> pairs;
    };
    NewestWins<Request> m_runner;  // last member
};

}  // namespace glaukophos
