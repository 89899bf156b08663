// The size of paper is asked once and remembered.
#include "app/paper/exports_page.h"

#include <QFontDatabase>
#include <QHBoxLayout>
#include <QLocale>
#include <QPushButton>
#include <QSettings>
#include <QTimer>

#include "app/widgets/text.h"

namespace glaukophos {
namespace {

constexpr const char* kPaperSetting = "paper";
constexpr int kPreviewDots = 60;  // an inch
constexpr std::array<std::pair<const char*, QPageSize::PageSizeId>, 2> kPapers = {
    {{"A4", QPageSize::A4}, {"Letter", QPageSize::Letter}}};

// What people print on where the machine stands, until they choose.
int usualPaper() {
    const bool american =
        QLocale().territory() == QLocale::UnitedStates || QLocale().territory() == QLocale::Canada;
    return QSettings().value(q(kPaperSetting), american ? 1 : 0).toInt() == 1 ? 1 : 0;
}

}  // namespace

ExportsPage::ExportsPage(Exports& exports, QWidget* parent) : QDialog(parent), m_exports(exports) {
    setObjectName(QStringLiteral("exportsPage"));
    setWindowTitle(tr("Print and write"));
    resize(940, 680);
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(16, 16, 16, 16);
    row->setSpacing(16);
    row->addWidget(buildChoice());
    row->addWidget(buildPreview(), 1);
    connect(m_list, &QListWidget::currentRowChanged, this, &ExportsPage::refresh);
    connect(m_paper, &QComboBox::currentIndexChanged, this, [this](int paper) {
        QSettings().setValue(q(kPaperSetting), paper);
        refresh();
    });
    m_list->setCurrentRow(0);
}

QWidget* ExportsPage::buildChoice() {
    auto* choice = new QWidget(this);
    choice->setFixedWidth(270);
    auto* column = new QVBoxLayout(choice);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(8);
    m_list = new QListWidget(choice);
    m_list->setObjectName(QStringLiteral("outputs"));
    m_list->setAccessibleName(tr("What to print or write"));
    m_list->setToolTip(tr("What to print or write"));
    for (std::size_t i = 0; i < kOutputCount; ++i) {
        m_list->addItem(tr(entryOf(static_cast<Output>(i)).name));
    }
    column->addWidget(m_list, 1);
    m_sentence = new QLabel(choice);
    m_sentence->setWordWrap(true);
    m_sentence->setMinimumHeight(64);
    m_sentence->setAlignment(Qt::AlignTop);
    column->addWidget(m_sentence);
    auto* label = new QLabel(tr("Paper"), choice);
    m_paper = new QComboBox(choice);
    m_paper->setObjectName(QStringLiteral("paperSize"));
    m_paper->setAccessibleName(tr("Paper"));
    m_paper->setToolTip(tr("The size of paper for all that is printed; remembered"));
    for (const auto& [name, size] : kPapers) m_paper->addItem(q(name));
    m_paper->setCurrentIndex(usualPaper());
    auto* paper_row = new QHBoxLayout;
    paper_row->addWidget(label);
    paper_row->addWidget(m_paper, 1);
    column->addLayout(paper_row);
    auto* write = new QPushButton(tr("Write it …"), choice);
    write->setObjectName(QStringLiteral("writeOutput"));
    write->setToolTip(tr("Asks for the file, then writes it"));
    write->setDefault(true);
    column->addWidget(write);
    connect(write, &QPushButton::clicked, this, [this] {
        if (m_exports.ask(chosen(), paper())) accept();
    });
    return choice;
}

QWidget* ExportsPage::buildPreview() {
    m_preview = new QStackedWidget(this);
    m_page = new QLabel(m_preview);
    m_page->setObjectName(QStringLiteral("outputPage"));
    m_page->setAlignment(Qt::AlignCenter);
    m_lines = new QPlainTextEdit(m_preview);
    m_lines->setObjectName(QStringLiteral("outputLines"));
    m_lines->setAccessibleName(tr("How the file begins"));
    m_lines->setToolTip(tr("How the file begins"));
    m_lines->setReadOnly(true);
    m_lines->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_lines->setFont(QFontDatabase::systemFont(QFontDatabase::FixedFont));
    m_preview->addWidget(m_page);
    m_preview->addWidget(m_lines);
    return m_preview;
}

Output ExportsPage::chosen() const {
    return static_cast<Output>(std::max(0, m_list->currentRow()));
}

QPageSize::PageSizeId ExportsPage::paper() const {
    return kPapers.at(static_cast<std::size_t>(m_paper->currentIndex())).second;
}

void ExportsPage::showOutput(Output output) { m_list->setCurrentRow(static_cast<int>(output)); }

void ExportsPage::refresh() {
    const OutputEntry& entry = entryOf(chosen());
    m_sentence->setText(tr(entry.sentence));
    m_paper->setEnabled(entry.on_paper);
    const bool drawn = entry.on_paper || chosen() == Output::Maps;
    m_preview->setCurrentWidget(drawn ? static_cast<QWidget*>(m_page) : m_lines);
    if (!drawn) return m_lines->setPlainText(m_exports.lines(chosen()));
    m_page->setPixmap({});
    m_page->setText(tr("Drawing it …"));
    QTimer::singleShot(0, this, [this, shown = chosen()] {
        if (shown != chosen()) return;
        const QImage image = m_exports.picture(shown, paper(), kPreviewDots);
        if (image.isNull()) {
            return m_page->setText(
                tr("The steps are still being worked out; try again in a moment."));
        }
        m_page->setPixmap(QPixmap::fromImage(image));
    });
}

}  // namespace glaukophos
