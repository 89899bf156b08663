#include "app/stages/review/relight_page.h"

#include "app/widgets/text.h"

namespace glaukophos {

RelightPage::RelightPage(PhotoDesk& desk, PhotoVerdicts& verdicts, QWidget* parent)
    : PlanPage(desk.document(), parent, Aspect::Photographs), m_desk(desk), m_verdicts(verdicts) {
    addCaption("lightWords")
        ->setText(tr("Prime the figure in one grey, set a lamp until it looks good, photograph it "
                     "and match the photograph. The program finds where the light came from, and "
                     "the plan can have it."));
    m_find = newButton("findLight", tr("Find the light"),
                       tr("Main light, second light, softness and fill; some seconds"));
    column().addWidget(m_find);
    m_progress = new QProgressBar(this);
    m_progress->setObjectName(QStringLiteral("lightProgress"));
    m_progress->setAccessibleName(tr("How far the search is"));
    m_progress->setRange(0, 100);
    column().addWidget(m_progress);
    m_found = addCaption("lightFound");
    m_take = newButton("takeLight", tr("Take it into the plan"),
                       tr("Instead of the plan's skies and far lights, which are kept under "
                          "Lights, Compare; lamps on the figure stay"));
    column().addWidget(m_take);
    m_taken = addCaption("lightTaken");
    m_taken->hide();
    column().addStretch(1);
    connect(m_find, &QPushButton::clicked, this,
            [this] { m_verdicts.isBusy() ? m_verdicts.stop() : m_verdicts.findLight(); });
    connect(m_take, &QPushButton::clicked, this, [this] {
        m_verdicts.takeLightFound();
        m_taken->setText(tr("It is in the plan: see Lights. Undo takes it back."));
        m_taken->show();
    });
    connect(&verdicts, &PhotoVerdicts::changed, this, &RelightPage::refresh);
    connect(&verdicts, &PhotoVerdicts::progressed, this,
            [this](double share) { m_progress->setValue(static_cast<int>(100.0 * share)); });
}

void RelightPage::showPlan(const Plan& /*plan*/) {
    const PlanPhotograph* photo = m_desk.photo();
    const bool matched = photo != nullptr && photo->place.has_value();
    const bool busy = m_verdicts.isBusy();
    const LightFound* found = m_verdicts.light();
    m_find->setEnabled(matched || busy);
    m_find->setText(busy ? tr("Stop") : tr("Find the light"));
    m_progress->setVisible(busy);
    m_take->setEnabled(found != nullptr && !busy);
    if (found != nullptr) {
        m_found->setText(q(found->words));
    } else {
        m_taken->hide();
        m_found->setText(photo == nullptr ? tr("Add a photograph first.")
                         : matched        ? tr("Nothing was looked for in this photograph yet.")
                                          : tr("This photograph is not matched yet: go to Match."));
    }
}

}  // namespace glaukophos
