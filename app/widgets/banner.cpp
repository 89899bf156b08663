// Hidden while there is nothing to say.
#include "app/widgets/banner.h"

#include <QHBoxLayout>

namespace glaukophos {

Banner::Banner(QWidget* parent)
    : QFrame(parent),
      m_text(new QLabel(this)),
      m_progress(new QProgressBar(this)),
      m_yes(new QPushButton(this)),
      m_close(new QPushButton(this)) {
    setObjectName(QStringLiteral("banner"));
    m_text->setWordWrap(true);
    m_text->setTextInteractionFlags(Qt::TextSelectableByMouse);
    m_progress->setRange(0, 100);
    m_progress->setFixedWidth(160);
    m_close->setObjectName(QStringLiteral("bannerClose"));
    m_yes->setObjectName(QStringLiteral("bannerYes"));
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(14, 8, 10, 8);
    row->addWidget(m_text, 1);
    row->addWidget(m_progress);
    row->addWidget(m_yes);
    row->addWidget(m_close);
    connect(m_yes, &QPushButton::clicked, this, [this] {
        hide();
        if (const auto yes = std::exchange(m_on_yes, nullptr)) yes();
    });
    connect(m_close, &QPushButton::clicked, this, [this] {
        const Kind was = m_kind;
        hide();
        if (was == Kind::Work) emit stopRequested();
        const auto no = std::exchange(m_on_no, nullptr);
        if (was == Kind::Question && no) no();
    });
    hide();
}

void Banner::present(Kind kind, const QString& text) {
    m_kind = kind;
    m_on_yes = nullptr;
    m_on_no = nullptr;
    m_text->setText(text);
    setAccessibleName(text);
    m_progress->setVisible(kind == Kind::Work);
    m_progress->setValue(0);
    m_yes->setVisible(kind == Kind::Question);
    m_close->setText(kind == Kind::Work       ? tr("Stop")
                     : kind == Kind::Question ? tr("No")
                                              : tr("Close"));
    show();
}

void Banner::showMessage(const QString& text) { present(Kind::Message, text); }

void Banner::showQuestion(const QString& text, const QString& yes_text,
                          const std::function<void()>& yes, const std::function<void()>& no) {
    m_yes->setText(yes_text);
    present(Kind::Question, text);
    m_on_yes = yes;
    m_on_no = no;
}

void Banner::showWork(const QString& text) { present(Kind::Work, text); }

void Banner::setProgress(double fraction) {
    if (m_kind == Kind::Work) m_progress->setValue(static_cast<int>(100 * fraction));
}

void Banner::dismiss() {
    if (m_kind == Kind::Work) hide();
}

}  // namespace glaukophos
