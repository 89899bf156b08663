// Palette and style sheet from one table of greys.
#include "app/widgets/theme.h"

#include <QApplication>
#include <QFile>
#include <QFontDatabase>
#include <QPainter>
#include <QPalette>
#include <QStyleFactory>
#include <QSvgRenderer>

// Resources of a static library are dropped by the linker unless they are asked for. The macro
// must stand outside any namespace.
static void initResources() { Q_INIT_RESOURCE(resources); }

namespace glaukophos {
namespace {

ThemeKind current = ThemeKind::Dark;

QColor grey(int level) { return {level, level, level}; }

QString styleSheet(const Theme& t) {
    const auto name = [](const QColor& c) { return c.name(); };
    return QStringLiteral(R"(
        * { font-size: 13px; }
        QWidget { color: %text; }
        QMainWindow, QDialog, QMessageBox { background: %ground; }
        QToolTip { background: %field; color: %text; border: 1px solid %line; padding: 4px; }
        #panel, #strip, #rail, #topBar { background: %panel; }
        #readout { background: %panel; color: %text; padding: 5px 12px; border-top: 1px solid %line; }
        #strip { border-top: 1px solid %line; }
        #panel { border-left: 1px solid %line; }
        #rail { border-right: 1px solid %line; }
        #topBar { border-bottom: 1px solid %line; }
        QScrollArea, QScrollArea > QWidget > QWidget { background: %panel; border: none; }
        QLabel#heading { font-size: 17px; font-weight: 600; }
        QLabel#section, QLabel#stepTitle { font-weight: 600; padding-top: 6px; }
        QLabel#caption, QLabel[caption="true"] { color: %soft; }
        QLabel#lightConcern { color: %accent; }
        QPushButton[card="true"] { text-align: left; }
        QLabel#problem { color: %text; border: 1px solid %accent; border-radius: 4px; padding: 5px; }
        QFrame#findingCard { border: 1px solid %line; border-radius: 6px; }
        QFrame#findingCard[grave="true"] { border-left: 3px solid %accent; }
        QToolButton#findingCount { border: none; border-top: 1px solid %line; border-radius: 0;
            background: %panel; padding: 5px 14px; }
        QToolButton#findingCount[grave="true"] { color: %accent; font-weight: 600; }
        #banner { background: %field; border-bottom: 2px solid %accent; }
        QPushButton, QToolButton { background: %field; border: 1px solid %line; border-radius: 5px;
            padding: 5px 10px; }
        #topBar QToolButton { padding: 5px 5px; }
        QPushButton:hover, QToolButton:hover { border-color: %soft; }
        QPushButton:pressed { background: %line; }
        QPushButton:checked, QToolButton:checked { background: %accent; color: %on; border-color: %accent; }
        QPushButton[card="true"]:checked { background: %field; color: %text; border: 2px solid %accent; }
        QPushButton:disabled, QToolButton:disabled { color: %soft; }
        QPushButton:focus, QToolButton:focus, QSpinBox:focus, QDoubleSpinBox:focus, QLineEdit:focus,
            QComboBox:focus, QListWidget:focus { border-color: %accent; }
        #rail QToolButton { border: none; border-radius: 0; background: transparent; padding: 9px 2px 7px 2px;
            border-left: 3px solid transparent; }
        #rail QToolButton:hover { background: %field; }
        #rail QToolButton:checked { background: %field; color: %text; border-left: 3px solid %accent; font-weight: 600; }
        QLineEdit, QSpinBox, QDoubleSpinBox, QDateEdit, QTimeEdit, QComboBox { background: %field; border: 1px solid %line;
            border-radius: 4px; padding: 3px 6px; selection-background-color: %accent; selection-color: %on; }
        QComboBox QAbstractItemView { background: %field; color: %text; selection-background-color: %accent;
            selection-color: %on; border: 1px solid %line; }
        QListWidget, QTableWidget { background: %field; border: 1px solid %line; border-radius: 4px; outline: none; }
        QListWidget::item { padding: 4px 0; }
        QListWidget::item:selected { background: %accent; color: %on; }
        QMenuBar { background: %panel; border-bottom: 1px solid %line; }
        QMenuBar::item { padding: 5px 10px; background: transparent; }
        QMenuBar::item:selected { background: %field; }
        QMenu { background: %field; border: 1px solid %line; padding: 4px; }
        QMenu::item { padding: 5px 28px 5px 22px; }
        QMenu::item:selected { background: %accent; color: %on; }
        QMenu::item:disabled { color: %soft; }
        QMenu::separator { height: 1px; background: %line; margin: 4px 8px; }
        QCheckBox::indicator, QRadioButton::indicator { width: 14px; height: 14px; border: 1px solid %soft;
            background: %field; }
        QCheckBox::indicator { border-radius: 3px; }
        QRadioButton::indicator { border-radius: 8px; }
        QCheckBox::indicator:checked, QRadioButton::indicator:checked { background: %accent; border-color: %accent; }
        QCheckBox:focus, QRadioButton:focus { text-decoration: underline; }
        QSlider::groove:horizontal { height: 4px; background: %line; border-radius: 2px; }
        QSlider::sub-page:horizontal { background: %soft; border-radius: 2px; }
        QSlider::handle:horizontal { background: %text; width: 12px; height: 12px; margin: -5px 0; border-radius: 6px; }
        QSlider::handle:horizontal:focus { background: %accent; }
        QProgressBar { border: 1px solid %line; border-radius: 4px; background: %field; text-align: center; }
        QProgressBar::chunk { background: %accent; border-radius: 3px; }
        QScrollBar:vertical { background: %panel; width: 10px; margin: 0; }
        QScrollBar::handle:vertical { background: %line; border-radius: 4px; min-height: 30px; }
        QScrollBar::add-line, QScrollBar::sub-line { height: 0; width: 0; }
        QScrollBar:horizontal { background: %panel; height: 10px; margin: 0; }
        QScrollBar::handle:horizontal { background: %line; border-radius: 4px; min-width: 30px; }
    )")
        .replace(QStringLiteral("%text"), name(t.text))
        .replace(QStringLiteral("%soft"), name(t.soft_text))
        .replace(QStringLiteral("%ground"), name(t.ground))
        .replace(QStringLiteral("%panel"), name(t.panel))
        .replace(QStringLiteral("%field"), name(t.field))
        .replace(QStringLiteral("%line"), name(t.line))
        .replace(QStringLiteral("%accent"), name(t.accent))
        .replace(QStringLiteral("%on"), name(t.on_accent));
}

QPalette paletteOf(const Theme& t) {
    QPalette palette;
    palette.setColor(QPalette::Window, t.panel);
    palette.setColor(QPalette::WindowText, t.text);
    palette.setColor(QPalette::Base, t.field);
    palette.setColor(QPalette::AlternateBase, t.panel);
    palette.setColor(QPalette::Text, t.text);
    palette.setColor(QPalette::PlaceholderText, t.soft_text);
    palette.setColor(QPalette::Button, t.field);
    palette.setColor(QPalette::ButtonText, t.text);
    palette.setColor(QPalette::Highlight, t.accent);
    palette.setColor(QPalette::HighlightedText, t.on_accent);
    palette.setColor(QPalette::ToolTipBase, t.field);
    palette.setColor(QPalette::ToolTipText, t.text);
    return palette;
}

QPixmap tinted(const QString& name, const QColor& colour) {
    QFile file(QStringLiteral(":/icons/%1.svg").arg(name));
    if (!file.open(QIODevice::ReadOnly)) return {};
    QByteArray svg = file.readAll();
    svg.replace("currentColor", colour.name().toUtf8());
    QSvgRenderer renderer(svg);
    QPixmap pixmap(64, 64);
    pixmap.fill(Qt::transparent);
    QPainter painter(&pixmap);
    renderer.render(&painter);
    return pixmap;
}

}  // namespace

const Theme& theme(ThemeKind kind) {
    static const Theme dark{grey(0x1f),
                            grey(0x2b),
                            grey(0x37),
                            grey(0x50),
                            grey(0xee),
                            grey(0xc8),
                            QColor(0xe8, 0xb0, 0x4a),
                            grey(0x14),
                            {0.016F, 0.060F, true}};
    static const Theme light{grey(0xd8),
                             grey(0xec),
                             grey(0xfa),
                             grey(0xb0),
                             grey(0x16),
                             grey(0x3c),
                             QColor(0x8a, 0x55, 0x00),
                             grey(0xff),
                             {0.42F, 0.60F, true}};
    return kind == ThemeKind::Dark ? dark : light;
}

ThemeKind currentThemeKind() { return current; }

const Theme& currentTheme() { return theme(current); }

void applyTheme(QApplication& app, ThemeKind kind) {
    static const bool fonts_added = [] {
        initResources();
        for (const char* file : {"Regular", "SemiBold", "Bold"}) {
            QFontDatabase::addApplicationFont(
                QStringLiteral(":/fonts/Manrope-%1.ttf").arg(QLatin1String(file)));
        }
        return true;
    }();
    Q_UNUSED(fonts_added);
    current = kind;
    QApplication::setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QFont font(QStringLiteral("Manrope"));
    font.setPixelSize(13);
    QApplication::setFont(font);
    QApplication::setPalette(paletteOf(theme(kind)));
    app.setStyleSheet(styleSheet(theme(kind)));
}

QIcon themedIcon(const QString& name) {
    QIcon icon(tinted(name, currentTheme().text));
    icon.addPixmap(tinted(name, currentTheme().soft_text), QIcon::Disabled);
    return icon;
}

}  // namespace glaukophos
