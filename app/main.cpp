// Starts the window; options let scripts take its picture or print a sheet.
#include <QApplication>
#include <QStandardPaths>

#include "app/scripts/options.h"

using namespace glaukophos;

int main(int argc, char** argv) {
    QApplication app(argc, argv);
    QApplication::setApplicationName(QStringLiteral("glaukophos"));
    QApplication::setApplicationVersion(QStringLiteral("0.1.0"));
    QCommandLineParser parser;
    addOptions(parser);
    parser.process(app);

    applyTheme(app, themeFrom(parser));
    // A plan is read while the window is built. A figure is shown as soon as it is read, for which
    // the window has to be there.
    const QString plan = planFrom(parser);
    MainWindow window(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation), plan);
    std::unique_ptr<Script> script;
    if (const ScriptOptions options = scriptOptionsFrom(parser); options.isAsked()) {
        script = std::make_unique<Script>(window, options);
    } else {
        window.offerRecovery();
    }
    QObject::connect(&window.loader(), &Loader::loaded, &window,
                     [&] { applyOptions(parser, window); });
    window.show();
    if (plan.isEmpty()) window.openFiles(parser.positionalArguments());
    return QApplication::exec();
}
