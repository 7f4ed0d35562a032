// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_line.h"
#include "app/shell/main_window.h"
#include "app/use/screen_page.h"

#include <QDir>

#include <functional>

class QDialog;

namespace gravin {

class GridView;

// The window that the tour works, with what every station needs: waiting, taking a picture, going
// somewhere.
class TourWindow {
public:
    TourWindow(MainWindow& window, const QDir& folder)
        : m_window(window)
        , m_folder(folder) {}

    MainWindow& window() { return m_window; }
    ScreenPage* page() const { return m_window.currentPage(); }
    GridView* grid() const { return page()->grid(); }
    // Null: it is not open. Placed by hand: without a desktop nobody else does.
    QDialog* dialog(const char* name);

    // Throws std::runtime_error when it does not come true in time; `what` ends "waited in vain
    // until".
    void expect(const char* what, const std::function<bool()>& condition);
    void expectNotice(const QString& part);

    // The main window with the windows and dialogs that stand before it, written as `name`.png.
    void picture(const QString& name);
    int pictures() const { return m_pictures; }

    void comeBack();
    // By its position, from 1.
    void goTo(int position);
    int plateRow(PlateLine line) const;
    int columnOf(const QString& column) const;
    void setCurrentColumn(const QString& column);

private:
    MainWindow& m_window;
    QDir m_folder;
    int m_pictures = 0;
};

} // namespace gravin
