// One card a plan: its name and the reason to choose it.
#include "app/stages/lights/ready_page.h"

#include <QLabel>
#include <QVBoxLayout>

#include "app/widgets/card_button.h"
#include "app/widgets/text.h"
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
        auto* button = new CardButton(this);
        button->setObjectName(QStringLiteral("ready_%1").arg(q(setups[i].key)));
        button->setToolTip(q(setups[i].reason));
        button->setWords(q(setups[i].name), {}, q(setups[i].reason));
        column->addWidget(button);
        connect(button, &CardButton::clicked, this, [&document, i] {
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
