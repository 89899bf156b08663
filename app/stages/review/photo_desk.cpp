#include "app/stages/review/photo_desk.h"

#include <QDir>
#include <QFileInfo>
#include <QSettings>
#include <algorithm>

#include "app/widgets/text.h"
#include "core/io/file_bytes.h"

namespace glaukophos {
namespace {

constexpr int kSettled_ms = 400;
constexpr const char* kFolderSetting = "photographs/folder";

QFileInfoList photographsIn(const QString& folder) {
    return QDir(folder).entryInfoList(photographPatterns(), QDir::Files,
                                      QDir::Time | QDir::Reversed);
}

}  // namespace

const QStringList& photographPatterns() {
    static const QStringList patterns = {QStringLiteral("*.jpg"), QStringLiteral("*.jpeg"),
                                         QStringLiteral("*.png"), QStringLiteral("*.JPG")};
    return patterns;
}

QString photographFilter() {
    return QObject::tr("Photographs (%1)").arg(photographPatterns().join(QLatin1Char(' ')));
}

PhotoDesk::PhotoDesk(Document& document, QObject* parent) : QObject(parent), m_document(document) {
    m_settled.setSingleShot(true);
    m_settled.setInterval(kSettled_ms);
    connect(&m_settled, &QTimer::timeout, this, &PhotoDesk::lookIntoFolder);
    connect(&m_watcher, &QFileSystemWatcher::directoryChanged, &m_settled,
            qOverload<>(&QTimer::start));
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect != Aspect::Everything && aspect != Aspect::Photographs) return;
        const std::size_t count = m_document.plan().photographs.size();
        if (aspect == Aspect::Everything) {
            m_asked.reset();
            m_remark.clear();
            stopMatching();
        }
        m_chosen = count == 0 ? 0 : std::min(m_chosen, count - 1);
        emit changed();
    });
    connect(&m_matcher, &PhotoMatcher::matched, this, &PhotoDesk::take);
    connect(&m_matcher, &PhotoMatcher::progressed, this, &PhotoDesk::progressed);
    connect(&m_matcher, &PhotoMatcher::failed, this, [this](const QString& sentence) {
        endMatching(sentence);
        emit problem(sentence);
    });
    watch(QSettings().value(q(kFolderSetting)).toString());
}

const PlanPhotograph* PhotoDesk::photo() const {
    const auto& photographs = m_document.plan().photographs;
    return m_chosen < photographs.size() ? &photographs[m_chosen] : nullptr;
}

void PhotoDesk::choose(std::size_t index) {
    if (index == m_chosen || index >= m_document.plan().photographs.size()) return;
    m_chosen = index;
    m_asked.reset();
    m_remark.clear();
    stopMatching();
    emit changed();
    emit askedChanged();
}

void PhotoDesk::editPhoto(const QString& text, const std::function<void(PlanPhotograph&)>& change) {
    if (photo() == nullptr) return;
    m_document.edit(text, Aspect::Photographs,
                    [&](Plan& plan) { change(plan.photographs[m_chosen]); });
}

void PhotoDesk::add(const QStringList& files) {
    if (!m_document.isOpen()) return emit problem(tr("Open a figure first."));
    std::vector<PlanPhotograph> taken;
    QString wrong;
    for (const QString& file : files) {
        auto bytes = readBytes(file.toStdString(), kLargestPhotograph);
        Result<void> sound;
        if (bytes) sound = checkPhotograph(*bytes);
        if (!bytes || !sound) {
            const std::string& why = bytes ? sound.error().message : bytes.error().message;
            wrong = tr("%1: %2").arg(QFileInfo(file).fileName(), q(why));
            continue;
        }
        PlanPhotograph photo;
        photo.name = QFileInfo(file).fileName().toStdString();
        photo.bytes = std::make_shared<const std::vector<char>>(std::move(*bytes));
        taken.push_back(std::move(photo));
    }
    const std::size_t before = m_document.plan().photographs.size();
    if (before + taken.size() > kMostPhotographs) {
        return emit problem(tr("A plan keeps up to %1 photographs. Remove some that are not "
                               "needed.")
                                .arg(kMostPhotographs));
    }
    if (!wrong.isEmpty()) emit problem(wrong);
    if (taken.empty()) return;
    m_chosen = before;
    m_remark.clear();
    m_document.edit(tr("Photographs"), Aspect::Photographs, [&](Plan& plan) {
        std::ranges::move(taken, std::back_inserter(plan.photographs));
    });
}

void PhotoDesk::remove() {
    if (photo() == nullptr) return;
    stopMatching();
    m_document.edit(tr("Remove a photograph"), Aspect::Photographs, [&](Plan& plan) {
        plan.photographs.erase(plan.photographs.begin() + static_cast<std::ptrdiff_t>(m_chosen));
    });
}

void PhotoDesk::setNote(const QString& note) {
    editPhoto(tr("Note"), [&](PlanPhotograph& photo) { photo.note = note.toStdString(); });
}

void PhotoDesk::watch(const QString& folder) {
    if (!m_watcher.directories().isEmpty()) m_watcher.removePaths(m_watcher.directories());
    m_folder = QFileInfo(folder).isDir() ? folder : QString();
    QSettings().setValue(q(kFolderSetting), m_folder);
    m_known.clear();
    if (!m_folder.isEmpty()) {
        for (const QFileInfo& file : photographsIn(m_folder)) m_known.insert(file.fileName());
        m_watcher.addPath(m_folder);
    }
    emit changed();
}

void PhotoDesk::lookIntoFolder() {
    QStringList fresh;
    for (const QFileInfo& file : photographsIn(m_folder)) {
        if (m_known.contains(file.fileName())) continue;
        m_known.insert(file.fileName());
        fresh << file.absoluteFilePath();
    }
    if (!fresh.isEmpty() && m_document.isOpen()) add(fresh);
}

void PhotoDesk::ask(const Vec3& point_mm) {
    m_asked = point_mm;
    emit askedChanged();
}

void PhotoDesk::forgetAsked() {
    if (!m_asked) return;
    m_asked.reset();
    emit askedChanged();
}

void PhotoDesk::answer(const Eigen::Vector2d& pixel) {
    if (!m_asked || photo() == nullptr) return;
    const PhotoPair pair{*m_asked, pixel};
    m_asked.reset();
    if (photo()->pairs.size() >= kMostPhotoPairs) {
        emit problem(tr("More than %1 pairs are not needed.").arg(kMostPhotoPairs));
    } else {
        editPhoto(tr("A place in the photograph"),
                  [&](PlanPhotograph& photo) { photo.pairs.push_back(pair); });
    }
    emit askedChanged();
}

void PhotoDesk::removePair(std::size_t pair) {
    if (photo() == nullptr || pair >= photo()->pairs.size()) return;
    editPhoto(tr("Remove a pair"), [&](PlanPhotograph& photo) {
        photo.pairs.erase(photo.pairs.begin() + static_cast<std::ptrdiff_t>(pair));
    });
}

void PhotoDesk::startMatching(std::vector<PhotoPair> pairs) {
    m_matching = true;
    m_remark.clear();
    m_matcher.request(m_document.plan().figure, photo()->bytes, std::move(pairs));
    emit matchingChanged();
}

void PhotoDesk::matchByPairs() {
    if (photo() == nullptr) return;
    if (photo()->pairs.size() < kLeastPairs) {
        return emit problem(tr("At least %1 places must be paired; %2 are.")
                                .arg(kLeastPairs)
                                .arg(photo()->pairs.size()));
    }
    startMatching(photo()->pairs);
}

void PhotoDesk::matchAlone() {
    if (photo() != nullptr) startMatching({});
}

void PhotoDesk::stopMatching() {
    if (!m_matching) return;
    m_matcher.stop();
    endMatching({});
}

void PhotoDesk::endMatching(const QString& remark) {
    m_matching = false;
    m_remark = remark;
    emit matchingChanged();
}

void PhotoDesk::take(const PhotoBytes& bytes, const PhotoMatch& match) {
    if (!m_matching || photo() == nullptr || photo()->bytes != bytes) return;
    endMatching(q(match.remark));
    editPhoto(tr("Match a photograph"), [&](PlanPhotograph& photo) {
        photo.place = PhotoPlace{match.camera, match.agreement, match.doubtful};
    });
}

}  // namespace glaukophos
