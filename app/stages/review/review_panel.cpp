#include "app/stages/review/review_panel.h"

#include <QFileDialog>
#include <limits>

#include "app/stages/review/photo_paper.h"
#include "app/widgets/text.h"

namespace glaukophos {

ReviewPanel::ReviewPanel(Document& document, FigureView& view, PhotoView& photo_view, KeptLog& log,
                         QWidget* parent)
    : StagePanel(tr("Review"), {}, parent),
      m_document(document),
      m_view(view),
      m_photo_view(photo_view),
      m_desk(document),
      m_verdicts(m_desk),
      m_pages(new PageTabs(this, 3)),
      m_over(new OverPage(m_desk, this)),
      m_painted(new PaintedPage(m_desk, m_verdicts, this)) {
    m_pages->addPage(tr("Photographs"), tr("Of the figure as it stands on the desk"), "pagePhotos",
                     new PhotosPage(m_desk, this));
    m_pages->addPage(tr("Match"), tr("Where the camera stood"), "pageMatch",
                     new PairsPage(m_desk, view, this));
    m_pages->addPage(tr("On it"), tr("The plan on the photograph"), "pageOver", m_over);
    m_pages->addPage(tr("Painted"), tr("What is painted, against what is planned"), "pagePainted",
                     m_painted);
    m_pages->addPage(tr("Light"), tr("The light that fell on the primed figure"), "pageLight",
                     new RelightPage(m_desk, m_verdicts, this));
    m_pages->addPage(tr("Log"), tr("What was painted when, over all figures"), "pageLog",
                     new LogPage(document, log, this));
    column().addWidget(m_pages, 1);
    connect(&m_desk, &PhotoDesk::changed, this, &ReviewPanel::refresh);
    connect(&m_desk, &PhotoDesk::problem, this, &ReviewPanel::problem);
    connect(&m_desk, &PhotoDesk::askedChanged, this, &ReviewPanel::showMarks);
    connect(&document, &Document::evaluatedChanged, this, [this] {
        if (page() == Page::Over) refresh();
    });
    connect(&photo_view, &PhotoView::picked, this, [this](const QPointF& pixel) {
        const Eigen::Vector2d at = m_factor * Eigen::Vector2d(pixel.x(), pixel.y());
        page() == Page::Painted ? m_painted->answerCard(at) : m_desk.answer(at);
    });
    connect(&m_verdicts, &PhotoVerdicts::problem, this, &ReviewPanel::problem);
    connect(m_painted, &PaintedPage::chosen, this, &ReviewPanel::refresh);
    connect(m_painted, &PaintedPage::cardAsked, this, &ReviewPanel::refresh);
    connect(m_over, &OverPage::chosen, this, &ReviewPanel::refresh);
    connect(m_over, &OverPage::saveRequested, this, &ReviewPanel::askSave);
    connect(&m_maker, &PhotoMaker::made, this, &ReviewPanel::showMade);
    connect(&m_maker, &PhotoMaker::failed, this, [this](const QString& sentence) {
        m_making = false;
        m_photo_view.setPicture({}, sentence);
        emit problem(sentence);
    });
    connect(&m_saver, &PhotoMaker::failed, this, &ReviewPanel::problem);
    connect(&m_saver, &PhotoMaker::made, this, [this](const MadePhoto& photo) {
        if (writePhoto(photo, m_over->caption(), m_save_to)) return;
        emit problem(tr("%1 cannot be written. Choose another folder.").arg(m_save_to));
    });
    connect(m_pages, &PageTabs::pageShown, this, [this] {
        m_view.layDownTool();
        m_view.forgetPlace();
        m_view.setOverlay(overlay());
        refresh();
        emit pageShown();
    });
}

Overlay ReviewPanel::enter() {
    m_entered = true;
    refresh();
    return overlay();
}

void ReviewPanel::leave() {
    m_entered = false;
    m_desk.forgetAsked();
}

PhotoRequest ReviewPanel::request() const {
    if (page() == Page::Over) return m_over->request();
    PhotoRequest request;
    if (m_desk.photo() == nullptr) return request;
    request.bytes = m_desk.photo()->bytes;
    // The card is clicked, and faults are shown, where the plan lies: without the lens's bend.
    if (page() == Page::Painted && m_desk.photo()->place) {
        request.camera = m_desk.photo()->place->camera;
    }
    return request;
}

void ReviewPanel::refresh() {
    if (!m_entered) return;
    const bool over = page() == Page::Over;
    m_photo_view.setTurned(over && m_over->mirrored(), over && m_over->upsideDown());
    showMarks();
    PhotoRequest wanted = request();
    if (wanted.bytes == nullptr) {
        m_photo_view.setOther({});
        m_photo_view.setNumbers({});
        m_photo_view.setPicture({}, tr("Photographs of the figure in your hand come here: add "
                                       "them, drop them on the window, or let a folder be "
                                       "watched."));
        return;
    }
    if (page() == Page::Painted && m_painted->shown() != PaintedPage::Shown::Picture &&
        !m_painted->isAskingForCard()) {
        return showVerdict();
    }
    m_making = true;
    m_maker.request(std::move(wanted));
}

void ReviewPanel::showMade(const MadePhoto& photo) {
    m_making = false;
    if (!m_entered) return;
    m_factor = photo.factor;
    m_photo_view.setPicture(photo.picture);
    m_photo_view.setOther(photo.other);
    std::vector<PhotoNumber> numbers;
    for (const BandLabel& label : photo.labels) {
        numbers.push_back({QPointF(label.x, label.y), QString::number(label.band + 1)});
    }
    m_photo_view.setNumbers(std::move(numbers));
    if (page() == Page::Painted) markFaults(photo.factor);
    lookAtFigure();
    showMarks();
    emit made();
}

void ReviewPanel::showVerdict() {
    const Verdict& verdict = *m_verdicts.painted();
    m_factor = verdict.factor;
    m_photo_view.setOther({});
    m_photo_view.setPicture(m_painted->shown() == PaintedPage::Shown::Value ? verdict.by_value
                                                                            : verdict.by_warmth);
    markFaults(verdict.factor);
    lookAtFigure();
    QMetaObject::invokeMethod(this, &ReviewPanel::made, Qt::QueuedConnection);
}

// The worst three, or the one that is chosen.
void ReviewPanel::markFaults(double factor) {
    const Verdict* verdict = m_verdicts.painted();
    std::vector<PhotoNumber> numbers;
    if (verdict != nullptr) {
        const std::vector<PaintedFault>& faults = verdict->faults;
        const int chosen = m_painted->chosenFault();
        for (int i = 0; i < static_cast<int>(faults.size()); ++i) {
            if (chosen >= 0 ? i != chosen : i > 2) continue;
            const Eigen::Vector2d at = faults[static_cast<std::size_t>(i)].pixel / factor;
            numbers.push_back({QPointF(at.x(), at.y()), QString::number(i + 1)});
        }
    }
    m_photo_view.setNumbers(std::move(numbers));
}

// Once for each photograph and page: what the painter moved stays as it is.
void ReviewPanel::lookAtFigure() {
    const PlanPhotograph* photo = m_desk.photo();
    if (photo == nullptr || (m_seen == photo->bytes && m_seen_on == page())) return;
    m_seen = photo->bytes;
    m_seen_on = page();
    if (!photo->place) return m_photo_view.lookAt(QRectF(m_photo_view.picture().rect()));
    m_photo_view.lookAtFigure(photo->place->camera, m_document.plan().figure->bounds(), m_factor);
}

// On the straightened photograph of the last page the marks would not lie right, and are not
// needed.
void ReviewPanel::showMarks() {
    const PlanPhotograph* photo = m_desk.photo();
    std::vector<PhotoMark> marks;
    if (page() == Page::Match && photo != nullptr) {
        const std::vector<double> misses = PairsPage::missesOf(*photo);
        for (std::size_t i = 0; i < photo->pairs.size(); ++i) {
            const Eigen::Vector2d at = photo->pairs[i].pixel / m_factor;
            marks.push_back(
                {QPointF(at.x(), at.y()), !misses.empty() && PairsPage::isOff(*photo, misses[i])});
        }
    }
    m_photo_view.setMarks(std::move(marks));
    const bool picking = page() == Page::Match && m_desk.asked().has_value();
    m_photo_view.setPicking(picking || (page() == Page::Painted && m_painted->isAskingForCard()));
    if (picking) {
        m_view.markPlace(*m_desk.asked());
    } else if (page() == Page::Match) {
        m_view.forgetPlace();
    }
}

void ReviewPanel::askSave() {
    const QString file =
        QFileDialog::getSaveFileName(this, tr("The picture as it is drawn on"), {},
                                     tr("Pictures (*.png);;Pages to print (*.pdf)"));
    if (!file.isEmpty()) savePicture(file);
}

void ReviewPanel::savePicture(const QString& file) {
    m_save_to = file;
    PhotoRequest wanted = request();
    if (wanted.bytes == nullptr) return;
    wanted.most_px = std::numeric_limits<int>::max() / 2;
    wanted.compares = false;
    m_saver.request(std::move(wanted));
}

}  // namespace glaukophos
