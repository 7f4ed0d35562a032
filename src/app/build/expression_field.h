// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/evaluator.h"

#include <QLabel>
#include <QPlainTextEdit>
#include <QWidget>

#include <functional>

class QCompleter;

namespace gravin {

// A field for an expression: names of columns and functions complete themselves, a mistake is
// marked where it stands and explained below while one types, and beside it stands what the
// expression gives for the current record.
class ExpressionField : public QWidget {
    Q_OBJECT
public:
    // The values of one record by column; empty: there is no current record.
    using Sample = QMap<QString, Value>;

    explicit ExpressionField(QWidget* parent = nullptr);

    void setColumns(const QList<ExpressionColumn>& columns);
    void setSample(const Sample& sample);
    QString text() const { return m_edit->toPlainText(); }
    void setText(const QString& text);
    // The last text that was set or typed is a condition over the columns.
    bool isGood() const { return m_good; }

Q_SIGNALS:
    void textChanged();

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void judge();
    void complete(bool asked);
    void insertCompletion(const QString& word);
    QString wordBeforeCursor() const;

    QPlainTextEdit* m_edit;
    QLabel* m_note;
    QCompleter* m_completer;
    QList<ExpressionColumn> m_columns;
    Sample m_sample;
    bool m_good = false;
};

} // namespace gravin
