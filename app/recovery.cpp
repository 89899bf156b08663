// Written twenty seconds after a change, by a thread of its own.
#include "app/recovery.h"

#include <QDir>
#include <QFile>

#include "core/io/plan_file.h"

namespace glaukophos {
namespace {

constexpr int kDelay_ms = 20'000;

}  // namespace

Recovery::Recovery(Document& document, const QString& folder, QObject* parent)
    : QObject(parent), m_document(document), m_folder(folder) {
    m_timer.setSingleShot(true);
    m_timer.setInterval(kDelay_ms);
    connect(&m_timer, &QTimer::timeout, this, &Recovery::keepNow);
    connect(&document, &Document::changed, this, [this](Aspect aspect) {
        if (aspect != Aspect::Selection && m_document.isModified() && !m_timer.isActive()) {
            m_timer.start();
        }
    });
    connect(&document, &Document::modifiedChanged, this, [this] {
        if (!m_document.isModified()) forget();
    });
}

QString Recovery::file() const { return m_folder + QStringLiteral("/unsaved.glauk"); }

QString Recovery::leftBehind() const { return QFile::exists(file()) ? file() : QString(); }

void Recovery::forget() {
    m_timer.stop();
    if (m_writer.joinable()) m_writer.join();
    QFile::remove(file());
}

void Recovery::keepNow() {
    if (!m_document.isOpen()) return;
    QDir().mkpath(m_folder);
    m_writer = std::jthread([plan = m_document.plan(), path = file().toStdString()] {
        // Best effort: when the disk is full, saving by hand says so.
        static_cast<void>(savePlan(plan, path));
    });
}

}  // namespace glaukophos
