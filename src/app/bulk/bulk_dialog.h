// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bulk/gaps_dialog.h"
#include "app/session/screen_binding.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QPushButton;
class QTableWidget;
class QVBoxLayout;

namespace gravin {

class FieldEditor;

// Puts one value into one field of many records: every record before and after is shown first, then
// all are changed as one change. Deletes itself when closed.
class BulkDialog : public QDialog {
    Q_OBJECT
public:
    BulkDialog(Workspace* workspace, const QString& screenId, const QList<RecordId>& records,
               QWidget* parent);

    // Chooses the field to change.
    void setField(const QString& column);

private:
    const BoundField* field() const;
    void changeField();
    void preview();
    void show(const Result<BulkPreview>& preview);
    void fillTable();
    void run();
    void fail(const WriteFailure& failure);
    void askForGaps(const std::vector<Problem>& problems);
    void fillGaps(const std::vector<Problem>& problems, const std::vector<Record>& records);

    ScreenBinding m_binding;
    std::vector<Key> m_keys;
    QStringList m_columns; // behind the entries of m_fields
    QComboBox* m_fields;
    QVBoxLayout* m_editorPlace;
    FieldEditor* m_editor = nullptr;
    QTableWidget* m_table;
    QLabel* m_reason;
    QPushButton* m_run;
    BulkPreview m_preview;
    std::vector<GapsDialog::Filled> m_filled; // what the run had to ask for
    quint64 m_generation = 0;                 // answers to an earlier value are ignored
};

} // namespace gravin
