// Lights stage, fourth page: whole lighting plans to start from.
#pragma once

#include <QWidget>

#include "app/document/document.h"

namespace glaukophos {

class ReadyPage : public QWidget {
    Q_OBJECT

  public:
    explicit ReadyPage(Document& document, QWidget* parent = nullptr);
};

}  // namespace glaukophos
