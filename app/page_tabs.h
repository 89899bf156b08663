// A row of buttons and, below, the page that belongs to the one that is down.
#pragma once

#include <QButtonGroup>
#include <QWidget>
#include <vector>

class QHBoxLayout;
class QVBoxLayout;

namespace glaukophos {

class PageTabs : public QWidget {
    Q_OBJECT

  public:
    explicit PageTabs(QWidget* parent = nullptr);

    // `object` names the button, for tests.
    void addPage(const QString& name, const QString& tip, const char* object, QWidget* page);
    void showPage(int page);
    [[nodiscard]] int shownPage() const { return m_shown; }

  signals:
    void pageShown(int page);

  private:
    QButtonGroup* m_buttons;  // owned by Qt, as are the following
    QHBoxLayout* m_row;
    QVBoxLayout* m_column;
    std::vector<QWidget*> m_pages;
    int m_shown = 0;
};

}  // namespace glaukophos
