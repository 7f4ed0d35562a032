// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/check_form.h"
#include "app/editors/typed_rows.h"

#include <QDialog>

class QLabel;
class QListWidget;
class QPushButton;

namespace gravin {

// What must hold for the records of a screen's table: a list of checks, the one that is chosen to
// be stated beside it, and the stages that the developer names. Set as one step of undo.
class ChecksPanel : public QDialog {
    Q_OBJECT
public:
    // `binding` must outlive the panel. Deletes itself when closed.
    // `column`: the field whose check is shown first, or a new one is begun for when it has none;
    // empty: the first of all.
    ChecksPanel(ScreenBinding* binding, const QString& column, QWidget* parent);

    // The current record, on which conditions are tried while they are typed.
    void setSample(const ExpressionField::Sample& sample);

private:
    QWidget* makeChecks();
    QWidget* makeStages();
    QWidget* makeTags();
    void addCheck(CheckKind kind);
    QString fieldFor(CheckKind kind) const;
    void removeCheck();
    void showChosen();
    void takeEdited();
    void takeStages();
    void takeTags();
    void refreshList();
    void refreshNote();
    void apply();
    const Table& table() const;

    ScreenBinding* m_binding;
    QString m_column;
    TableChecks m_checks;
    QListWidget* m_list;
    CheckForm* m_form;
    TypedRows* m_stages = nullptr;
    TypedRows* m_tags = nullptr;
    QPushButton* m_remove;
    QPushButton* m_set;
    QLabel* m_note;
    bool m_filling = false;
};

} // namespace gravin
