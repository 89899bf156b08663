// A colour reader at a local socket: one question, one answer.
#pragma once

#include <QLocalSocket>
#include <QTimer>
#include <functional>
#include <vector>

#include "core/base/result.h"

namespace glaukophos {

// The answer of a reader: kBands reflectances, 380 to 730 nm; clear complaints about anything else.
Result<std::vector<double>> parseReading(const QByteArray& line);

class ColourReader : public QObject {
    Q_OBJECT

  public:
    explicit ColourReader(QObject* parent = nullptr);
    // Where readers answer unless GLAUKOPHOS_COLOUR_READER says otherwise.
    static QString usualSocket();
    void measure(const QString& socket);

  signals:
    void measured(const std::vector<double>& spectrum);
    void failed(const QString& message);

  private:
    void finish(const QString& problem);

    QLocalSocket m_socket;
    QTimer m_patience;
};

}  // namespace glaukophos
