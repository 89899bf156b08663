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
    MainWindow window(QStandardPaths::writableLocation(QStandardPaths::AppDataLocation),
                      parser.positionalArguments());
    std::unique_ptr<Script> script;
    if (const ScriptOptions options = scriptOptionsFrom(parser); options.isAsked()) {
        script = std::make_unique<Script>(window, options);
    } else {
        window.offerRecovery();
    }
    QObject::connect(&window.loader(), &Loader::loaded, &window,
                     [&] { applyOptions(parser, window); });
    window.show();
    return QApplication::exec();
}
