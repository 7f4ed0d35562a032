// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/screen_binding.h"

#include <QWidget>

#include <variant>

namespace gravin {

// What an editor holds: text still to be read by the field's definition, or a value picked.
using EditorContent = std::variant<QString, Value>;

// Edits one field. One kind for each way a field is shown; the grid's cells and the forms use the
// same ones.
class FieldEditor : public QWidget {
    Q_OBJECT
public:
    // Made by the field's definition; the one place that chooses among the kinds.
    static FieldEditor* create(const BoundField& field, Workspace* workspace, QWidget* parent);
    // Whether a field like this can be edited in a grid's cell; what cannot is edited in a form.
    static bool fitsInCell(const BoundField& field);

    // Longer texts are shown by their beginning and cannot be edited in place: laying them out
    // would hold up everything. Characters.
    static constexpr qsizetype LongestInLine = 10'000;
    static constexpr qsizetype LongestText = 200'000;

    // Shows a value, or the text that could not be read.
    virtual void setContent(const Value& value, const std::optional<QString>& badText) = 0;
    virtual EditorContent content() const = 0;
    virtual void setReadOnly(bool readOnly) = 0;
    virtual void selectAll() {}
    // Of a lookup: which records may be chosen, an expression over them; empty: all.
    virtual void setOffered(const QString& /*only*/) {}
    // Of a file: its name, as another field has it; empty: it is not known. Behind setContent().
    virtual void setFileName(const QString& /*name*/) {}
    // For a cell: keys that end an edit go to the grid's delegate, and what there is to open opens.
    void beginInCell();
    // A pick is the whole edit of a cell.
    virtual bool isDoneWithPick() const { return false; }
    // What typing() told of is taken over: edited() follows.
    virtual void takeOver() {}
    // "draft", "problem", "elsewhere" or "": how the edge is drawn.
    void setState(const QString& state);
    // The widget that takes the keys.
    QWidget* inner() const { return m_inner; }

Q_SIGNALS:
    void edited();   // by the person, with each key or pick
    void typing();   // with each key of what edited() takes over only as the editor is left
    void finished(); // the person left the editor or pressed Return
    // Something could not be taken, and why; the field is as it was.
    void refused(const QString& reason);
    // What was taken is from a file of this name.
    void named(const QString& fileName);
    // Of a lookup: open the record that is chosen, or make a new one and choose it.
    void openRequested();
    void newRequested();

protected:
    using QWidget::QWidget;
    // `inner` takes the keys; `beside` stands at its right.
    void adopt(QWidget* inner, const QList<QWidget*>& beside = {});
    virtual void openInCell() {}
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    bool endsCellEdit(QEvent* event) const;

    QWidget* m_inner = nullptr;
    bool m_inCell = false;
};

// Writes what an editor holds into the record's draft.
void applyContent(ScreenBinding& binding, const RecordId& id, const BoundField& field,
                  const EditorContent& content);

} // namespace gravin
