// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/bulk/gaps_dialog.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/database/latest_job.h"
#include "session/screen_binding.h"

#include <QDialog>
#include <QTimer>

class QCheckBox;
class QComboBox;
class QHBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace gravin {

class BulkLine;
class BulkPreviewView;
class KeptMenu;
class ExpressionField;

// Changes fields of any number of records as one change. While it is being written, the preview
// says how many records would change and how, which ones checks would refuse and which are so
// already. Deletes itself when closed.
class BulkDialog : public QDialog {
    Q_OBJECT
public:
    // `records`: those that are selected. `list`: what the list shows.
    BulkDialog(Workspace* workspace, const QString& screenId, const QList<RecordId>& records,
               const RecordQuery& list, QWidget* parent);
    ~BulkDialog() override;

    // Chooses the field that the first line changes.
    void setField(const QString& column);
    BulkLine* line(int place) const { return m_lines.value(place); }
    // Puts the lines, and the condition, that were kept in the place of those that are there.
    void takeUp(const KeptBulkUpdate& kept);
    KeptMenu* kept() const { return m_kept; }

    // While it previews or runs: stops that first.
    void reject() override;

private:
    enum class Which { Selected, List, All, Where };
    QWidget* makeScope();
    QWidget* makeChanges();
    void addLine();
    void removeLine(BulkLine* line);
    Result<BulkScope> scope() const;
    Result<BulkValues> values() const;
    Result<KeptBulkUpdate> now() const;
    void previewSoon();
    void preview();
    void setPreview(const Result<BulkPreview>& preview);
    void showProgress(qint64 done);
    void refresh();
    QHBoxLayout* makeMeanwhile();
    void run();
    void finish(const WriteResult& result);
    void fail(const WriteFailure& failure);
    void askForGaps(const std::vector<Problem>& problems);
    void fillGaps(const std::vector<Problem>& problems, const std::vector<Record>& records);

    ScreenBinding m_binding;
    std::vector<Key> m_selected;
    RecordQuery m_list;
    QList<BoundField> m_choice; // fields that can be changed
    WorkerHandle m_worker;      // a preview of all records must not hold up the screens
    LatestJob<BulkPreview> m_question;
    Worker::JobId m_writing = 0;
    QComboBox* m_which;
    ExpressionField* m_where;
    QVBoxLayout* m_linesLayout;
    QList<BulkLine*> m_lines;
    QPushButton* m_add;
    KeptMenu* m_kept;
    QLabel* m_counts;
    BulkPreviewView* m_shown;
    QCheckBox* m_fills;
    QCheckBox* m_leaveOut;
    QComboBox* m_onMeanwhile;
    QLineEdit* m_note;
    QLabel* m_reason;
    QPushButton* m_run;
    std::shared_ptr<const BulkPreview> m_preview;
    QString m_wrong;                  // why there is no preview
    QHash<Key, FieldValues> m_filled; // what the run had to ask for
    QTimer m_soon;
};

} // namespace gravin
