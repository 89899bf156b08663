// The figures stand beside each other in the view while this page is shown.
#include "app/stages/lights/variants_page.h"

#include <QHBoxLayout>
#include <QMenu>

#include "app/view/light_glyphs.h"
#include "app/widgets/text.h"
#include "app/widgets/theme.h"

namespace glaukophos {

VariantsPage::VariantsPage(Document& document, QWidget* parent)
    : PlanPage(document, parent, Aspect::Lights) {
    m_state = addCaption("variantState");
    m_keep = newButton("keepVariant", tr("Keep these lights aside"),
                       tr("Puts a copy of the lights in use aside; go on changing them, and see "
                          "both beside each other"));
    column().addWidget(m_keep);
    connect(m_keep, &QPushButton::clicked, this, [this] {
        change(tr("Keep lights aside"),
               [](Plan& plan) { keepVariant(plan, newVariantName(plan)); });
    });
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        m_rows.at(i) = newRow(i);
        column().addWidget(m_rows.at(i).whole);
    }
    column().addStretch(1);
}

VariantsPage::Row VariantsPage::newRow(std::size_t variant) {
    Row row;
    row.whole = new QWidget(this);
    auto* column = new QVBoxLayout(row.whole);
    column->setContentsMargins(0, 6, 0, 0);
    column->setSpacing(4);
    row.name = new QLineEdit(row.whole);
    row.name->setObjectName(QStringLiteral("variantName%1").arg(variant + 1));
    row.name->setAccessibleName(tr("Name of these lights"));
    row.name->setToolTip(tr("Name of these lights"));
    row.name->setMaxLength(40);
    column->addWidget(row.name);
    connect(row.name, &QLineEdit::editingFinished, this, [this, variant] {
        const QString name = m_rows.at(variant).name->text().trimmed();
        change(tr("Rename lights"), [&](Plan& plan) {
            if (variant < plan.variants.size() && !name.isEmpty()) {
                plan.variants[variant].name = name.toStdString();
            }
        });
    });
    row.difference = new QLabel(row.whole);
    row.difference->setObjectName(QStringLiteral("variantDifference%1").arg(variant + 1));
    row.difference->setProperty("caption", true);
    row.difference->setWordWrap(true);
    column->addWidget(row.difference);

    auto* buttons = new QHBoxLayout;
    buttons->setSpacing(6);
    const auto add = [&](const char* object, const QString& text, const QString& tip) {
        auto* button = new QPushButton(text, row.whole);
        button->setObjectName(QStringLiteral("%1%2").arg(q(object)).arg(variant + 1));
        button->setToolTip(tip);
        buttons->addWidget(button);
        return button;
    };
    auto* all = add("takeVariant", tr("Take all"),
                    tr("These lights come into use; those in use are kept in their place"));
    row.one_light = add("takeLight", tr("Take one"), tr("One of these lights comes into use"));
    row.one_light->setMenu(new QMenu(row.one_light));
    auto* drop = add("dropVariant", tr("Drop"), tr("Forgets these lights; undo brings them back"));
    column->addLayout(buttons);
    connect(all, &QPushButton::clicked, this, [this, variant] { take(variant); });
    connect(drop, &QPushButton::clicked, this, [this, variant] {
        change(tr("Drop lights"), [&](Plan& plan) {
            if (variant >= plan.variants.size()) return;
            plan.variants.erase(plan.variants.begin() + static_cast<std::ptrdiff_t>(variant));
        });
    });
    return row;
}

void VariantsPage::take(std::size_t variant) {
    change(tr("Take lights"), [&](Plan& plan) {
        if (variant < plan.variants.size()) takeVariant(plan, variant, newVariantName(plan));
    });
}

void VariantsPage::fillMenu(QPushButton& button, const Plan& plan, std::size_t variant) {
    button.menu()->clear();
    const std::vector<Light>& lights = plan.variants[variant].lights;
    for (std::size_t l = 0; l < lights.size(); ++l) {
        QAction* action =
            button.menu()->addAction(lightIcon(lights[l], currentTheme().text), q(lights[l].name));
        connect(action, &QAction::triggered, this, [this, variant, l] {
            change(tr("Take one light"), [&](Plan& edited) {
                if (variant < edited.variants.size() &&
                    l < edited.variants[variant].lights.size()) {
                    takeLightOf(edited, variant, l);
                }
            });
        });
    }
}

void VariantsPage::showPlan(const Plan& plan) {
    const bool full = plan.variants.size() >= kMostVariants;
    m_keep->setEnabled(!full);
    if (plan.variants.empty()) {
        m_state->setText(
            tr("Painters choose by comparing. Keep these lights aside, then change "
               "them: both are shown beside each other, with what differs."));
    } else {
        m_state->setText(full ? tr("Four stand beside each other now: drop one to keep another.")
                              : tr("Change the lights in use: their picture follows."));
    }
    for (std::size_t i = 0; i < m_rows.size(); ++i) {
        const Row& row = m_rows.at(i);
        row.whole->setVisible(i < plan.variants.size());
        if (i >= plan.variants.size()) continue;
        if (!row.name->hasFocus()) row.name->setText(q(plan.variants[i].name));
        row.difference->setText(q(differenceInWords(plan, i)));
        fillMenu(*row.one_light, plan, i);
    }
}

}  // namespace glaukophos
