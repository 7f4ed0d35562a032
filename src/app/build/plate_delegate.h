// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QHeaderView>
#include <QStyledItemDelegate>

namespace gravin {

class PlateModel;
class PlateView;

// Paints the plate's cells and edits them: a list where there is something to pick, a line
// otherwise.
class PlateDelegate : public QStyledItemDelegate {
    Q_OBJECT
public:
    explicit PlateDelegate(PlateView* view);

    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override;
    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const override;
    void setEditorData(QWidget* editor, const QModelIndex& index) const override;
    void setModelData(QWidget* editor, QAbstractItemModel* model,
                      const QModelIndex& index) const override;

private:
    void finish(QWidget* editor) const;

    PlateView* m_view;
};

// The names at the plate's edge: of its lines, or beside a form of its fields too.
class PlateNames : public QHeaderView {
    Q_OBJECT
public:
    PlateNames(PlateModel* model, Qt::Orientation orientation, QWidget* parent);

protected:
    void paintSection(QPainter* painter, const QRect& rect, int section) const override;

private:
    PlateModel* m_model;
};

} // namespace gravin
