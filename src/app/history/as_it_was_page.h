// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/as_it_was.h"
#include "session/screen_binding.h"

#include <QAbstractTableModel>
#include <QTimer>
#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;
class QTableView;

namespace gravin {

class NoticeLine;

// The records of a table as it was, in the order of a view on it; a value that is another now is
// marked and says what it is now.
class AsItWasModel : public QAbstractTableModel {
    Q_OBJECT
public:
    // All must outlive the model.
    AsItWasModel(ScreenBinding* binding, const AsItWas& then, RecordView* view,
                 RecordStore* records, QObject* parent = nullptr);

    Key keyAt(int row) const { return m_view->keyAt(row); }
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    void connectView();
    std::optional<Value> valueThen(const QModelIndex& index) const;
    // The value now, where it is another; nothing: it is the same, or not here yet.
    std::optional<Value> changedTo(const QModelIndex& index) const;
    bool isGone(int row) const;

    ScreenBinding* m_binding;
    QHash<Key, Difference> m_differences;
    RecordView* m_view;
    RecordStore* m_records;
    QList<BoundField> m_fields; // those that a list shows
};

// A screen's table as it was right after a change, read only: sorted, searched and filtered like
// now, with what differs marked and counted, and the way to roll back to there.
class AsItWasPage : public QWidget {
    Q_OBJECT
public:
    // `after`: the change; 0: before all.
    AsItWasPage(Workspace* workspace, const QString& screenId, qint64 after,
                QWidget* parent = nullptr);
    ~AsItWasPage() override;

    const QString& screenId() const { return m_binding.screenId(); }
    // Null until it has been looked back.
    QTableView* list() const { return m_list; }
    QString state() const;
    void showNotice(const Notice& notice);

Q_SIGNALS:
    // To the records of now.
    void returnRequested();
    // `words` name the scope for people.
    void rollbackRequested(const gravin::LogScope& scope, const QString& words);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    QWidget* makeBand();
    void look();
    void setThen(const Result<AsItWas>& then);
    void search();
    void rollBackHere();
    void rollBackSelected();
    void refresh();

    ScreenBinding m_binding;
    qint64 m_after;
    QString m_at;          // of the change
    WorkerHandle m_worker; // its session alone can read what was
    std::optional<AsItWas> m_then;
    std::unique_ptr<RecordView> m_view;
    std::unique_ptr<RecordStore> m_records;
    AsItWasModel* m_model = nullptr;
    NoticeLine* m_notice;
    QLabel* m_title;
    QLabel* m_counts;
    QLineEdit* m_search;
    QTableView* m_list;
    QPushButton* m_back;
    QPushButton* m_backSelected;
    QTimer m_soon;
};

} // namespace gravin
