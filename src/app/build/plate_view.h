// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_model.h"

#include <QTableView>

namespace gravin {

// Settings edited in place like data: type, pick, Space for yes and no, copy and paste; what is set
// goes to every selected field of the line.
class PlateView : public QTableView {
    Q_OBJECT
public:
    explicit PlateView(PlateModel* model, QWidget* parent = nullptr);

    PlateModel* plateModel() const { return m_model; }

    // Stands its columns over those of the grid and keeps them there, and takes the height of its
    // lines. Requires: the fields lie horizontally; `grid` outlives the plate.
    void standOver(QTableView* grid);
    // Hides the fields whose label and column do not hold the text.
    void narrow(const QString& text);
    bool isNarrowedOut(const BoundField& field) const;

    // Sets one line of all selected fields in it, or of the current one.
    void setSelected(const QString& text);
    // The column of the table that the current cell belongs to; empty: none.
    QString currentColumn() const;
    void setCurrent(PlateLine line, const QString& column);
    QSize sizeHint() const override;

Q_SIGNALS:
    // What is selected, in words, for the foot line.
    void selectionDescribed(const QString& text);
    void currentColumnChanged(const QString& column);
    void offersRequested(const QString& column);
    // Somebody wants to see what must hold for the field.
    void checksRequested(const QString& column);
    // Somebody wants to see what the stored values say of the field.
    void evidenceRequested(const QString& column);
    // The expression of a computed field is to be changed.
    void computedRequested(const QString& column);
    void narrowed();

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void selectionChanged(const QItemSelection& selected,
                          const QItemSelection& deselected) override;
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;
    // Of an editor that went with its model's rows, which what it wrote made anew, nothing is
    // wanted.
    void commitData(QWidget* editor) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;

private:
    QStringList selectedColumns() const; // of the current line
    PlateLine currentLine() const { return m_model->lineAt(currentIndex()); }
    void restore();
    void applyNarrowing();
    void toggle();
    void open();
    bool opens(const QModelIndex& index) const; // the panel of a line that is opened
    void step();
    void copy() const;
    void copyField() const;
    void paste();
    void setOwn(bool own);
    // The field before which something dropped here would stand; the number of fields: at the end.
    int dropPlace(const QPoint& at) const;
    void drop(int place);

    PlateModel* m_model;
    QString m_narrow;
    std::optional<PlateLine> m_line; // of the current cell, to come back to after a reset
    QString m_column;
    // A label that is dragged to another place: its column, and where it would be dropped.
    QString m_dragged;
    QPoint m_dragBegin;
    std::optional<int> m_dropPlace;
};

} // namespace gravin
