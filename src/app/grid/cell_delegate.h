// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_model.h"
#include "app/grid/thumbnails.h"

#include <QStyledItemDelegate>

namespace gravin {

// Paints cells by what they mean, and edits them with the field's own editor.
class CellDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    // What stands free at both sides of a cell's content.
    static constexpr int Pad = 10;

    explicit CellDelegate(GridModel* model, QObject* parent);

    // What it paints of pictures; what is read later has to be painted anew.
    Thumbnails* thumbnails() const { return m_thumbnails; }

    // What the content of a cell takes of its width, without Pad.
    static int widthOf(const CellPresentation& cell, const QFont& font);

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    void setModelData(QWidget* editor, QAbstractItemModel* model,
                      const QModelIndex& index) const override;
    void updateEditorGeometry(QWidget* editor, const QStyleOptionViewItem& option,
                              const QModelIndex& index) const override;

Q_SIGNALS:
    // What a person typed in a cell is in its draft.
    void written(const gravin::RecordId& id);

private:
    void paintGround(QPainter& painter, const QStyleOptionViewItem& option,
                     const QModelIndex& index, const CellPresentation& cell) const;
    void paintContent(QPainter& painter, const QStyleOptionViewItem& option, QRect inner,
                      const CellPresentation& cell, Qt::Alignment alignment) const;
    QRect paintPicture(QPainter& painter, const QRect& inner, const CellPresentation& cell,
                       Qt::LayoutDirection direction) const;
    void paintText(QPainter& painter, const QRect& inner, const QString& text, bool isTall,
                   Qt::Alignment alignment) const;

    GridModel* m_model;
    Thumbnails* m_thumbnails;
};

} // namespace gravin
