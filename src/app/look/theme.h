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
    QColor warning;   // ochre
    QColor elsewhere; // slate violet
    QColor selection; // ground of selected cells
    QColor inverse;   // number tags, the switch
    QColor onInverse;
};

const Colours& lightColours();
const Colours& darkColours();

// WCAG 2.2 contrast ratio of two opaque colours, 1 … 21.
double contrast(const QColor& a, const QColor& b);

// The widget takes on the style of what it is now, where that hangs on a property of its own.
void restyle(QWidget* widget);
// Draws a widget anew after a property that the style sheet asks for was set.
void setStyleProperty(QWidget* widget, const char* name, const QString& value);

// A distance on the screen, given in device-independent pixels at the usual font size; where people
// have a larger font it grows in proportion. Read it when a size is set, not before: the
// application has to be there.
class Distance {
public:
    constexpr explicit Distance(int usual)
        : m_usual(usual) {}
    operator int() const;

private:
    int m_usual;
};

namespace space {
constexpr Distance RowHeight(30);
constexpr Distance CompactRowHeight(23);
constexpr Distance PlateRowHeight(26);
constexpr Distance Gutter(44);
constexpr Distance PlateNames(86); // and the gutter's width in Build
constexpr int Pad = 14;
constexpr Distance HeaderBar(44);
constexpr Distance Timeline(44);
constexpr Distance ScreenList(186);
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
    void changed(); // colours and icons are others

private:
    Theme() = default;
    void refresh();

    Mode m_mode = Mode::Desktop;
    bool m_dark = false;
    bool m_desktopDark = false;
    QApplication* m_application = nullptr;
};

} // namespace gravin
