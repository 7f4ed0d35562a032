// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/expression_field.h"

#include <QList>
#include <QStringList>
#include <QWidget>

class QPushButton;
class QTableWidget;

namespace gravin {

// A short list of rows, one column of which is an expression: what they are for stands above, the
// list is typed in place, and the chosen row's expression is typed in a field below, which
// completes and explains it.
class TypedRows : public QWidget {
    Q_OBJECT
public:
    struct Words {
        QString name; // of the list, for tests and the screen reader
        QStringList heads;
        QString help;
        QString add; // on the button
    };
    // `expression`: which column is one.
    TypedRows(const Words& words, int expression, ExpressionField::Asks asks,
              QWidget* parent = nullptr);

    // What expressions of all rows may name.
    void setTable(const Table& table, const ExpressionField::Sample& sample);
    void setRows(const QList<QStringList>& rows);
    // Without those that are empty altogether. Each has as many texts as there are heads.
    QList<QStringList> rows() const;
    // A new row, ready to be typed.
    void addByHand();
    // Chooses this row; −1: none.
    void choose(int row);
    ExpressionField* field() const { return m_field; }

Q_SIGNALS:
    void edited(); // by the person

private:
    void addRow(const QStringList& texts);
    void removeChosen();
    void showChosen();
    void takeExpression();

    int m_expression;
    QTableWidget* m_table;
    ExpressionField* m_field;
    QPushButton* m_remove;
    bool m_filling = false;
};

} // namespace gravin
