// Heading, one sentence of explanation, then the controls.
#include "app/pages/stage_panel.h"

namespace glaukophos {

StagePanel::StagePanel(const QString& heading, const QString& explanation, QWidget* parent)
    : QScrollArea(parent) {
    auto* content = new QWidget(this);
    m_column = new QVBoxLayout(content);
    m_column->setContentsMargins(16, 14, 14, 14);
    m_column->setSpacing(8);
    auto* title = new QLabel(heading, content);
    title->setObjectName(QStringLiteral("heading"));
    m_column->addWidget(title);
    setWidget(content);
    setWidgetResizable(true);
    setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    setFrameShape(QFrame::NoFrame);
    setFocusPolicy(Qt::NoFocus);
    if (!explanation.isEmpty()) addCaption(explanation);
}

QLabel* StagePanel::addSection(const QString& text) {
    auto* label = new QLabel(text, widget());
    label->setObjectName(QStringLiteral("section"));
    m_column->addWidget(label);
    return label;
}

QLabel* StagePanel::addCaption(const QString& text) {
    auto* label = new QLabel(text, widget());
    label->setObjectName(QStringLiteral("caption"));
    label->setWordWrap(true);
    m_column->addWidget(label);
    return label;
}

}  // namespace glaukophos
