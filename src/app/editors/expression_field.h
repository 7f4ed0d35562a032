// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/value/value.h"

#include <QLabel>
#include <QMap>
#include <QWidget>

#include <functional>

class QCompleter;
class QKeyEvent;

namespace gravin {

struct BoundExpression;

// A field for an expression: names of columns and functions complete themselves, a mistake is
// marked where it stands and explained below while one types, and beside it stands what the
// expression gives for the current record.
class ExpressionField : public QWidget {
    Q_OBJECT
public:
    // The values of one record by column; empty: there is no current record.
    using Sample = QMap<QString, Value>;

    // What the expression is for.
    enum class Asks {
        Check,     // true, false, or unknown, which passes
        Condition, // true, or not
        Value      // any value
    };
    explicit ExpressionField(Asks asks, QWidget* parent = nullptr);

    // Names the field where several stand in one window: its note is NAME-note.
    void setName(const QString& name);
    // Whose columns it may name.
    void setTable(const Table& table);
    void setSample(const Sample& sample);
    QString text() const;
    void setText(const QString& text);
    // The last text that was set or typed is an expression over the columns, and of the type that
    // is wanted.
    bool isGood() const { return m_good; }

Q_SIGNALS:
    void textChanged(); // by the person or by the program

private:
    class Edit;
    // Whether the key is not the text's: the list of completions takes it, or it asks for the list.
    bool takesKey(QKeyEvent* event);
    void judge();
    void markMistake(int at, int length);
    QString wordsFor(const BoundExpression& expression, const Table& table) const;
    void complete(bool asked);
    void insertCompletion(const QString& word);
    QString wordBeforeCursor() const;

    Asks m_asks;
    Edit* m_edit;
    QLabel* m_note;
    QCompleter* m_completer;
    Table m_table;
    Sample m_sample;
    bool m_good = false;
};

} // namespace gravin
