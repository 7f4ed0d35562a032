// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/drafts/draft_saver.h"

#include <QDialog>

#include <functional>

class QTableWidget;

namespace gravin {

class Workspace;

// What stands in the way of saving several drafts at once: record, field and message, each a way
// to its field.
class SaveProblemsDialog : public QDialog {
    Q_OBJECT
public:
    struct Line {
        DraftRef place;
        QString column; // empty: the whole record
        QString record;
        QString field;
        QString message;
    };
    // Deletes itself when closed.
    SaveProblemsDialog(const QList<Line>& lines, qsizetype drafts, QWidget* parent);

Q_SIGNALS:
    // The person wants to see what is wrong there.
    void wanted(const gravin::DraftRef& place, const QString& column);

private:
    void choose(int row);

    QList<Line> m_lines;
    QTableWidget* m_table;
};

// Saves all that is edited in these tables as one change, or lists what stands in the way and leads
// to where the person wants to mend it.
void saveTogether(Workspace& workspace, const QString& screenLabel, const QStringList& tables,
                  QWidget* parent,
                  const std::function<void(const DraftRef&, const QString&)>& goToField);

// Those of these drafts in which something was put; a record just begun is nothing to save.
QList<DraftRef> draftsToSave(Workspace& workspace, const QStringList& tables);
QList<SaveProblemsDialog::Line> saveProblems(Workspace& workspace, const QList<DraftRef>& places);

} // namespace gravin
