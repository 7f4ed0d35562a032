// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QLabel;
class QToolButton;
class QVBoxLayout;

namespace gravin {

// Bytes kept in the database: shown in the way of their kind, loaded from a file, pasted, dropped,
// cleared, saved as a file. What is stored already is kept as it is, whatever it is.
class BinaryEditor : public FieldEditor {
    Q_OBJECT
public:
    // What is loaded may take at most so many bytes; what is stored already may be larger.
    static constexpr qint64 LargestFile = 16 * 1024 * 1024;

    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override { return m_value; }
    void setReadOnly(bool readOnly) override;
    void setFileName(const QString& name) override { m_fileName = name; }

    // Takes a file as if it had been chosen. Refused, with the reason, when it is too large or not
    // of the kind.
    void load(const QString& path);

protected:
    // `what`: ends the buttons' object names ("load-picture").
    BinaryEditor(const QString& what, QWidget* parent);
    // Stands above those that every kind has; `isEdit`: not where the field is only shown. The
    // caller connects it.
    QToolButton* addButton(const char* icon, const QString& verb, const QString& text, bool isEdit);
    // The usual buttons, in their places behind those that were added before.
    enum class Takes { Files, Nothing };
    void addUsualButtons(Takes takes);
    // Takes these bytes as the new content, unless the kind has a reason against them. `name`: of
    // the file that they are from; empty: they are from none.
    void take(const QByteArray& bytes, const QString& source, const QString& name = {});

    // What stands for the value; called whenever it, or whether it can be edited, has changed.
    virtual void showIn(QLabel& label) = 0;
    // Why these bytes are not taken; empty: they are.
    virtual QString reasonAgainst(const QByteArray& bytes, const QString& source) const = 0;
    // The types of files that are offered first; empty: all.
    virtual QStringList offeredTypes() const { return {}; }
    virtual void pasteOther() = 0; // what is no copied file
    // What Space and Return do, and a click.
    virtual void begin() { askForFile(); }
    virtual void clicked() {}

    void askForFile();
    QByteArray bytes() const;
    const Value& value() const { return m_value; }
    bool isReadOnly() const { return m_readOnly; }
    // The file's name where it is known, else one with the ending of its kind.
    QString proposedName() const;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void paste();
    void clear();
    void askWhereToSave();
    void refresh();

    QString m_what;
    QLabel* m_label;
    QVBoxLayout* m_buttons;
    QList<QToolButton*> m_editing; // buttons that change something
    QToolButton* m_clear = nullptr;
    QToolButton* m_save = nullptr;
    Takes m_takes = Takes::Files;
    Value m_value;
    QString m_fileName;
    bool m_readOnly = false;
};

} // namespace gravin
