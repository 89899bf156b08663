// Unsaved work survives a crash: a copy of the changed plan is kept aside while the program runs.
#pragma once

#include <QObject>
#include <QTimer>

#include "app/document/document.h"
#include "app/jobs/newest_wins.h"
#include "core/io/plan_file.h"

namespace glaukophos {

class Recovery : public QObject {
    Q_OBJECT

  public:
    Recovery(Document& document, const QString& folder, QObject* parent = nullptr);

    // The newest copy left by a run that did not end properly; empty when there is none. It stays
    // until it is answered for, whatever is opened or saved in between.
    [[nodiscard]] QString leftBehind() const;
    void forgetLeftBehind();
    // What was left behind is the open plan from now on.
    void takeLeftBehind();

    void forget();   // deletes the copy of the open plan
    void keepNow();  // writes it at once, in the background

  private:
    [[nodiscard]] QString file() const;

    Document& m_document;
    QString m_folder;
    QTimer m_timer;
    NewestWins<PlanWithLog> m_writer;  // last member
};

}  // namespace glaukophos
