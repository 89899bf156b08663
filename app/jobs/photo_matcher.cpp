#include "app/jobs/photo_matcher.h"

namespace glaukophos {

PhotoMatcher::PhotoMatcher(QObject* parent)
    : QObject(parent),
      m_runner(
          [this](const Request& request, const auto& turn) {
              const auto photo = decodePhotograph(*request.bytes);
              if (!photo) return emit failed(QString::fromStdString(photo.error().message));
              const Form& form = *request.figure->form;
              const SeenMesh seen{form.imported.mesh, form.occluders};
              const Progress progress{turn.stop(),
                                      [this](double fraction) { emit progressed(fraction); }};
              const auto match = request.pairs.empty()
                                     ? matchUpright(seen, *photo, progress)
                                     : matchByClicks(seen, *photo, request.pairs, progress);
              if (turn.isOver()) return;
              if (!match) return emit failed(QString::fromStdString(match.error().message));
              emit matched(request.bytes, *match);
          },
          [this](const QString& sentence) { emit failed(sentence); }) {}

}  // namespace glaukophos
