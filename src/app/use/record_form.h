// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/screen_binding.h"

#include <QWidget>

class QGridLayout;
class QHBoxLayout;
class QLabel;
class QPushButton;

namespace gravin {

class FieldEditor;

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
    void focusField(const QString& column);
    void save();
    void discard();
    // Why saving is not possible now; empty when it is.
    QString saveReason() const;

Q_SIGNALS:
    // Save or Discard became possible or impossible, or the name changed.
    void stateChanged();

private:
    struct Slot {
        BoundField field;
        FieldEditor* editor = nullptr;
        QLabel* label = nullptr;
        QLabel* was = nullptr;
        QLabel* message = nullptr;
    };
    void build();
    void addSlot(QGridLayout* grid, const BoundField& field, int& row, int& column);
    void refresh();
    void refreshSlot(Slot& slot, const Draft* draft, const std::vector<Problem>& problems);
    void refreshHead(const Draft* draft);
    void refreshFoot(const Draft* draft, const std::vector<Problem>& problems);
    void follow(const QString& link);
    const Slot* slotOf(const QString& column) const;

    ScreenBinding* m_binding;
    RecordId m_id;
    QList<Slot> m_slots;
    QWidget* m_fields = nullptr;
    QHBoxLayout* m_head;
    QLabel* m_title;
    QLabel* m_key;
    QLabel* m_position;
    QLabel* m_readOnly;
    QPushButton* m_save;
    QPushButton* m_discard;
    QLabel* m_reason;
    FieldEditor* m_typing = nullptr; // not rewritten while the person types in it
};

} // namespace gravin
