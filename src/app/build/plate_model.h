// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_editor.h"

#include <QAbstractTableModel>

namespace gravin {

// The plate as a table: the fields along one axis, the settings along the other. Over a grid the
// fields are columns, in the grid's order; beside a form they are rows, in the form's order.
class PlateModel : public QAbstractTableModel {
    Q_OBJECT
public:
    enum Role {
        OwnRole = Qt::UserRole, // this screen has the setting of its own
        QuietRole               // nothing of note: as usual, not to be set, or not shown
    };

    // `editor` must outlive the model. Fields lie along `fields`: Qt::Horizontal over a grid.
    PlateModel(PlateEditor* editor, Qt::Orientation fields, QObject* parent = nullptr);

    PlateEditor* editor() const { return m_editor; }
    Qt::Orientation fieldAxis() const { return m_fieldAxis; }
    void setLines(const QList<PlateLine>& lines);
    const QList<PlateLine>& lines() const { return m_lines; }

    PlateLine lineAt(const QModelIndex& index) const;
    // Null when the field went meanwhile.
    const BoundField* fieldAt(const QModelIndex& index) const;
    // The cell of a line and a column of the table; invalid when it is not here.
    QModelIndex indexOf(PlateLine line, const QString& column) const;
    const QStringList& columns() const { return m_columns; } // of the table, along the field axis

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& text, int role) override;

private:
    QStringList currentColumns() const;
    void refresh();

    PlateEditor* m_editor;
    Qt::Orientation m_fieldAxis;
    QList<PlateLine> m_lines;
    QStringList m_columns;
};

} // namespace gravin
