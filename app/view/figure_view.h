// The figure, large, always there: turned in the hand, read with the pointer.
#pragma once

#include <QTimer>
#include <QWidget>
#include <functional>
#include <optional>

#include "app/document/document.h"
#include "app/jobs/picture_maker.h"
#include "app/view/light_marks.h"
#include "core/painted/spot.h"

namespace glaukophos {

// What the left button does on the figure.
enum class SurfaceTool {
    Choose,    // chooses the part under the pointer
    Paint,     // adds what the brush touches to the chosen part
    TakeAway,  // gives it back to the neighbours
    Patch,     // adds the patch up to the next creases
    Correct,   // makes values lighter or darker by hand
};

// A place on the working surface.
struct SurfacePoint {
    std::uint32_t triangle = 0;
    Vec3 point_mm = Vec3::Zero();
    Vec3 normal = Vec3::UnitZ();  // of the triangle
};

class FigureView : public QWidget {
    Q_OBJECT

  public:
    explicit FigureView(Document& document, QWidget* parent = nullptr);

    [[nodiscard]] Overlay overlay() const { return m_look.overlay; }
    void setOverlay(Overlay overlay);
    [[nodiscard]] bool inSteps() const { return m_look.in_steps; }
    void setInSteps(bool in_steps);
    // Shows where lights stand, and lets lamps be dragged.
    void setLightHandles(bool shown);
    void setTool(SurfaceTool tool);
    [[nodiscard]] SurfaceTool tool() const { return m_tool; }
    void setBrushRadius(double mm);
    // Triangles touched since the picture was made, drawn over it until it catches up.
    void showTouched(const std::vector<std::uint32_t>& triangles);
    // Shown until there is a picture of the figure itself.
    void showPreview(const QImage& picture);

    // The next click on the figure puts the chosen light there, or makes that part glow.
    void placeLightByClick();
    // The next click on the figure is handed to `use`; `prompt` says what for. Esc forgets it.
    void askForPlace(const QString& prompt, std::function<void(const SurfacePoint&)> use);
    void forgetClick();  // nothing waits for a click any more
    void setShells(int count);
    // Shows one band alone, of the chosen part or of all; everything when there is none.
    void showBandAlone(std::optional<std::size_t> band);
    // The map of a layer, for Overlay::Layer; `title` is said in the caption.
    void setLayer(std::shared_ptr<const LayerMap> layer, const QString& title);
    // Turns the figure so that a place of its surface faces the viewer, and rings it.
    void showPlace(const Vec3& point_mm, const Vec3& normal);
    void forgetPlace();
    [[nodiscard]] const std::optional<Vec3>& markedPlace() const { return m_marked_place; }
    // The place of the surface at a position of the view; none beside the figure.
    [[nodiscard]] std::optional<SurfacePoint> placeAt(const QPointF& position) const;
    // Lines of sight from the spot at a position of the view; none from beside the figure.
    void lookFrom(const QPointF& position) { lookFrom(hitAt(position)); }
    [[nodiscard]] const std::vector<SightLine>& sightLines() const { return m_sight_lines; }

    [[nodiscard]] const ViewChoice& view() const { return m_view; }
    void setView(const ViewChoice& view);
    void seeFromLight(std::size_t index);  // until the view is turned
    [[nodiscard]] bool seesFromLight() const { return m_from_light.has_value(); }

    [[nodiscard]] bool isFinished() const { return m_finished; }
    [[nodiscard]] const QImage& picture() const { return m_picture; }
    [[nodiscard]] Camera camera() const;
    [[nodiscard]] PixelGrid grid() const;

  signals:
    void overlayChanged(glaukophos::Overlay overlay);
    void stepsChanged(bool in_steps);
    void viewChanged();
    void spotRead(const QString& text);
    void pictureShown();  // any, also a coarse one while something moves
    void pictureFinished();
    void strokeStarted();
    // Where the brush went in one move of the hand; `take_away` with Ctrl or by the tool.
    void stroked(const std::vector<glaukophos::SurfacePoint>& points, bool take_away);
    void strokeFinished();

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
    enum class Drag { None, Turn, Slide, Light, Stroke };

    void requestPicture(bool moving);
    void showMoving();
    [[nodiscard]] CameraRay rayAt(const QPointF& position) const;
    [[nodiscard]] std::optional<RayHit> hitAt(const QPointF& position) const;
    [[nodiscard]] std::optional<LightHandle> handleAt(const QPointF& position) const;
    [[nodiscard]] Projection projection() const;
    [[nodiscard]] QRectF markRoom() const;  // where rings of far lights may be drawn
    void turn(double hours, double height_deg);
    void slide(const QPointF& pixels);
    void zoomAt(double factor);
    void dragHandle(const QPointF& position, bool on_surface);
    void click(const QPointF& position);
    void placeChosenLight(const RayHit& hit, const QPointF& position);
    [[nodiscard]] bool waitsForClick() const { return m_placing_light || m_use_place; }
    [[nodiscard]] SurfacePoint pointAt(const RayHit& hit, const CameraRay& ray) const;
    void lookFrom(const std::optional<RayHit>& hit);
    void refreshSightLines();
    void readSpot(const QPointF& position);
    void strokeTo(const QPointF& position, Qt::KeyboardModifiers modifiers);
    void paintTouched(QPainter& painter) const;
    void paintBrush(QPainter& painter) const;
    void paintCaption(QPainter& painter) const;
    void paintMarkedPlace(QPainter& painter) const;
    [[nodiscard]] QString caption() const;

    Document& m_document;
    PictureMaker m_maker;
    QTimer m_rest;  // fires when the hand has rested
    QImage m_picture;
    bool m_finished = false;
    int m_request_number = 0;
    LookChoice m_look;
    ViewChoice m_view;
    std::optional<std::size_t> m_from_light;
    bool m_handles = false;
    SurfaceTool m_tool = SurfaceTool::Choose;
    double m_brush_mm = 1.0;
    std::vector<std::uint32_t> m_touched;
    QPointF m_pointer{-1, -1};
    bool m_placing_light = false;
    QString m_layer_title;
    std::optional<Vec3> m_marked_place;
    QString m_prompt;
    std::function<void(const SurfacePoint&)> m_use_place;  // waits for a click
    Drag m_drag = Drag::None;
    bool m_dragged = false;
    LightHandle m_dragged_handle;
    std::optional<Spot> m_sight_spot;
    std::vector<SightLine> m_sight_lines;
    QPointF m_last;
    QPointF m_pressed;
};

}  // namespace glaukophos
