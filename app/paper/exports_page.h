// One page for all that leaves the program, each with its beginning to look at.
#pragma once

#include <QComboBox>
#include <QDialog>
#include <QLabel>
#include <QListWidget>
#include <QPlainTextEdit>
#include <QStackedWidget>

#include "app/paper/exports.h"

namespace glaukophos {

class ExportsPage : public QDialog {
    Q_OBJECT

  public:
    ExportsPage(Exports& exports, QWidget* parent);

    void showOutput(Output output);
    [[nodiscard]] QPageSize::PageSizeId paper() const;

  private:
    QWidget* buildChoice();
    QWidget* buildPreview();
    [[nodiscard]] Output chosen() const;
    void refresh();

    Exports& m_exports;
    QListWidget* m_list = nullptr;  // owned by Qt, as are the following
    QComboBox* m_paper = nullptr;
    QLabel* m_sentence = nullptr;
    QStackedWidget* m_preview = nullptr;
    QLabel* m_page = nullptr;
    QPlainTextEdit* m_lines = nullptr;
};

}  // namespace glaukophos
