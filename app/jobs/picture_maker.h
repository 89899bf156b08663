// Traces the figure's picture off the interface thread: quickly first, then finer and finer.
#pragma once

#include <QImage>
#include <QObject>

#include "app/jobs/newest_wins.h"
#include "core/picture/render.h"
#include "core/pipeline/evaluated.h"

namespace glaukophos {

struct PictureRequest {
    EvaluatedPtr evaluated;
    LookChoice look;
    Camera camera;
    PixelGrid grid;  // of the full picture, in device pixels
    ShadeChoice shade;
    bool moving = false;  // half size, one ray a pixel
    int number = 0;       // comes back with the pictures
};

class PictureMaker : public QObject {
    Q_OBJECT

  public:
    explicit PictureMaker(QObject* parent = nullptr);

    void request(PictureRequest request) { m_runner.request(std::move(request)); }

  signals:
    // `finished` when the picture of this request will not get any finer.
    void pictureReady(const QImage& picture, int number, bool finished);
    void failed(const QString& sentence);

  private:
    void make(const PictureRequest& request, const NewestWins<PictureRequest>::Turn& turn);
    const Look& lookFor(const PictureRequest& request, const TracedFrame& frame);
    const TracedFrame& firstFrame(const PictureRequest& request, const PixelGrid& grid);

    // Used by the worker only: the last look, kept while only the view changes.
    EvaluatedPtr m_look_of;
    LookChoice m_look_choice;
    Look m_look;
    // ... and the last first frame, kept while only the light changes.
    std::shared_ptr<const Form> m_frame_form;
    Camera m_frame_camera;
    TracedFrame m_frame;

    NewestWins<PictureRequest> m_runner;  // last member
};

}  // namespace glaukophos
