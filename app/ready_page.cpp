// One card a plan: its name and the reason to choose it.
#include "app/ready_page.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "app/text.h"
#include "core/plan/light_setup.h"

namespace glaukophos {

ReadyPage::ReadyPage(Document& document, QWidget* parent) : QWidget(parent) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(7);
    auto* caption = new QLabel(tr("Replaces all lights; undo brings them back."), this);
    caption->setProperty("caption", true);
    caption->setWordWrap(true);
    column->addWidget(caption);
    const std::vector<LightSetup> setups = lightSetups({Vec3::Zero(), Vec3::Ones()});
    for (std::size_t i = 0; i < setups.size(); ++i) {
        auto* button = new QPushButton(this);
        button->setObjectName(QStringLiteral("ready_%1").arg(q(setups[i].key)));
        button->setProperty("card", true);
        button->setAccessibleName(q(setups[i].name));
        button->setToolTip(q(setups[i].reason));
        auto* text = new QLabel(
            QStringLiteral("<b>%1</b><br>%2")
                .arg(q(setups[i].name).toHtmlEscaped(), q(setups[i].reason).toHtmlEscaped()),
            button);
        text->setWordWrap(true);
        text->setAttribute(Qt::WA_TransparentForMouseEvents);
        auto* inside = new QVBoxLayout(button);
        inside->setContentsMargins(10, 7, 10, 7);
        inside->addWidget(text);
        button->setMinimumHeight(text->heightForWidth(270) + 16);
        column->addWidget(button);
        connect(button, &QPushButton::clicked, this, [&document, i] {
            if (!document.isOpen()) return;
            const LightSetup setup = lightSetups(document.plan().figure->bounds()).at(i);
            document.edit(q(setup.name), Aspect::Lights,
                          [&](Plan& plan) { plan.lights = setup.lights; });
            document.selectLight(1);
        });
    }
    column->addStretch(1);
}

}  // namespace glaukophos
