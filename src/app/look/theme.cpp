// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/theme.h"

#include "app/look/plain_text.h"

#include <QApplication>
#include <QFontDatabase>
#include <QIcon>
#include <QPalette>
#include <QStandardPaths>
#include <QStyle>
#include <QStyleFactory>
#include <QWidget>

#include <cmath>

// A static library's resources must be asked for; the macro works outside namespaces only.
static void loadResources() { Q_INIT_RESOURCE(look); }

namespace gravin {

namespace {

// Of the font at which distances are as they are written.
constexpr double UsualPointSize = 10;
constexpr double TitleSize = 1.5; // times the text's

double channel(double value) {
    return value <= 0.04045 ? value / 12.92 : std::pow((value + 0.055) / 1.055, 2.4);
}

double luminance(const QColor& colour) {
    return 0.2126 * channel(colour.redF()) + 0.7152 * channel(colour.greenF()) +
           0.0722 * channel(colour.blueF());
}

QPalette paletteOf(const Colours& c) {
    QPalette palette;
    palette.setColor(QPalette::Window, c.paper);
    palette.setColor(QPalette::WindowText, c.ink);
    palette.setColor(QPalette::Base, c.paper);
    palette.setColor(QPalette::AlternateBase, c.raised);
    palette.setColor(QPalette::Text, c.ink);
    palette.setColor(QPalette::Button, c.paper);
    palette.setColor(QPalette::ButtonText, c.ink);
    palette.setColor(QPalette::Highlight, c.accent);
    palette.setColor(QPalette::HighlightedText, c.onAccent);
    palette.setColor(QPalette::ToolTipBase, c.raised);
    palette.setColor(QPalette::ToolTipText, c.ink);
    palette.setColor(QPalette::PlaceholderText, c.faint);
    palette.setColor(QPalette::Link, c.accent);
    palette.setColor(QPalette::Mid, c.lines);
    for (const auto role : {QPalette::WindowText, QPalette::Text, QPalette::ButtonText})
        palette.setColor(QPalette::Disabled, role, c.faint);
    return palette;
}

QString styleSheetOf(const Colours& c) {
    QString sheet = QStringLiteral(R"(
QToolTip { background: @raised; color: @ink; border: 1px solid @lines; padding: 4px; }
QDialogButtonBox { dialogbuttonbox-buttons-have-icons: 0; }
QPushButton { background: @paper; color: @ink; border: 1px solid @lines; border-radius: 3px;
    padding: 5px 12px; }
QPushButton:hover { background: @raised; }
QPushButton:focus { border: 1px solid @accent; }
QPushButton:disabled { color: @faint; }
QPushButton[main="true"] { background: @accent; color: @onAccent; border: 1px solid @accent; }
QPushButton[main="true"]:disabled { background: @raised; color: @faint; border: 1px solid @lines; }
QPushButton[main="true"]:focus { border: 2px solid @ink; padding: 4px 11px; }
QToolButton { border: none; border-radius: 3px; padding: 3px 6px; color: @ink; icon-size: @iconpx; }
QToolButton:hover { background: @raised; }
QToolButton:focus { border: 1px solid @accent; }
QToolButton[role="word"] { background: @raised; border: 1px solid @lines; }
QToolButton[role="word"]:focus { border: 1px solid @accent; }
QToolButton:disabled { color: @faint; }
QToolButton::menu-indicator { image: none; }
QLineEdit, QPlainTextEdit, QComboBox, QSpinBox { background: @paper; color: @ink; border: 1px solid @lines;
    border-radius: 3px; padding: 4px 8px; selection-background-color: @accent;
    selection-color: @onAccent; }
QLineEdit:focus, QPlainTextEdit:focus, QComboBox:focus, QSpinBox:focus { border: 1px solid @accent; }
QLineEdit[readOnly="true"], QPlainTextEdit[readOnly="true"] { background: @raised; }
QComboBox:disabled { background: @raised; color: @ink; }
QComboBox::drop-down { border: none; width: 20px; }
QComboBox::down-arrow { image: url(:/look/down-@variant.svg); width: @arrowpx; height: @arrowpx; }
QSpinBox::up-button, QSpinBox::down-button { subcontrol-origin: border; width: 20px; border: none; }
QSpinBox::up-button { subcontrol-position: top right; margin-top: 1px; }
QSpinBox::down-button { subcontrol-position: bottom right; margin-bottom: 1px; }
QSpinBox::up-arrow { image: url(:/look/up-@variant.svg); width: @arrowpx; height: @arrowpx; }
QSpinBox::down-arrow { image: url(:/look/down-@variant.svg); width: @arrowpx; height: @arrowpx; }
QComboBox QAbstractItemView { background: @paper; color: @ink; border: 1px solid @lines;
    selection-background-color: @accent; selection-color: @onAccent; }
*[state="draft"] { border: 1px solid @draft; border-left: 4px solid @draft; }
*[state="problem"] { border: 1px solid @problem; border-left: 4px solid @problem; }
*[state="warning"] { border: 1px solid @warning; border-left: 4px solid @warning; }
*[state="elsewhere"] { border: 1px solid @elsewhere; border-left: 4px solid @elsewhere; }
QTableView, QTreeView, QListView { outline: 0; background: @paper; color: @ink; border: none;
    gridline-color: @lines; selection-background-color: @selection; selection-color: @ink; }
QTreeView::item { padding: 3px 4px; border: none; background: transparent; }
QTableWidget::item, QTableView[role="typed"]::item { padding: 3px 8px; border: none; }
QListView[role="typed"]::item { padding: 5px 8px; border: none; }
QListView[role="marked"] { border: 1px solid @lines; border-radius: 3px; }
QListView[role="marked"]::item { padding: 3px 4px; border: none; }
QListView[role="marked"]::item:selected { background: @selection; color: @ink; }
QListView[role="typed"]::item:selected { background: @selection; }
QTableWidget::item:selected, QTableView[role="typed"]::item:selected,
QTreeView::item:selected { background: @selection; color: @ink; }
QHeaderView { background: @paper; border: none; }
QHeaderView::section { background: @paper; color: @ink; border: none;
    border-bottom: 1px solid @ink; padding: 4px 10px; font-weight: 600; }
QTableCornerButton::section { background: @paper; border: none; border-bottom: 1px solid @ink; }
QScrollArea, QScrollArea > QWidget > QWidget { background: @paper; }
QSplitter::handle { background: @lines; }
QScrollBar:vertical { background: @paper; width: 10px; margin: 0; }
QScrollBar:horizontal { background: @paper; height: 10px; margin: 0; }
QScrollBar::handle { background: @lines; border-radius: 4px; min-height: 24px; min-width: 24px; }
QScrollBar::handle:hover { background: @faint; }
QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; }
QScrollBar::add-page, QScrollBar::sub-page { background: none; }
QMenu { background: @paper; color: @ink; border: 1px solid @lines; }
QMenu::item:selected { background: @selection; }
QToolButton:checked { background: @selection; border-bottom: 2px solid @accent; }
QTabWidget::pane { border: none; border-top: 1px solid @lines; }
QTabBar::tab { background: @paper; color: @faint; padding: 6px 14px; border: none;
    border-bottom: 2px solid @paper; }
QTabBar::tab:selected { color: @ink; border-bottom: 2px solid @accent; }
QTabBar::tab:focus { text-decoration: underline; }
QTableView[role="frozen"] { border-right: 2px solid @lines; }
QFrame[role="list"] { background: @paper; border: 1px solid @faint; }
QLabel[role="picture"] { background: @raised; border: 1px solid @lines; border-radius: 3px; color: @faint; }
QLabel[role="picture"]:focus { border: 1px solid @accent; }
QCheckBox { spacing: 8px; padding: 3px 0; }
QCheckBox::indicator, QTreeView::indicator, QTableView::indicator, QListView::indicator { width: @boxpx; height: @boxpx; border: 1px solid @faint; border-radius: 3px;
    background: @paper; }
QCheckBox::indicator:focus { border: 1px solid @accent; }
QCheckBox::indicator:checked, QTreeView::indicator:checked, QTableView::indicator:checked, QListView::indicator:checked { background: @accent; border: 1px solid @accent;
    image: url(:/look/check-@variant.svg); }
QRadioButton { spacing: 8px; padding: 3px 0; }
QRadioButton::indicator { width: @dotpx; height: @dotpx; border: 1px solid @faint; border-radius: @roundpx;
    background: @paper; }
QRadioButton::indicator:focus { border: 1px solid @accent; }
QRadioButton::indicator:checked { width: @innerpx; height: @innerpx; border: @rimpx solid @accent;
    border-radius: @roundpx; background: @onAccent; }
QRadioButton:focus { text-decoration: underline; }
QCheckBox::indicator:indeterminate { background: @lines; }
#notice { background: @raised; border: none; border-left: 4px solid @accent; }
#notice[kind="refused"] { border-left: 4px solid @problem; }
QLabel[role="title"] { font-size: @titlept; font-weight: 600; }
QLabel[role="heading"] { font-weight: 600; }
QLabel[role="faint"] { color: @faint; }
QLabel[role="problem"] { color: @problem; }
QLabel[role="warning"] { color: @warning; }
QLabel[role="elsewhere"] { color: @elsewhere; }
QWidget[role="raised"] { background: @raised; }
QFrame[role="walk"] { background: @raised; border: none; border-left: 4px solid @accent; border-bottom: 1px solid @lines; }
QFrame[role="band"] { background: @raised; border: none; border-left: 4px solid @draft; border-bottom: 1px solid @lines; }
QFrame[role="line"] { background: @lines; border: none; max-height: 1px; min-height: 1px; }
QFrame[role="side-line"] { background: @lines; border: none; max-width: 1px; min-width: 1px; }
)");
    const QList<std::pair<const char*, QColor>> tokens{
        {"@paper", c.paper},       {"@raised", c.raised},       {"@ink", c.ink},
        {"@faint", c.faint},       {"@lines", c.lines},         {"@accent", c.accent},
        {"@onAccent", c.onAccent}, {"@draft", c.draft},         {"@problem", c.problem},
        {"@warning", c.warning},   {"@elsewhere", c.elsewhere}, {"@selection", c.selection}};
    sheet.replace(QStringLiteral("@title"),
                  QString::number(QApplication::font().pointSizeF() * TitleSize));
    // What is drawn grows with the font, as the room around it does.
    const int dot = 2 * (Distance(12) / 2);
    const int inner = 2 * (Distance(6) / 2);
    for (const auto& [token, pixels] :
         {std::pair{"@arrow", int(Distance(10))}, std::pair{"@icon", int(Distance(16))},
          std::pair{"@box", int(Distance(14))}, std::pair{"@dot", dot},
          std::pair{"@round", dot / 2 + 1}, std::pair{"@inner", inner},
          std::pair{"@rim", (dot + 2 - inner) / 2}})
        sheet.replace(QLatin1String(token) + QStringLiteral("px"),
                      QString::number(pixels) + QStringLiteral("px"));
    sheet.replace(QStringLiteral("@variant"),
                  c.paper.lightness() < 128 ? QStringLiteral("dark") : QStringLiteral("light"));
    for (const auto& [token, colour] : tokens)
        sheet.replace(QLatin1String(token) + QStringLiteral(";"), colour.name() + u';')
            .replace(QLatin1String(token) + u' ', colour.name() + u' ');
    return sheet;
}

} // namespace

const Colours& lightColours() {
    static const Colours colours{.paper = QColor(0xFA, 0xF9, 0xF6),
                                 .raised = QColor(0xF1, 0xEE, 0xE7),
                                 .plate = QColor(0xEF, 0xEA, 0xDF),
                                 .plateEdge = QColor(0xE6, 0xDF, 0xD0),
                                 .ink = QColor(0x1F, 0x2A, 0x30),
                                 .faint = QColor(0x5D, 0x64, 0x68),
                                 .lines = QColor(0xDD, 0xD8, 0xCE),
                                 .accent = QColor(0x1F, 0x6F, 0x66),
                                 .onAccent = QColor(0xFF, 0xFF, 0xFF),
                                 .draft = QColor(0xA2, 0x52, 0x26),
                                 .problem = QColor(0xA3, 0x26, 0x3B),
                                 .warning = QColor(0x74, 0x58, 0x00),
                                 .elsewhere = QColor(0x5B, 0x5A, 0x86),
                                 .selection = QColor(0xE3, 0xEC, 0xE7),
                                 .inverse = QColor(0x1F, 0x2A, 0x30),
                                 .onInverse = QColor(0xFA, 0xF9, 0xF6)};
    return colours;
}

const Colours& darkColours() {
    static const Colours colours{.paper = QColor(0x18, 0x1D, 0x20),
                                 .raised = QColor(0x20, 0x26, 0x2A),
                                 .plate = QColor(0x22, 0x29, 0x2D),
                                 .plateEdge = QColor(0x2A, 0x32, 0x37),
                                 .ink = QColor(0xE9, 0xE6, 0xDE),
                                 .faint = QColor(0x9C, 0xA4, 0xA8),
                                 .lines = QColor(0x33, 0x3B, 0x40),
                                 .accent = QColor(0x5F, 0xB8, 0xAB),
                                 .onAccent = QColor(0x10, 0x17, 0x19),
                                 .draft = QColor(0xDF, 0x92, 0x62),
                                 .problem = QColor(0xEE, 0x82, 0x93),
                                 .warning = QColor(0xDD, 0xBC, 0x62),
                                 .elsewhere = QColor(0xA9, 0xA7, 0xDB),
                                 .selection = QColor(0x25, 0x38, 0x38),
                                 .inverse = QColor(0xE9, 0xE6, 0xDE),
                                 .onInverse = QColor(0x18, 0x1D, 0x20)};
    return colours;
}

double contrast(const QColor& a, const QColor& b) {
    const double la = luminance(a);
    const double lb = luminance(b);
    return (std::max(la, lb) + 0.05) / (std::min(la, lb) + 0.05);
}

void setStyleProperty(QWidget* widget, const char* name, const QString& value) {
    if (widget->property(name).toString() == value)
        return;
    widget->setProperty(name, value);
    restyle(widget);
}

void restyle(QWidget* widget) {
    widget->style()->unpolish(widget);
    widget->style()->polish(widget);
}

Distance::operator int() const {
    return qRound(m_usual * std::max(1.0, QApplication::font().pointSizeF() / UsualPointSize));
}

Theme& Theme::instance() {
    static Theme theme;
    return theme;
}

void Theme::apply(QApplication& application) {
    loadResources();
    m_application = &application;
    keepTextsPlain(application);
    m_desktopDark = application.palette().color(QPalette::Window).lightness() < 128;
    application.setStyle(QStyleFactory::create(QStringLiteral("Fusion")));
    QFont font = application.font();
    if (QFontDatabase::families().contains(QStringLiteral("Inter")))
        font.setFamily(QStringLiteral("Inter"));
    application.setFont(font);
    refresh();
}

void Theme::setMode(Mode mode) {
    m_mode = mode;
    refresh();
}

void Theme::refresh() {
    m_dark = m_mode == Mode::Dark || (m_mode == Mode::Desktop && m_desktopDark);
    if (!m_application)
        return;
    // Not every platform says where icon themes are.
    QStringList iconFolders = QIcon::themeSearchPaths();
    for (const QString& folder :
         QStandardPaths::standardLocations(QStandardPaths::GenericDataLocation)) {
        if (!iconFolders.contains(folder + QStringLiteral("/icons")))
            iconFolders += folder + QStringLiteral("/icons");
    }
    if (!iconFolders.contains(QStringLiteral("/usr/share/icons")))
        iconFolders += QStringLiteral("/usr/share/icons");
    QIcon::setThemeSearchPaths(iconFolders);
    QIcon::setThemeName(m_dark ? QStringLiteral("breeze-dark") : QStringLiteral("breeze"));
    m_application->setPalette(paletteOf(colours()));
    m_application->setStyleSheet(styleSheetOf(colours()));
    Q_EMIT changed();
}

QFont Theme::monospace() const {
    QFont font = QFontDatabase::systemFont(QFontDatabase::FixedFont);
    font.setPointSizeF(QApplication::font().pointSizeF() * 0.92);
    return font;
}

} // namespace gravin
