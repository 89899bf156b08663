// Traces the figure's picture off the interface thread: quickly first, then finer and finer.
#pragma once

#include <QImage>
#include <QObject>

#include "app/jobs/newest_wins.h"
#include "core/picture/coarse_picture.h"
#include "core/picture/render.h"
#include "core/pipeline/followed.h"

namespace glaukophos {

struct PictureRequest {
    EvaluatedPtr evaluated;
    // What the hand has made of the plan since that was worked out; null: nothing.
    std::shared_ptr<const Plan> ahead;
    LookChoice look;
    Camera camera;
    PixelGrid grid;  // of the full picture, in device pixels
    ShadeChoice shade;
    bool moving = false;  // half size, one ray a pixel
    int number = 0;       // comes back with the pictures
};

// Whether both ask for the same picture: mixes and steps, which come after the light, change none.
bool showsTheSame(const PictureRequest& a, const PictureRequest& b);

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
    [[nodiscard]] bool isSharpOf(const PictureRequest& request) const;

    // What a frame shows of the figure, by the traces it was made from.
    struct Seen {
        SeenFigure figure;
        std::shared_ptr<const Traces> traces;
        Camera camera;
        TracedFrame frame;  // with the triangles of `figure`
        std::vector<RecentShadows> recent_shadows;
    };
    // One way to show a plan ahead of its results, and what is kept of the last time.
    struct Following {
        Accuracy accuracy = Accuracy::Preview;
        int times = 1;           // by how much its pixels are larger
        std::uint32_t rays = 0;  // that a place sends to a light, where it looks back
        std::optional<Seen> seen;
        std::optional<Image> then;  // what the sharp picture shows, made this way,
        Enlarging how;              // and how they belong together
    };
    // All that does not hang on where the light is now; false where the results say too little, or
    // when stopped.
    bool makeReady(const PictureRequest& request, Following& way, const Progress& progress);
    // Of a plan ahead of its results; none where they say too little, or when stopped.
    std::optional<Image> follow(const PictureRequest& request, const Plan& plan, Following& way,
                                const Progress& progress);
    std::optional<Image> followMoving(const PictureRequest& request, const Plan& plan);
    void moveWith(std::size_t effort);

    void keepSharp(Image picture, const PictureRequest& request);
    static const Seen& seenFor(const PictureRequest& request, Following& way);
    static std::optional<Image> pictureOf(const PictureRequest& request, const Plan& plan,
                                          const Evaluated& last, Following& way,
                                          const Progress& progress);

    // Used by the worker only: the last look, kept while only the view changes.
    EvaluatedPtr m_look_of;
    LookChoice m_look_choice;
    Look m_look;
    // ... and the frames of the last picture, kept while only the light changes; the first apart.
    std::shared_ptr<const Form> m_frame_form;
    Camera m_frame_camera;
    TracedFrame m_frame;
    KeptFrames m_finer_frames;
    // ... and the last finished picture, which moving light only changes.
    struct Sharp {
        Image picture;
        PictureRequest of;
        ShownThings things;  // by pixel
    };
    std::optional<Sharp> m_sharp;
    // ... and how it is changed while the hand moves, and once that halts.
    Following m_moving;
    Following m_halted;
    std::size_t m_effort = 0;  // of those that are made for moving pictures
    int m_late = 0;            // of those in a row that took too long

    NewestWins<PictureRequest> m_runner;  // last member
};

}  // namespace glaukophos
