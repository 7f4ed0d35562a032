// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/fitting/field_filter.h"
#include "core/records/table_reader.h"
#include "session/screen_binding.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace gravin {

class ExpressionField;

// Asks by what a list is to be narrowed: one field by its values or limits, or an expression.
class FilterPanel : public QDialog {
    Q_OBJECT
public:
    // Begins with the field of this column. `binding` must outlive the panel.
    FilterPanel(ScreenBinding* binding, const QString& column, QWidget* parent);

Q_SIGNALS:
    void chosen(const gravin::ListFilter& filter);

private:
    void makeForm();
    void chooseField();
    void chooseKind();
    void askValues();
    void showValues(const std::vector<ValueCount>& counts);
    const BoundField* field() const; // null: an expression is typed
    FieldFilter filter() const;
    Result<ListFilter> result() const;
    void refresh();
    void choose();

    ScreenBinding* m_binding;
    std::vector<ValueCount> m_counts; // behind the rows of m_values
    QComboBox* m_field;
    QComboBox* m_kind;
    QLineEdit* m_first;
    QLineEdit* m_second;
    QListWidget* m_values;
    ExpressionField* m_expression;
    QLabel* m_reason;
    QPushButton* m_apply;
    WorkerHandle m_worker; // counting the values of a large table must not hold up its pages
    LatestJob<std::vector<ValueCount>> m_question; // about the field that is chosen
};

} // namespace gravin
