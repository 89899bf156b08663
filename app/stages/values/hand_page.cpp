// A stroke is one undo step and one entry of the list.
#include "app/stages/values/hand_page.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QSignalBlocker>

#include "app/document/edit_key.h"
#include "app/pages/stroke_brush.h"
#include "app/view/place_tool.h"
#include "app/widgets/image_convert.h"
#include "app/widgets/text.h"
#include "core/picture/face_pictures.h"

namespace glaukophos {
namespace {

constexpr int kFacePicture_px = 140;
enum Tool { Hold = kBareHand, Lighter, Darker, MoreGlow, NoGlow };

QString wordsFor(const Correction& stroke) {
    if (stroke.of_glows)
        return stroke.bands > 0 ? QObject::tr("More glow") : QObject::tr("No glow");
    const int count = std::abs(stroke.bands);
    const QString bands = count == 1 ? QObject::tr("one band") : QObject::tr("%1 bands").arg(count);
    return stroke.bands > 0 ? QObject::tr("Lighter by %1").arg(bands)
                            : QObject::tr("Darker by %1").arg(bands);
}

std::function<std::optional<double>(const Plan&, std::optional<PartIndex>)> getPart(
    double Part::*member) {
    return [member](const Plan& plan, std::optional<PartIndex> part) -> std::optional<double> {
        if (!part || *part >= plan.parts.size()) return std::nullopt;
        return plan.parts[*part].*member;
    };
}

std::function<void(Plan&, std::optional<PartIndex>, double)> setPart(double Part::*member) {
    return [member](Plan& plan, std::optional<PartIndex> part, double value) {
        if (part && *part < plan.parts.size()) plan.parts[*part].*member = value;
    };
}

std::function<std::optional<double>(const Plan&, std::optional<PartIndex>)> getFace(
    double FaceQuarters::*member) {
    return [member](const Plan& plan, auto) -> std::optional<double> {
        if (!plan.values.face) return std::nullopt;
        return *plan.values.face.*member;
    };
}

std::function<void(Plan&, std::optional<PartIndex>, double)> setFace(double FaceQuarters::*member) {
    return [member](Plan& plan, auto, double value) {
        if (plan.values.face) *plan.values.face.*member = value;
    };
}

QLabel* faceLabel(const char* object, QWidget* parent) {
    auto* label = new QLabel(parent);
    label->setObjectName(q(object));
    label->setFixedSize(kFacePicture_px, kFacePicture_px);
    return label;
}

}  // namespace

HandPage::HandPage(Document& document, FigureView& view, QWidget* parent)
    : PlanPage(document, parent), m_view(view), m_stroke_key(nextEditKey()) {
    addLicences();
    addBrush();
    addFace();
    addFaceNumbers();
    column().addStretch(1);
}

void HandPage::addLicences() {
    m_part_words = addCaption("licenceWords");
    addNumber({"lift",
               tr("Light its dark side up by"),
               tr("Keeps a face readable against the light: added in its deepest dark, fading to "
                  "none in its lights"),
               {0, 40, 0, tr(" L*"), false},
               getPart(&Part::lift),
               setPart(&Part::lift)});
    addNumber({"calmPart",
               tr("Take its lights down"),
               tr("Less contrast than the light gives, so that the eye goes elsewhere"),
               {0, 0.8, 2, {}, false},
               getPart(&Part::calm),
               setPart(&Part::calm)});
    const auto amount = [](ValueChoices& v) -> double& { return v.calm.amount; };
    const auto knee = [](ValueChoices& v) -> double& { return v.calm.from_share; };
    addNumber({"calmFoot",
               tr("Calmer below the knee"),
               tr("Takes the lights down towards the foot of the figure"),
               {0, 0.8, 2, {}, false},
               getChoice(amount),
               setChoice(amount)});
    addNumber({"knee",
               tr("… the knee is at"),
               tr("Share of the figure's height"),
               {0.05, 0.9, 2, {}, false},
               [](const Plan& plan, auto) {
                   return plan.values.calm.amount > 0.0 ? std::optional(plan.values.calm.from_share)
                                                        : std::nullopt;
               },
               setChoice(knee)});
}

void HandPage::addBrush() {
    addSection(tr("Correct with the brush"));
    auto* rows = new QGridLayout;
    rows->setSpacing(5);
    m_tools = new QButtonGroup(this);
    const QString bands =
        tr("Stroke over the figure: one band up or down; with Ctrl the other way");
    const QString glows =
        tr("Stroke over the figure: its glows reach farther there, or not at all; "
           "with Ctrl the other way");
    const std::array<std::tuple<const char*, QString, QString>, 5> tools = {
        {{"correctHold", tr("Hold"), tr("Turn the figure and choose parts")},
         {"correctLighter", tr("Lighter"), bands},
         {"correctDarker", tr("Darker"), bands},
         {"correctMoreGlow", tr("More glow"), glows},
         {"correctNoGlow", tr("No glow"), glows}}};
    for (std::size_t i = 0; i < tools.size(); ++i) {
        const auto& [object, name, tip] = tools.at(i);
        auto* button = new QPushButton(name, this);
        button->setObjectName(q(object));
        button->setCheckable(true);
        button->setChecked(i == Hold);
        button->setToolTip(tip);
        m_tools->addButton(button, static_cast<int>(i));
        const int place = static_cast<int>(i);
        rows->addWidget(button, place < MoreGlow ? 0 : 1, place < MoreGlow ? place : place - 2);
    }
    column().addLayout(rows);
    connect(m_tools, &QButtonGroup::idClicked, this, &HandPage::takeBrush);
    m_radius = new NumberField(tr("Brush radius"), tr("On the figure"),
                               {0.2, 6, 1, tr(" mm"), true}, this);
    m_radius->setObjectName(QStringLiteral("correctRadius"));
    m_radius->setValue(1.0);
    column().addWidget(m_radius);
    connect(m_radius, &NumberField::valueEdited, &m_view, qOverload<>(&QWidget::update));
    m_list = new QListWidget(this);
    m_list->setObjectName(QStringLiteral("corrections"));
    m_list->setAccessibleName(tr("Corrections by hand"));
    m_list->setToolTip(tr("They stay when lights move"));
    m_list->setFixedHeight(74);
    column().addWidget(m_list);
    m_remove = new QPushButton(tr("Remove this correction"), this);
    m_remove->setObjectName(QStringLiteral("removeCorrection"));
    m_remove->setToolTip(tr("The light decides there again"));
    column().addWidget(m_remove);
    connect(m_remove, &QPushButton::clicked, this, [this] {
        const int index = m_list->currentRow();
        if (index < 0) return;
        change(tr("Remove correction"), [&](Plan& plan) {
            plan.values.corrections.erase(plan.values.corrections.begin() + index);
        });
    });
}

void HandPage::addFace() {
    addSection(tr("Face by quarters"));
    auto* place = new QPushButton(tr("Place it on the figure"), this);
    place->setObjectName(QStringLiteral("placeFace"));
    place->setToolTip(
        tr("Click between the eyes' inner corners and the nose's tip, where the "
           "midline crosses the height of the cheeks"));
    column().addWidget(place);
    connect(place, &QPushButton::clicked, this, [this] {
        m_view.takeTool(std::make_unique<PlaceTool>(
            m_view,
            tr("Click on the nose, where the midline crosses the height of the cheeks. Esc leaves "
               "it."),
            [this](const SurfacePoint& point, const QPointF& /*at*/) { placeFace(point); }));
    });
    m_face_pictures = new QWidget(this);
    auto* pair = new QHBoxLayout(m_face_pictures);
    pair->setContentsMargins(0, 0, 0, 0);
    for (auto& [label, object, words] :
         {std::tuple{&m_as_lit, "faceAsLit", tr("As the light falls")},
          std::tuple{&m_by_quarters, "faceByQuarters", tr("By quarters")}}) {
        auto* side = new QVBoxLayout;
        *label = faceLabel(object, this);
        side->addWidget(*label);
        auto* caption = new QLabel(words, this);
        caption->setProperty("caption", true);
        side->addWidget(caption);
        pair->addLayout(side);
    }
    column().addWidget(m_face_pictures);
    m_use_face = new QCheckBox(tr("Paint the face by quarters"), this);
    m_use_face->setObjectName(QStringLiteral("useFace"));
    m_use_face->setToolTip(tr("Instead of the light that was traced"));
    column().addWidget(m_use_face);
    connect(m_use_face, &QCheckBox::clicked, this, [this](bool used) {
        changeFace(tr("Face by quarters"), [&](FaceQuarters& face) { face.used = used; });
    });
}

void HandPage::addFaceNumbers() {
    addNumber({"faceStrength",
               tr("Strength"),
               tr("From subtle to strong"),
               {0, 1, 2, {}, false},
               getFace(&FaceQuarters::strength),
               setFace(&FaceQuarters::strength)});
    addNumber({"faceTones",
               tr("Tones"),
               tr("Three: both middle quarters alike; four: each its own"),
               {3, 4, 0, {}, false},
               [](const Plan& plan, auto) -> std::optional<double> {
                   if (!plan.values.face) return std::nullopt;
                   return plan.values.face->tones;
               },
               [](Plan& plan, auto, double value) {
                   if (plan.values.face) plan.values.face->tones = value < 3.5 ? 3 : 4;
               }});
    addNumber({"faceVeil",
               tr("Dark veil along the far edge"),
               tr("A very thin dark glaze: a step of its own, when the face is done"),
               {0, 1, 2, {}, false},
               getFace(&FaceQuarters::veil),
               setFace(&FaceQuarters::veil)});
    addNumber({"faceRadius",
               tr("From there to the edge of the face"),
               tr("Its size"),
               {0.5, 20, 1, tr(" mm"), true},
               getFace(&FaceQuarters::radius_mm),
               setFace(&FaceQuarters::radius_mm)});
    addNumber({"faceLean",
               tr("The head leans to its own left by"),
               tr("Negative: to its own right"),
               {-60, 60, 0, tr("°"), false},
               getFace(&FaceQuarters::lean_deg),
               setFace(&FaceQuarters::lean_deg)});
    m_forget_face = new QPushButton(tr("Take it away"), this);
    m_forget_face->setObjectName(QStringLiteral("forgetFace"));
    m_forget_face->setToolTip(tr("No face by quarters"));
    column().addWidget(m_forget_face);
    connect(m_forget_face, &QPushButton::clicked, this, [this] {
        change(tr("No face by quarters"), [](Plan& plan) { plan.values.face.reset(); });
    });
}

void HandPage::takeBrush(int id) {
    if (id == Hold) return m_view.layDownTool();
    const auto begin = [this] {
        m_stroke = {};
        m_stroke_begun = false;
    };
    takeStrokeBrush(
        m_view, *m_tools, id,
        strokesOf(document(), *m_radius, begin,
                  [this](const auto& points, bool reversed) { stroke(points, reversed); }));
}

void HandPage::stroke(const std::vector<SurfacePoint>& points, bool reversed) {
    const int tool = m_tools->checkedId();
    const int way = tool == Lighter || tool == MoreGlow ? 1 : -1;
    m_stroke.of_glows = tool == MoreGlow || tool == NoGlow;
    m_stroke.radius_mm = m_radius->value();
    m_stroke.bands = reversed ? -way : way;
    addToStroke(points, 0.3 * m_stroke.radius_mm, m_stroke.points_mm, m_stroke.normals);
    if (m_stroke.points_mm.empty()) return;
    change(
        wordsFor(m_stroke),
        [&](Plan& plan) {
            if (m_stroke_begun) plan.values.corrections.pop_back();
            plan.values.corrections.push_back(m_stroke);
        },
        m_stroke_key);
    m_stroke_begun = true;
}

void HandPage::placeFace(const SurfacePoint& place) {
    change(tr("Place face"), [&](Plan& plan) {
        FaceQuarters face = faceAt(plan, place.point_mm);
        if (plan.values.face) {
            face.used = plan.values.face->used;
            face.strength = plan.values.face->strength;
            face.veil = plan.values.face->veil;
            face.tones = plan.values.face->tones;
        }
        plan.values.face = face;
    });
}

void HandPage::changeFace(const QString& text,
                          const std::function<void(FaceQuarters&)>& change_face) {
    change(text, [&](Plan& plan) {
        if (plan.values.face) change_face(*plan.values.face);
    });
}

void HandPage::showPlan(const Plan& plan) {
    const auto part = document().selectedPart();
    m_part_words->setText(
        part
            ? tr("The chosen part, %1, against what the light does:").arg(q(plan.parts[*part].name))
            : tr("Click a part to light its dark side up or to calm it."));
    fillList(plan.values.corrections);
    const bool placed = plan.values.face.has_value();
    m_face_pictures->setVisible(placed);
    m_use_face->setVisible(placed);
    m_forget_face->setVisible(placed);
    if (placed) m_use_face->setChecked(plan.values.face->used);
}

void HandPage::fillList(const std::vector<Correction>& corrections) {
    const QSignalBlocker quiet(m_list);
    const int row = m_list->currentRow();
    m_list->clear();
    for (const Correction& stroke : corrections) {
        m_list->addItem(
            tr("%1 · brush of %2 mm").arg(wordsFor(stroke)).arg(2.0 * stroke.radius_mm, 0, 'f', 1));
    }
    m_list->setVisible(!corrections.empty());
    m_remove->setVisible(!corrections.empty());
    m_list->setCurrentRow(std::min(row, m_list->count() - 1));
    if (m_list->currentRow() < 0) m_list->setCurrentRow(m_list->count() - 1);
}

void HandPage::showResults(const Evaluated& evaluated) {
    // Two traced pictures: only when the hand rests.
    if (!evaluated.complete || !evaluated.plan.values.face) return;
    if (m_face_of == document().evaluated()) return;
    m_face_of = document().evaluated();
    showFace(evaluated);
}

void HandPage::showFace(const Evaluated& evaluated) {
    const double ratio = devicePixelRatioF();
    const int side = static_cast<int>(kFacePicture_px * ratio);
    const FacePictures pictures = facePictures(evaluated.plan, *evaluated.appearance,
                                               *evaluated.plan.values.face, {side, side});
    const auto show = [ratio](QLabel& label, const Image& image) {
        QPixmap pixmap = QPixmap::fromImage(toQImage(image));
        pixmap.setDevicePixelRatio(ratio);
        label.setPixmap(pixmap);
    };
    show(*m_as_lit, pictures.as_lit);
    show(*m_by_quarters, pictures.by_quarters);
}

}  // namespace glaukophos
