// What the program says about itself.
#pragma once

#include <QWidget>

namespace glaukophos {

void showFirstSteps(QWidget* parent);
void showAbout(QWidget* parent);

}  // namespace glaukophos
