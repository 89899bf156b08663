// The figure, large, always there: turned in the hand, read with the pointer.
#pragma once

#include <QPixmap>
#include <QTimer>
#include <QWidget>
#include <deque>
#include <memory>
#include <optional>

#include "app/document/document.h"
#include "app/jobs/picture_maker.h"
#include "app/view/caption.h"
#include "app/view/figure_tool.h"
#include "app/view/light_marks.h"
#include "app/view/light_tool.h"
#include "core/painted/spot.h"

namespace glaukophos {

class FigureView : public QWidget, public FigureHolder {
    Q_OBJECT

  public:
    explicit FigureView(Document& document, QWidget* parent = nullptr);
    ~FigureView() override;

    [[nodiscard]] Overlay overlay() const { return m_look.overlay; }
    void setOverlay(Overlay overlay);
    [[nodiscard]] bool inSteps() const { return m_look.in_steps; }
    void setInSteps(bool in_steps);
    // Shows where lights stand, and lets those near the figure be taken hold of.
    void setLightHandles(bool shown);
    // Puts a tool into the hand; what it leaves alone turns the figure. Replaces the one before.
    void takeTool(std::unique_ptr<FigureTool> tool);
    void layDownTool() override;
    [[nodiscard]] bool holdsTool() const { return m_tool != nullptr; }
    // Triangles touched since the picture was made, drawn over it until it catches up.
    void showTouched(const std::vector<std::uint32_t>& triangles);
    // Shown until there is a picture of the figure itself.
    void showPreview(const QImage& picture);

    // The next click on the figure puts the chosen light there, or makes that part glow.
    void placeLightByClick();
    // Shows one band alone, of the chosen part or of all; everything when there is none.
    void showBandAlone(std::optional<std::size_t> band);
    // The map of a layer, for Overlay::Layer; `title` is said in the caption.
    void setLayer(std::shared_ptr<const LayerMap> layer, const QString& title);
    // Turns the figure so that a place of its surface faces the viewer, and rings it.
    void showPlace(const Vec3& point_mm, const Vec3& normal);
    void markPlace(const Vec3& point_mm);  // rings it as the figure is held
    void forgetPlace();
    [[nodiscard]] const std::optional<Vec3>& markedPlace() const { return m_marked_place; }
    [[nodiscard]] std::optional<SurfacePoint> placeAt(const QPointF& position) const override;
    // Lines of sight from the spot at a position of the view; none from beside the figure.
    void sightFrom(const QPointF& position) { sightFrom(hitAt(position)); }
    [[nodiscard]] const std::vector<SightLine>& sightLines() const { return m_sight_lines; }

    [[nodiscard]] const ViewChoice& view() const { return m_view; }
    void setView(const ViewChoice& view);
    void seeFromLight(std::size_t index);  // until the view is turned
    void turn(double hours, double height_deg);
    void zoomAt(double factor);
    [[nodiscard]] bool seesFromLight() const override { return m_from_light.has_value(); }
    [[nodiscard]] QRectF markRoom() const override;

    [[nodiscard]] bool isFinished() const { return m_finished; }
    [[nodiscard]] const QImage& picture() const { return m_picture; }
    // That the picture shows; null before the first.
    [[nodiscard]] const std::shared_ptr<const Plan>& shownPlan() const { return m_shown_plan; }
    [[nodiscard]] Camera camera() const;
    [[nodiscard]] PixelGrid grid() const;
    [[nodiscard]] ViewSpace space() const override;

  signals:
    void overlayChanged(glaukophos::Overlay overlay);
    void stepsChanged(bool in_steps);
    void viewChanged();
    void spotRead(const QString& text);
    void captionChanged(const QString& title, const QString& rest);
    void pictureShown();  // any, also a coarse one while something moves
    void pictureFinished();
    void problem(const QString& sentence);

  protected:
    void paintEvent(QPaintEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void showEvent(QShowEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void wheelEvent(QWheelEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    void leaveEvent(QEvent* event) override;

  private:
    enum class Turning { None, Turn, Slide };  // what a drag does that no tool takes

    void connectDocument();
    void follow(Aspect aspect);  // a change of the plan
    void requestPicture(bool moving);
    // Whether the hand has made something of the plan since it was worked out that a picture can
    // follow.
    [[nodiscard]] bool isAhead() const;
    void showMoving();
    [[nodiscard]] std::optional<RayHit> hitAt(const QPointF& position) const;
    void slide(const QPointF& pixels);
    [[nodiscard]] FigureTool* toolFor(const HandMove& hand);
    void choose(const QPointF& position);
    void endStroke(const HandMove& hand, bool click);
    void sightFrom(const std::optional<RayHit>& hit);
    void refreshSightLines();
    void readSpot(const QPointF& position);
    void refreshCursor(const QPointF& position);
    void hover(std::optional<std::size_t> light);
    void refreshCaption();
    void paintOver(QPainter& painter);
    [[nodiscard]] const QPixmap& hourRing(const ViewSpace& held);

    Document& m_document;
    QTimer m_rest;  // fires when the hand has rested
    QImage m_picture;
    bool m_finished = false;
    std::optional<PictureRequest> m_whole;  // the last request; none where it moves
    bool m_whole_arrived = false;
    int m_request_number = 0;
    std::deque<std::pair<int, std::shared_ptr<const Plan>>> m_requested;  // by number
    std::shared_ptr<const Plan> m_shown_plan;
    LookChoice m_look;
    ViewChoice m_view;
    std::optional<std::size_t> m_from_light;
    std::vector<std::uint32_t> m_touched;
    QString m_layer_title;
    QPixmap m_ring;                      // drawn once a view: it takes as long as the picture
    Camera m_ring_camera;                // that it was drawn for,
    const void* m_ring_theme = nullptr;  // in this theme
    Bounds m_ring_bounds;                // round this
    CaptionWords m_said;                 // what the caption says
    std::optional<Vec3> m_marked_place;
    std::optional<Spot> m_sight_spot;
    std::vector<SightLine> m_sight_lines;

    std::unique_ptr<FigureTool> m_tool;     // in the hand; null: the bare hand
    std::unique_ptr<FigureTool> m_retired;  // may still be inside one of its own calls
    LightTool m_lights;
    bool m_handles = false;
    std::optional<std::size_t> m_hovered;  // the light under the pointer
    FigureTool* m_active = nullptr;        // that takes the drag under way: one of the above
    Turning m_turning = Turning::None;
    bool m_dragged = false;
    QPointF m_pointer{-1, -1};
    QPointF m_last;
    QPointF m_pressed;

    PictureMaker m_maker;  // last: its worker ends first
};

}  // namespace glaukophos
