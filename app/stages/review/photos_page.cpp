#include "app/stages/review/photos_page.h"

#include <QBuffer>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QImageReader>
#include <QSignalBlocker>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr QSize kThumb(84, 63);

QIcon thumbOf(const PlanPhotograph& photo) {
    QByteArray bytes =
        QByteArray::fromRawData(photo.bytes->data(), static_cast<qsizetype>(photo.bytes->size()));
    QBuffer buffer(&bytes);
    QImageReader reader(&buffer);
    reader.setAutoTransform(true);
    reader.setScaledSize(reader.size().scaled(2 * kThumb, Qt::KeepAspectRatio));
    return QIcon(QPixmap::fromImage(reader.read()));
}

QString stateOf(const PlanPhotograph& photo) {
    if (!photo.place) return QObject::tr("not matched yet");
    return photo.place->doubtful ? QObject::tr("matched, doubtful") : QObject::tr("matched");
}

}  // namespace

PhotosPage::PhotosPage(PhotoDesk& desk, QWidget* parent)
    : PlanPage(desk.document(), parent, Aspect::Photographs),
      m_desk(desk),
      m_list(new QListWidget(this)),
      m_watched(nullptr),
      m_note(new QLineEdit(this)),
      m_remove(nullptr) {
    addCaption("photosWords")
        ->setText(tr("Photograph the figure as it stands on the desk: bare under one lamp, "
                     "half-way, done. Drop the pictures on the window, or let a folder be "
                     "watched. They are kept in the plan and stay on this machine."));
    auto* row = new QHBoxLayout;
    auto* add =
        newButton("addPhotos", tr("Add photographs…"), tr("JPEG or PNG, as the camera made them"));
    auto* watch = newButton("watchFolder", tr("Watch a folder…"),
                            tr("New photographs in it come in by themselves"));
    row->addWidget(add, 1);
    row->addWidget(watch, 1);
    column().addLayout(row);
    m_watched = addCaption("watchedFolder");
    m_list->setObjectName(QStringLiteral("photographs"));
    m_list->setAccessibleName(tr("Photographs"));
    m_list->setToolTip(tr("Choose the one to look at"));
    m_list->setIconSize(kThumb);
    m_list->setTextElideMode(Qt::ElideRight);
    m_list->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    m_list->setWordWrap(true);
    m_list->setMinimumHeight(210);
    column().addWidget(m_list, 1);
    m_note->setObjectName(QStringLiteral("photoNote"));
    m_note->setAccessibleName(tr("Note"));
    m_note->setPlaceholderText(tr("A note: which light, which step"));
    m_note->setToolTip(tr("Goes with the photograph"));
    column().addWidget(m_note);
    m_remove = newButton("removePhoto", tr("Remove this photograph"),
                         tr("From the plan; the file it came from stays"));
    column().addWidget(m_remove);
    connect(add, &QPushButton::clicked, this, &PhotosPage::askFiles);
    connect(watch, &QPushButton::clicked, this, &PhotosPage::askFolder);
    connect(m_remove, &QPushButton::clicked, &desk, &PhotoDesk::remove);
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int at) {
        if (!isShowing() && at >= 0) m_desk.choose(static_cast<std::size_t>(at));
    });
    connect(m_note, &QLineEdit::editingFinished, this,
            [this] { m_desk.setNote(m_note->text().trimmed()); });
    connect(&desk, &PhotoDesk::changed, this, &PhotosPage::refresh);
}

void PhotosPage::askFiles() {
    m_desk.add(QFileDialog::getOpenFileNames(this, tr("Photographs of the figure"), {},
                                             photographFilter()));
}

void PhotosPage::askFolder() {
    if (!m_desk.watched().isEmpty()) return m_desk.watch({});
    m_desk.watch(QFileDialog::getExistingDirectory(this, tr("Folder of the camera")));
}

void PhotosPage::showPlan(const Plan& plan) {
    std::vector<PhotoBytes> listed;
    for (const PlanPhotograph& photo : plan.photographs) listed.push_back(photo.bytes);
    const QSignalBlocker quiet(m_list);
    if (listed != m_listed) {
        m_list->clear();
        for (const PlanPhotograph& photo : plan.photographs) {
            new QListWidgetItem(thumbOf(photo), {}, m_list);
        }
        m_listed = listed;
    }
    for (std::size_t i = 0; i < plan.photographs.size(); ++i) {
        const PlanPhotograph& photo = plan.photographs[i];
        const QString second =
            photo.note.empty() ? stateOf(photo) : tr("%1 · %2").arg(stateOf(photo), q(photo.note));
        m_list->item(static_cast<int>(i))->setText(tr("%1\n%2").arg(q(photo.name), second));
    }
    m_list->setCurrentRow(static_cast<int>(m_desk.chosen()));
    const PlanPhotograph* chosen = m_desk.photo();
    m_remove->setEnabled(chosen != nullptr);
    m_note->setEnabled(chosen != nullptr);
    if (!m_note->hasFocus()) m_note->setText(chosen != nullptr ? q(chosen->note) : QString());
    auto* watch = findChild<QPushButton*>(QStringLiteral("watchFolder"));
    watch->setText(m_desk.watched().isEmpty() ? tr("Watch a folder…") : tr("Watch no more"));
    m_watched->setVisible(!m_desk.watched().isEmpty());
    m_watched->setText(tr("Watched: %1").arg(m_desk.watched()));
}

}  // namespace glaukophos
