// Creases and patches of the open figure, found off the interface thread when first asked for.
#pragma once

#include <QObject>
#include <functional>

#include "app/document/document.h"
#include "app/jobs/newest_wins.h"
#include "core/figure/division.h"

namespace glaukophos {

class Divider : public QObject {
    Q_OBJECT

  public:
    explicit Divider(Document& document, QObject* parent = nullptr);

    using Guide = std::shared_ptr<const DivisionGuide>;
    // Calls `use` with the guide of the open figure, patches and all: at once when it is known,
    // else when it is ready. A later call replaces one that waits.
    void with(const std::function<void(const DivisionGuide&)>& use);
    [[nodiscard]] bool isBusy() const { return m_waiting != nullptr; }
    // Starts looking without anybody waiting.
    void prepare();
    // Null until creases are known, which is soon; patches follow some seconds later.
    [[nodiscard]] Guide guide() const;

  signals:
    void progressed(double fraction);
    void ready();
    void failed(const QString& sentence);

  private:
    using Request = std::shared_ptr<const Form>;
    void work(const Request& form, const NewestWins<Request>::Turn& turn);  // on the worker
    void post(const Request& form, const Guide& guide);                     // from the worker

    Document& m_document;
    std::shared_ptr<const Form> m_form;  // that the guide is of, or is being made of
    Guide m_guide;
    std::function<void(const DivisionGuide&)> m_waiting;
    NewestWins<Request> m_runner;  // last member
};

}  // namespace glaukophos
