// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QColor>
#include <QFont>
#include <QObject>

class QApplication;
class QWidget;

namespace gravin {

// Every colour of the interface by what it is for. Widgets take colours from here and nowhere else.
struct Colours {
    QColor paper;     // the ground
    QColor raised;    // shelf selection, timeline, foot
    QColor plate;     // Build's settings matrix
    QColor plateEdge; // the names of its lines
    QColor ink;       // text
    QColor faint;     // secondary text, the dash for an empty value
    QColor lines;
    QColor accent;    // verdigris: the current thing, the main action
    QColor onAccent;  // text on accent
    QColor draft;     // copper
    QColor problem;   // crimson
    QColor elsewhere; // slate violet
    QColor selection; // ground of selected cells
    QColor inverse;   // number tags, the switch
    QColor onInverse;
};

const Colours& lightColours();
const Colours& darkColours();

// WCAG 2.2 contrast ratio of two opaque colours, 1 … 21.
double contrast(const QColor& a, const QColor& b);

// Draws a widget anew after a property that the style sheet asks for was set.
void setStyleProperty(QWidget* widget, const char* name, const QString& value);

// Distances in device-independent pixels at the default font size.
namespace space {
constexpr int RowHeight = 30;
constexpr int CompactRowHeight = 23;
constexpr int PlateRowHeight = 26;
constexpr int Gutter = 44;
constexpr int PlateNames = 86; // and the gutter's width in Build
constexpr int Pad = 14;
constexpr int HeadLine = 44;
constexpr int Timeline = 44;
constexpr int Shelf = 186;
} // namespace space

// The look of the running application: light or dark, from the desktop or as chosen.
class Theme : public QObject {
    Q_OBJECT
public:
    enum class Mode { Desktop, Light, Dark };

    static Theme& instance();

    // Fonts, icons, palette and style sheet. Call once, with the application made.
    void apply(QApplication& application);
    void setMode(Mode mode);
    Mode mode() const { return m_mode; }
    bool isDark() const { return m_dark; }
    const Colours& colours() const { return m_dark ? darkColours() : lightColours(); }
    // For bindings and expressions.
    QFont monospace() const;

Q_SIGNALS:
    void changed();

private:
    Theme() = default;
    void refresh();

    Mode m_mode = Mode::Desktop;
    bool m_dark = false;
    bool m_desktopDark = false;
    QApplication* m_application = nullptr;
};

} // namespace gravin
