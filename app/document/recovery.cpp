// Written twenty seconds after a change, by a thread of its own.
#include "app/document/recovery.h"

#include <QDateTime>
#include <QDir>
#include <QFile>
#include <tuple>

#include "core/io/plan_file.h"

namespace glaukophos {
namespace {

constexpr int kDelay_ms = 20'000;
const QString kLeftBehind = QStringLiteral("left-behind-%1.glauk");  // %1: a time that sorts

}  // namespace

Recovery::Recovery(Document& document, const QString& folder, QObject* parent)
    : QObject(parent),
      m_document(document),
      m_folder(folder),
      // Best effort: when the disk is full, saving by hand says so.
      m_writer(
          [path = file().toStdString()](const PlanWithLog& kept, const auto& /*turn*/) {
              std::ignore = savePlan(kept.plan, path, kept.log);
          },
          [](const QString& /*sentence*/) {}) {
    const QString time =
        QDateTime::currentDateTimeUtc().toString(QStringLiteral("yyyyMMddhhmmsszzz"));
    QFile::rename(file(), m_folder + QLatin1Char('/') + kLeftBehind.arg(time));
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

QString Recovery::leftBehind() const {
    const QStringList left = QDir(m_folder).entryList({kLeftBehind.arg(QLatin1Char('*'))},
                                                      QDir::Files, QDir::Name | QDir::Reversed);
    return left.isEmpty() ? QString() : m_folder + QLatin1Char('/') + left.front();
}

void Recovery::forgetLeftBehind() { QFile::remove(leftBehind()); }

void Recovery::takeLeftBehind() {
    forget();
    QFile::rename(leftBehind(), file());
}

void Recovery::forget() {
    m_timer.stop();
    m_writer.forget();
    m_writer.finish();
    QFile::remove(file());
}

void Recovery::keepNow() {
    if (!m_document.isOpen()) return;
    QDir().mkpath(m_folder);
    m_writer.request({m_document.plan(), m_document.benchLog()});
}

}  // namespace glaukophos
