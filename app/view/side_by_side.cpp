// The view is that of the large figure, so that going back and forth turns nothing.
#include "app/view/side_by_side.h"

#include <QHBoxLayout>
#include <QMouseEvent>
#include <QPainter>
#include <QPainterPath>
#include <algorithm>
#include <cmath>

#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {
namespace {

constexpr double kCorner_px = 8.0;
constexpr int kWordLines = 4;

}  // namespace

ComparedPicture::ComparedPicture(QWidget* parent) : QWidget(parent) {
    setMinimumSize(120, 160);
    setCursor(Qt::OpenHandCursor);
}

void ComparedPicture::setPicture(const QImage& picture) {
    m_picture = picture;
    update();
}

PixelGrid ComparedPicture::grid() const {
    const double ratio = devicePixelRatioF();
    return {std::max(1, static_cast<int>(width() * ratio)),
            std::max(1, static_cast<int>(height() * ratio))};
}

void ComparedPicture::paintEvent(QPaintEvent* /*event*/) {
    QPainter painter(this);
    painter.setRenderHints(QPainter::Antialiasing | QPainter::SmoothPixmapTransform);
    QPainterPath frame;
    frame.addRoundedRect(rect(), kCorner_px, kCorner_px);
    painter.setClipPath(frame);
    if (!m_picture.isNull()) return painter.drawImage(rect(), m_picture);
    painter.fillRect(rect(), currentTheme().field);
    painter.setPen(currentTheme().text);
    painter.drawText(rect(), Qt::AlignCenter, tr("Lighting …"));
}

void ComparedPicture::resizeEvent(QResizeEvent* /*event*/) { emit resized(); }

void ComparedPicture::mousePressEvent(QMouseEvent* event) { m_last = event->position(); }

void ComparedPicture::mouseMoveEvent(QMouseEvent* event) {
    const QPointF by = event->position() - m_last;
    m_last = event->position();
    emit turned({by.x() / std::max(1, width()), by.y() / std::max(1, height())});
}

void ComparedPicture::wheelEvent(QWheelEvent* event) {
    event->accept();
    emit zoomed(std::pow(1.0015, event->angleDelta().y()));
}

SideBySide::SideBySide(Document& document, FigureView& view, QWidget* parent)
    : QWidget(parent), m_document(document), m_view(view) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(10);
    for (std::size_t i = 0; i < m_tiles.size(); ++i) {
        m_tiles.at(i) = newTile(i);
        row->addWidget(m_tiles.at(i).whole, 1);
    }
    connect(&document, &Document::changed, this, &SideBySide::refresh);
    connect(&view, &FigureView::viewChanged, this, &SideBySide::request);
    connect(&view, &FigureView::overlayChanged, this, &SideBySide::request);
    connect(&m_maker, &CompareMaker::failed, this, &SideBySide::problem);
    connect(&m_maker, &CompareMaker::pictureReady, this,
            [this](std::size_t plan, const QImage& picture) {
                m_tiles.at(plan).picture->setPicture(picture);
            });
    connect(&m_maker, &CompareMaker::figuresReady, this,
            [this](int number, std::size_t plan, const PlanFigures& figures, bool last) {
                m_tiles.at(plan).figures->setText(q(inWords(figures)));
                // The end of an older request may still be on its way.
                m_tiles.at(plan).finished = last && number == m_request_number;
                if (isFinished()) emit finished();
            });
}

SideBySide::Tile SideBySide::newTile(std::size_t place) {
    Tile tile;
    tile.whole = new QWidget(this);
    auto* column = new QVBoxLayout(tile.whole);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(4);
    tile.picture = new ComparedPicture(tile.whole);
    tile.picture->setObjectName(QStringLiteral("compared%1").arg(place));
    column->addWidget(tile.picture, 1);
    const auto label = [&](const char* object, const char* style) {
        auto* words = new QLabel(tile.whole);
        words->setObjectName(QStringLiteral("%1%2").arg(q(object)).arg(place));
        words->setWordWrap(true);
        if (style != nullptr) words->setProperty(style, true);
        column->addWidget(words);
        return words;
    };
    tile.name = label("comparedName", nullptr);
    tile.difference = label("comparedDifference", "caption");
    tile.figures = label("comparedFigures", "caption");
    // Room for all words at once: the pictures must not change size as words come.
    for (QLabel* words : {tile.difference, tile.figures}) {
        words->setAlignment(Qt::AlignTop | Qt::AlignLeft);
        words->setFixedHeight(kWordLines * words->fontMetrics().lineSpacing());
    }
    QFont bold = tile.name->font();
    bold.setWeight(QFont::DemiBold);
    tile.name->setFont(bold);
    tile.take = new QPushButton(tr("Take these"), tile.whole);
    tile.take->setObjectName(QStringLiteral("takeCompared%1").arg(place));
    tile.take->setToolTip(tr("These lights come into use; those in use are kept in their place"));
    column->addWidget(tile.take);
    connect(tile.take, &QPushButton::clicked, this,
            [this, place] { emit takeRequested(place - 1); });
    if (place == 0) {  // in use already, but all pictures are to be of one size
        QSizePolicy policy = tile.take->sizePolicy();
        policy.setRetainSizeWhenHidden(true);
        tile.take->setSizePolicy(policy);
        tile.take->hide();
    }
    connect(tile.picture, &ComparedPicture::resized, this, &SideBySide::request);
    connect(tile.picture, &ComparedPicture::turned, this,
            [this](const QPointF& shares) { m_view.turn(shares.x() * 12.0, shares.y() * 180.0); });
    connect(tile.picture, &ComparedPicture::zoomed, &m_view, &FigureView::zoomAt);
    return tile;
}

void SideBySide::refresh() {
    if (!isVisible() || !m_document.isOpen()) return;
    const Plan& plan = m_document.plan();
    m_tiles[0].name->setText(tr("In use"));
    for (std::size_t i = 1; i < m_tiles.size(); ++i) {
        const Tile& tile = m_tiles.at(i);
        const bool is_there = i <= plan.variants.size();
        tile.whole->setVisible(is_there);
        if (!is_there) continue;
        const QString name = q(plan.variants[i - 1].name);
        tile.name->setText(name);
        tile.picture->setAccessibleName(name);
        tile.take->setAccessibleName(tr("Take %1").arg(name));
        tile.difference->setText(q(differenceInWords(plan, i - 1)));
        tile.difference->setToolTip(tile.difference->text());
    }
    request();
}

void SideBySide::request() {
    if (!isVisible() || !m_document.isOpen()) return;
    const Plan& plan = m_document.plan();
    CompareRequest request;
    request.plans.push_back(plan);
    for (std::size_t i = 0; i < plan.variants.size(); ++i) {
        request.plans.push_back(withVariant(plan, i));
    }
    request.known = m_document.evaluated();
    request.view = m_view.view();
    request.grid = m_tiles[0].picture->grid();
    request.look.overlay = m_view.overlay();
    request.shade.backdrop = currentTheme().backdrop;
    request.shade.backdrop.floor = !request.view.upside_down;
    request.number = ++m_request_number;
    for (Tile& tile : m_tiles) tile.finished = false;
    m_maker.request(std::move(request));
}

bool SideBySide::isFinished() const {
    const auto shown = static_cast<std::ptrdiff_t>(m_document.plan().variants.size()) + 1;
    return std::all_of(m_tiles.begin(), m_tiles.begin() + shown,
                       [](const Tile& tile) { return tile.finished; });
}

void SideBySide::showEvent(QShowEvent* /*event*/) { refresh(); }

void SideBySide::hideEvent(QHideEvent* /*event*/) { m_maker.forget(); }

}  // namespace glaukophos
