// Rows of buttons and, below, the page that belongs to the one that is down.
#pragma once

#include <QButtonGroup>
#include <QWidget>
#include <vector>

class QGridLayout;
class QVBoxLayout;

namespace glaukophos {

class PageTabs : public QWidget {
    Q_OBJECT

  public:
    // `columns` buttons stand in a row.
    explicit PageTabs(QWidget* parent = nullptr, int columns = 5);

    // `object` names the button, for tests.
    void addPage(const QString& name, const QString& tip, const char* object, QWidget* page);
    void showPage(int page);
    [[nodiscard]] int shownPage() const { return m_shown; }

  signals:
    void pageShown(int page);

  private:
    QButtonGroup* m_buttons;  // owned by Qt, as are the following
    int m_columns;
    QGridLayout* m_grid;
    QVBoxLayout* m_column;
    std::vector<QWidget*> m_pages;
    int m_shown = 0;
};

}  // namespace glaukophos
