// The device is not trusted: its answer is bounded and checked.
#include "app/jobs/colour_reader.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
#include <QStandardPaths>

#include "core/colour/spectrum.h"

namespace glaukophos {
namespace {

constexpr int kPatience_ms = 4000;
constexpr qint64 kMostBytes = 8192;

}  // namespace

Result<std::vector<double>> parseReading(const QByteArray& line) {
    const QJsonObject answer = QJsonDocument::fromJson(line).object();
    const QJsonArray shares = answer.value(QLatin1String("reflectance")).toArray();
    const bool is_ours = answer.value(QLatin1String("first_nm")).toDouble() == 380.0 &&
                         answer.value(QLatin1String("step_nm")).toDouble() == 10.0 &&
                         shares.size() == kBands;
    if (!is_ours) {
        return fail(ErrorCode::BadInput,
                    "The colour reader's answer is not 36 reflectances from 380 to 730 nm.");
    }
    std::vector<double> spectrum;
    spectrum.reserve(kBands);
    for (const auto& share : shares) {
        const double value = share.toDouble(-1.0);
        if (!(value >= 0.0 && value <= 1.0)) {
            return fail(ErrorCode::BadInput,
                        "The colour reader measured more than all light or less than none; clean "
                        "it and measure again.");
        }
        spectrum.push_back(value);
    }
    return spectrum;
}

ColourReader::ColourReader(QObject* parent) : QObject(parent) {
    m_patience.setSingleShot(true);
    m_patience.setInterval(kPatience_ms);
    connect(&m_patience, &QTimer::timeout, this,
            [this] { finish(tr("The colour reader does not answer.")); });
    connect(&m_socket, &QLocalSocket::connected, this, [this] { m_socket.write("measure\n"); });
    connect(&m_socket, &QLocalSocket::errorOccurred, this, [this] {
        if (!m_patience.isActive()) return;
        finish(tr("No colour reader answers at %1. Switch it on, or start the simulated one: "
                  "glaukophos-colour-reader --socket %1")
                   .arg(m_socket.serverName()));
    });
    connect(&m_socket, &QLocalSocket::readyRead, this, [this] {
        if (m_socket.bytesAvailable() > kMostBytes) {
            return finish(tr("What answers is no colour reader."));
        }
        if (!m_socket.canReadLine()) return;
        const auto spectrum = parseReading(m_socket.readLine());
        if (!spectrum) return finish(QString::fromStdString(spectrum.error().message));
        finish({});
        emit measured(*spectrum);
    });
}

QString ColourReader::usualSocket() {
    QString chosen = qEnvironmentVariable("GLAUKOPHOS_COLOUR_READER");
    if (!chosen.isEmpty()) return chosen;
    return QStandardPaths::writableLocation(QStandardPaths::RuntimeLocation) +
           QStringLiteral("/glaukophos-colour-reader.socket");
}

void ColourReader::measure(const QString& socket) {
    m_socket.abort();
    m_patience.start();
    m_socket.connectToServer(socket);
}

void ColourReader::finish(const QString& problem) {
    m_patience.stop();
    m_socket.abort();
    if (!problem.isEmpty()) emit failed(problem);
}

}  // namespace glaukophos
