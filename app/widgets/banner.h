// One message across the top of the figure: an error with what to do, or work with a stop.
#pragma once

#include <QFrame>
#include <QLabel>
#include <QProgressBar>
#include <QPushButton>
#include <functional>

namespace glaukophos {

class Banner : public QFrame {
    Q_OBJECT

  public:
    explicit Banner(QWidget* parent = nullptr);

    void showMessage(const QString& text);
    // A question that something newer may replace unanswered. `no` may be empty.
    void showQuestion(const QString& text, const QString& yes_text,
                      const std::function<void()>& yes, const std::function<void()>& no);
    void showWork(const QString& text);
    void setProgress(double fraction);
    void dismiss();
    [[nodiscard]] QString text() const { return isHidden() ? QString() : m_text->text(); }

  signals:
    void stopRequested();

  private:
    enum class Kind { Message, Question, Work };
    void present(Kind kind, const QString& text);

    Kind m_kind = Kind::Message;
    std::function<void()> m_on_yes;  // of the question that is shown
    std::function<void()> m_on_no;
    QLabel* m_text;  // owned by Qt, as are the following
    QProgressBar* m_progress;
    QPushButton* m_yes;
    QPushButton* m_close;
};

}  // namespace glaukophos
