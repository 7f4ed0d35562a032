// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_editor.h"

#include <QAbstractTableModel>
#include <QStyledItemDelegate>
#include <QTableView>

namespace gravin {

// The plate as a table: columns are the fields, rows the settings.
class PlateModel : public QAbstractTableModel {
    Q_OBJECT
public:
    // `editor` must outlive the model.
    explicit PlateModel(PlateEditor* editor, QObject* parent = nullptr);

    PlateEditor* editor() const { return m_editor; }
    static PlateLine lineOf(int row) { return static_cast<PlateLine>(row); }
    const BoundField& field(int column) const { return m_editor->binding()->fields()[column]; }

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& text, int role) override;

private:
    PlateEditor* m_editor;
};

// Settings edited in place like data: type, pick, Space for yes and no, copy and paste; what is set
// goes to every selected field of the line. Its columns stand over those of the grid below.
class PlateView : public QTableView {
    Q_OBJECT
public:
    PlateView(PlateModel* model, QTableView* grid, QWidget* parent);

    // Sets one line of all selected fields in it, or of the current one.
    void setSelected(const QString& text);

Q_SIGNALS:
    // What is selected, in words, for the foot line.
    void selectionDescribed(const QString& text);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void selectionChanged(const QItemSelection& selected,
                          const QItemSelection& deselected) override;

private:
    QStringList selectedColumns() const; // of the current line
    void toggle();
    void followGrid(QTableView* grid);

    PlateModel* m_model;
};

} // namespace gravin
