#include "app/jobs/newest_wins.h"

#include <QObject>
#include <exception>
#include <new>

namespace glaukophos {

QString sentenceOfException() {
    try {
        throw;
    } catch (const std::bad_alloc&) {
        return QObject::tr(
            "There is not enough memory for this. Close other programs, or reduce the mesh.");
    } catch (const std::exception& e) {
        return QObject::tr(
                   "This could not be worked out (%1). The plan is as it was; undo the "
                   "last change if it happens again.")
            .arg(QString::fromLocal8Bit(e.what()));
    } catch (...) {
        return QObject::tr("This could not be worked out. The plan is as it was.");
    }
}

}  // namespace glaukophos
