// SPDX-License-Identifier: GPL-3.0-or-later
#include "tour_window.h"

#include "app/build/build_face.h"
#include "app/build/plate_view.h"
#include "app/grid/grid_view.h"
#include "app/look/theme.h"
#include "app/use/edit_window.h"
#include "driver.h"

#include <QApplication>
#include <QDialog>
#include <QPainter>

#include <algorithm>
#include <limits>
#include <stdexcept>
#include <utility>

namespace gravin {

namespace {

int depthOf(const QWidget* top) {
    const auto* edit = qobject_cast<const EditWindow*>(top);
    return edit && edit->hasDraft() ? std::numeric_limits<int>::max() : edit ? edit->number() : 0;
}

} // namespace

QDialog* TourWindow::dialog(const char* name) {
    auto* found = m_window.findChild<QDialog*>(QLatin1String(name));
    if (found)
        found->move(m_window.geometry().center() - found->rect().center());
    return found;
}

void TourWindow::expect(const char* what, const std::function<bool()>& condition) {
    if (!Driver::until(condition))
        throw std::runtime_error(std::string("The tour waited in vain until ") + what + ".");
}

void TourWindow::expectNotice(const QString& part) {
    expect("the window says what was done", [&] { return page()->noticeText().contains(part); });
}

void TourWindow::picture(const QString& name) {
    Driver::settle(150);
    QPixmap picture = m_window.grab();
    QPainter painter(&picture);
    QWidgetList tops = QApplication::topLevelWidgets();
    // The one that is worked in stands before the others, those by their number.
    std::stable_sort(tops.begin(), tops.end(),
                     [](const QWidget* a, const QWidget* b) { return depthOf(a) < depthOf(b); });
    for (QWidget* top : std::as_const(tops)) {
        if (!top->isVisible() || top == &m_window || !top->isWindow())
            continue;
        const QPoint at = top->mapToGlobal(QPoint()) - m_window.mapToGlobal(QPoint());
        painter.fillRect(QRect(at - QPoint(1, 1), top->size() + QSize(2, 2)),
                         Theme::instance().colours().ink);
        painter.drawPixmap(at, top->grab());
    }
    painter.end();
    if (!picture.save(m_folder.filePath(name + QStringLiteral(".png"))))
        throw std::runtime_error("A picture could not be written.");
    ++m_pictures;
}

void TourWindow::comeBack() {
    m_window.activateWindow();
    page()->focusGrid();
    Driver::settle();
}

void TourWindow::goTo(int position) {
    Driver::key(Qt::Key_G, Qt::ControlModifier);
    Driver::type(QString::number(position));
    Driver::key(Qt::Key_Return);
    expect("the list is where it should be",
           [this, position] { return grid()->currentIndex().row() == position - 1; });
}

int TourWindow::plateRow(PlateLine line) const {
    return static_cast<int>(BuildFace::of(page())->plate()->plateModel()->lines().indexOf(line));
}

int TourWindow::columnOf(const QString& column) const {
    const auto& fields = grid()->gridModel()->binding()->fields();
    for (int i = 0; i < fields.size(); ++i) {
        if (fields[i].name() == column)
            return i;
    }
    return 0;
}

void TourWindow::setCurrentColumn(const QString& column) {
    grid()->setCurrentIndex(grid()->model()->index(grid()->currentIndex().row(), columnOf(column)));
}

} // namespace gravin
