// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/expression_field.h"
#include "session/screen_binding.h"

#include <QWidget>

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QListWidget;
class QSpinBox;

namespace gravin {

// One check to be stated: what must hold, what is said when it does not, and when it is asked.
// Shows only what its kind needs.
class CheckForm : public QWidget {
    Q_OBJECT
public:
    // `binding` must outlive the form.
    explicit CheckForm(ScreenBinding* binding, QWidget* parent = nullptr);

    void setCheck(const Check& check);
    Check check() const;
    void setStages(const QList<Stage>& stages);
    void setSample(const ExpressionField::Sample& sample);

    // To what is typed or picked first of the kind.
    void focusFirst();

Q_SIGNALS:
    void edited(); // by the person, not by setCheck()

private:
    ColumnType typeOf(const QString& columnName) const;
    void makeKindPages();
    void makeStages();
    void addKindPage(CheckKind kind, const QList<std::pair<QString, QWidget*>>& rows);
    void watch();
    void report();
    void showKind();
    void offerFields(CheckKind kind);
    void fillTargets();

    ScreenBinding* m_binding;
    QComboBox* m_kind;
    QComboBox* m_field;
    QWidget* m_pages; // one for each kind, the others hidden
    QLineEdit* m_least;
    QLineEdit* m_most;
    QSpinBox* m_shortest;
    QSpinBox* m_longest;
    QLineEdit* m_pattern;
    QLineEdit* m_values;
    QListWidget* m_with;
    QComboBox* m_table;
    QComboBox* m_target;
    ExpressionField* m_condition;
    QLineEdit* m_message;
    QComboBox* m_severity;
    QListWidget* m_stages;
    QComboBox* m_inRuns;
    Check m_check; // what the widgets do not show of it
    bool m_filling = false;
};

} // namespace gravin
