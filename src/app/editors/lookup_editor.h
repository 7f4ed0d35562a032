// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"
#include "app/editors/lookup_model.h"

class QLineEdit;
class QToolButton;

namespace gravin {

class LookupList;

// A record of another table: found by typing, stored by its key.
class LookupEditor : public FieldEditor {
    Q_OBJECT
public:
    LookupEditor(const BoundField& field, Workspace* workspace, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    // What is typed and not chosen yet is a text, to be looked up.
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;
    void setOffered(const QString& only) override { m_model->setOnly(only); }
    bool isDoneWithPick() const override { return m_picked; }
    void takeOver() override;

protected:
    void openInCell() override;
    bool eventFilter(QObject* watched, QEvent* event) override;
    void hideEvent(QHideEvent* event) override;

private:
    void openList(const QString& text);
    void closeList();
    void pick(const Value& value, const QString& shown);
    void showValue();

    BoundField m_field;
    Workspace* m_workspace;
    QString m_hint;
    QLineEdit* m_line;
    QToolButton* m_open;
    LookupModel* m_model;
    LookupList* m_list;
    Value m_value;
    std::optional<QString> m_typed; // not chosen yet
    bool m_picked = false;
    bool m_chooseWhenFound = false; // Return was faster than the search
};

} // namespace gravin
