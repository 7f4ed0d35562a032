// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/screen_binding.h"

#include <QWidget>

class QGridLayout;
class QLabel;

namespace gravin {

class FieldEditor;

// The fields of a form in their sections, with the editors of one record. Follows the screen's
// layout; where the width does not allow as many columns as a section asks for, it takes fewer.
class FormFields : public QWidget {
    Q_OBJECT
public:
    // `binding` must outlive the fields.
    explicit FormFields(ScreenBinding* binding, QWidget* parent = nullptr);

    const RecordId& record() const { return m_id; }
    void setRecord(const RecordId& id);
    // Shows the record as it is now. `problems`: what stands in the way of saving it.
    void refresh(const std::vector<Problem>& problems);
    // What is typed in a field is settled: it may be rewritten and judged from now on.
    void endTyping();
    // What is typed and not taken over yet is given up.
    void dropTyping() { m_typing = nullptr; }
    void focusField(const QString& column);
    // Heights at this width: with all as it likes it best, and with long texts as low as they go.
    int neededHeight() const;
    int leastHeight() const;
    // The last editor in the order of Tab; null without fields.
    QWidget* lastEditor() const;
    void focusFirst();
    void focusLast();

    // For shaping: every section has its title, also an empty one.
    void setShaped(bool shaped);
    const FormLayout& layoutShown() const { return m_arranged; }
    // Whether the form shows the field for its record now.
    bool isShown(const QString& column) const;
    // In this widget's coordinates; empty when it is not there.
    QRect rectOf(const QString& column) const;
    QRect sectionRect(int section) const;
    QRect titleRect(int section) const;

Q_SIGNALS:
    void settled();                          // what was typed in a field is done
    void linkActivated(const QString& link); // of a message under a field
    void rebuilt();                          // by the layout as it is now
    void needChanged();                      // of the heights

protected:
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;
    // Return goes on to the next field that can be edited.
    void keyPressEvent(QKeyEvent* event) override;

private:
    struct FieldSlot {
        BoundField field;
        QWidget* box = nullptr;
        FieldEditor* editor = nullptr;
        QLabel* label = nullptr;
        QLabel* was = nullptr;
        QLabel* message = nullptr;
        QString refusal;         // what the editor could not take
        bool isReadOnly = false; // as it is shown now
    };
    struct SectionPart {
        QWidget* box = nullptr;
        QLabel* title = nullptr;
        QGridLayout* grid = nullptr;
        int columns = 0; // as placed now
    };
    void build();
    void addSection(int section);
    void place(int section, int columns);
    int columnsThatFit(const FormSection& section) const;
    void addSlot(const BoundField& field);
    void arrangeSlot(FieldSlot& slot, QWidget* heading, bool labelsBeside);
    void connectEditor(FieldEditor* editor, const BoundField& field);
    void refreshSlot(FieldSlot& slot, const Draft* draft, const std::vector<Problem>& problems);
    QString wasText(const BoundField& field, const Draft& draft) const;
    QString messageFor(FieldSlot& slot, const Draft* draft, const std::vector<Problem>& problems,
                       QString& state) const;
    FieldSlot* slotOf(const QString& column);
    const FieldSlot* slotOf(const QString& column) const;

    ScreenBinding* m_binding;
    RecordId m_id;
    FormLayout m_arranged;
    QList<FieldSlot> m_slots;
    QList<SectionPart> m_sections;
    bool m_shaped = false;
    FieldEditor* m_typing = nullptr; // not rewritten while the person types in it
};

// Links in the messages of a form: to a field that needs attention (linkToField()), to another
// record that does (linkToOther()), and to the two ways out of a conflict.
namespace form_link {
QString keepMine(const QString& column, const QString& text);
QString takeTheirs(const QString& column, const QString& text);
enum class Kind { Field, Mine, Theirs, Other };
std::pair<Kind, QString> read(const QString& link); // the column
} // namespace form_link

// A label in one of the style's roles.
QLabel* roleLabel(const char* role, QWidget* parent);

} // namespace gravin
