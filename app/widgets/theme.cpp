// Palette and style sheet from one table of colours.
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

ThemeKind current = ThemeKind::Plaster;

QColor grey(int level) { return {level, level, level}; }

QString styleSheet(const Theme& t) {
    const auto name = [](const QColor& c) { return c.name(); };
    return QStringLiteral(R"(
        * { font-size: 13px; }
        QWidget { color: %text; }
        QMainWindow, QDialog, QMessageBox { background: %ground; }
        QToolTip { background: %field; color: %text; border: 1px solid %line; padding: 4px; }
        #strip, #rail, #topBar, #captionBar, #readout { background: %ground; }
        #panel { background: %panel; border-radius: 8px; }
        #readout { color: %text; padding: 5px 12px; border-top: 1px solid %line; }
        QScrollArea, QScrollArea > QWidget > QWidget { background: %panel; border: none; }
        QLabel#heading { font-size: 18px; font-weight: 700; }
        QLabel#section, QLabel#stepTitle { font-weight: 600; padding-top: 6px; }
        QLabel#caption, QLabel[caption="true"] { color: %soft; }
        QLabel#shownTitle { font-weight: 700; }
        QLabel#lightConcern { color: %text; font-weight: 600; }
        QPushButton[card="true"] { text-align: left; }
        QLabel#problem { color: %text; border: 1px solid %accent; border-radius: 4px; padding: 5px; }
        QFrame#findingCard { border: 1px solid %line; border-radius: 6px; }
        QFrame#findingCard[grave="true"] { border-left: 4px solid %accent; }
        QToolButton#findingCount { border: none; border-top: 1px solid %line; border-radius: 0;
            background: %ground; padding: 5px 14px; }
        QToolButton#findingCount[grave="true"] { font-weight: 700; }
        #banner { background: %chosen; border-radius: 6px; }
        #banner QLabel { color: %on; }
        #walk { background: %chosen; border-radius: 8px; }
        #walk QLabel { color: %on; }
        QSplitter::handle { background: %ground; }
        QToolButton[card="true"] { background: %field; border-radius: 9px; padding: 8px 4px; }
        QPushButton, QToolButton { background: %field; border: 1px solid %line; border-radius: 7px;
            padding: 5px 10px; }
        QPushButton:hover, QToolButton:hover { border-color: %soft; }
        QPushButton:pressed { background: %line; }
        QPushButton:checked, QToolButton:checked { background: %chosen; color: %on; border-color: %accent; }
        QPushButton[card="true"]:checked { background: %chosen; color: %on; border: 1px solid %accent;
            border-left: 5px solid %accent; }
        QPushButton[card="true"]:checked QLabel { color: %on; }
        QPushButton:disabled, QToolButton:disabled { color: %soft; background: transparent; }
        QPushButton:focus, QToolButton:focus, QSpinBox:focus, QDoubleSpinBox:focus, QLineEdit:focus,
            QComboBox:focus, QListWidget:focus { border: 2px solid %accent; }
        QPushButton[tab="true"], QToolButton[tab="true"] { border: none; background: transparent; }
        #rail QToolButton { border: none; border-radius: 9px; background: transparent; padding: 9px 2px 7px 2px; }
        #rail QToolButton:hover { background: %field; }
        #rail QToolButton:checked { background: %chosen; color: %on; font-weight: 700; }
        QLineEdit, QSpinBox, QDoubleSpinBox, QDateEdit, QTimeEdit, QComboBox { background: %field; border: 1px solid %line;
            border-radius: 5px; padding: 3px 6px; selection-background-color: %chosen; selection-color: %on; }
        QComboBox QAbstractItemView { background: %field; color: %text; selection-background-color: %chosen;
            selection-color: %on; border: 1px solid %line; }
        QListWidget, QTableWidget { background: %field; border: 1px solid %line; border-radius: 6px; outline: none; }
        QListWidget::item { padding: 4px 0; border-left: 5px solid transparent; }
        QListWidget::item:selected { background: %chosen; color: %on; border-left: 5px solid %accent; }
        QMenuBar { background: %ground; }
        QMenuBar::item { padding: 5px 10px; background: transparent; }
        QMenuBar::item:selected { background: %chosen; color: %on; }
        QMenu { background: %field; border: 1px solid %line; padding: 4px; }
        QMenu::item { padding: 5px 28px 5px 22px; }
        QMenu::item:selected { background: %chosen; color: %on; }
        QMenu::item:disabled { color: %soft; }
        QMenu::separator { height: 1px; background: %line; margin: 4px 8px; }
        QCheckBox::indicator, QRadioButton::indicator { width: 14px; height: 14px; border: 1px solid %soft;
            background: %field; }
        QCheckBox::indicator { border-radius: 3px; }
        QRadioButton::indicator { border-radius: 8px; }
        QCheckBox::indicator:checked, QRadioButton::indicator:checked { background: %accent; border-color: %accent; }
        QCheckBox::indicator:checked { image: url(:/icons/%tick.svg); }
        QCheckBox:focus, QRadioButton:focus { text-decoration: underline; }
        QSlider::groove:horizontal { height: 3px; background: %line; border-radius: 1px; }
        QSlider::sub-page:horizontal { background: %accent; border-radius: 1px; }
        QSlider::handle:horizontal { background: %panel; border: 2px solid %text; width: 8px; height: 10px;
            margin: -6px 0; border-radius: 6px; }
        QSlider::handle:horizontal:focus { background: %chosen; }
        QProgressBar { border: 1px solid %line; border-radius: 4px; background: %field; text-align: center; }
        QProgressBar::chunk { background: %chosen; border-radius: 3px; }
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
        .replace(QStringLiteral("%tick"),
                 QStringLiteral("%1").arg(t.accent.lightness() < 128 ? QStringLiteral("tick-pale")
                                                                     : QStringLiteral("tick-dark")))
        .replace(QStringLiteral("%chosen"), name(t.chosen))
        .replace(QStringLiteral("%on"), name(t.on_chosen));
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
    palette.setColor(QPalette::Highlight, t.chosen);
    palette.setColor(QPalette::HighlightedText, t.on_chosen);
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
    static const std::array<Theme, 3> themes = {{
        {grey(0xdd),
         grey(0xe8),
         grey(0xf5),
         grey(0xb2),
         grey(0x18),
         grey(0x38),
         QColor(0x3b, 0x66, 0x5e),
         QColor(0xc4, 0xd5, 0xcd),
         grey(0x12),
         grey(0x16),
         grey(0xf4),
         {0.19F, 0.36F, true}},
        {grey(0x1d),
         grey(0x28),
         grey(0x34),
         grey(0x56),
         grey(0xf0),
         grey(0xcf),
         QColor(0x8f, 0xbb, 0xaf),
         QColor(0x33, 0x4a, 0x43),
         grey(0xf6),
         grey(0xf2),
         grey(0x10),
         {0.016F, 0.060F, true}},
        {grey(0xfd),
         grey(0xf6),
         grey(0xff),
         grey(0xbe),
         grey(0x0c),
         grey(0x30),
         QColor(0x2f, 0x5a, 0x52),
         QColor(0xd3, 0xe1, 0xda),
         grey(0x08),
         grey(0x10),
         grey(0xff),
         {0.80F, 0.90F, true}},
    }};
    return themes.at(static_cast<std::size_t>(kind));
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
