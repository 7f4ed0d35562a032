// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/form_fields.h"

#include <QWidget>

class QHBoxLayout;
class QLabel;
class QPushButton;

namespace gravin {

// One record, field by field, with its state, what stands in the way of saving, and Save and
// Discard. Shows whichever record it is told to; an edit window tells it once, a screen with each
// step.
class RecordForm : public QWidget {
    Q_OBJECT
public:
    // `binding` must outlive the form.
    explicit RecordForm(ScreenBinding* binding, QWidget* parent = nullptr);

    const RecordId& record() const { return m_id; }
    void setRecord(const RecordId& id);
    // "6 of 78", beside the name.
    void setPosition(const QString& text);
    // Puts a tag before the name.
    void setTag(QWidget* tag);
    // Puts a button for it behind the position.
    void addHeadAction(QAction* action);
    void addToHead(QWidget* widget);
    void focusField(const QString& column);
    FormFields* fields() const { return m_fields; }
    // The line with Save and Discard and what stands in the way; stands below the fields until
    // somebody puts it elsewhere.
    QWidget* foot() const { return m_foot; }
    void putFootBack();
    // To Save, or what else can be done with the record as it is.
    void focusFoot();
    // With little around it, where lines stand below.
    void setDense(bool dense);
    // Heights in which all fields can be seen as they are now: as they like it best, and with long
    // texts as low as they go.
    int neededHeight() const { return heightWith(m_fields->neededHeight()); }
    int leastHeight() const { return heightWith(m_fields->leastHeight()); }
    // Asks whoever shows the form to save the record, when it may be saved.
    void save();
    // What is typed in a field counts as done.
    void fieldsDone();
    void discard();
    // Why saving is not possible now; empty when it is.
    QString saveReason() const;

    // How much of a room it takes that lines stand in below it: at most half.
    int heightOverLines(int room, int lineHeight) const;

Q_SIGNALS:
    // Save or Discard became possible or impossible, or the name changed.
    void stateChanged();
    void saveRequested();
    // Save was pressed while it cannot be done: what is still being typed elsewhere may be the
    // reason, and counts as done.
    void saveTried();
    void needChanged(); // of the heights
    // To what is to be mended in another record that is saved with this one.
    void mendRequested(const gravin::DraftRef& place, const QString& column);
    // The record goes on as this one.
    void movedTo(const gravin::RecordId& id);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void refresh();
    void refreshHead(const Draft* draft);
    void nameParts();
    void followRecords();
    void refreshSoon();
    void addAnew();
    void refreshFoot(const Draft* draft, const std::vector<Problem>& problems);
    void follow(const QString& link);

    ScreenBinding* m_binding;
    RecordId m_id;
    FormFields* m_fields;
    int heightWith(int fields) const;

    QHBoxLayout* m_head;
    QWidget* m_foot;
    QLabel* m_title;
    QLabel* m_key;
    QLabel* m_tags; // the words that the record bears
    QLabel* m_position;
    QLabel* m_readOnly;
    QPushButton* m_save;
    QPushButton* m_discard;
    QPushButton* m_addAnew; // for a record that was deleted while it was edited
    QLabel* m_reason;
    QList<DraftRef> m_savedWith;
    bool m_refreshesSoon = false;
};

} // namespace gravin
