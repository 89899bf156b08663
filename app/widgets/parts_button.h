// A button that opens a list of parts to tick.
#pragma once

#include <QMenu>
#include <QPushButton>

#include "core/plan/plan.h"

namespace glaukophos {

class PartsButton : public QPushButton {
    Q_OBJECT

  public:
    // `label` stands before the names of the ticked parts, `none` when there are none.
    PartsButton(const QString& label, const QString& none, QWidget* parent = nullptr);

    void setParts(const std::vector<Part>& parts, const std::vector<PartIndex>& ticked);

  signals:
    void ticked(std::vector<glaukophos::PartIndex> parts);

  private:
    QString m_label;
    QString m_none;
    QMenu* m_menu;  // owned by Qt
};

}  // namespace glaukophos
