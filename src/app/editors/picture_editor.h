// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QLabel;
class QToolButton;

namespace gravin {

class PictureDecoder;
struct DecodedPicture;

// A picture kept in the database: shown, loaded from a file, pasted, dropped, cleared, saved as a
// file. A value that is no picture is said to be none and kept as it is.
class PictureEditor : public FieldEditor {
    Q_OBJECT
public:
    // What is loaded may take at most so many bytes; what is stored already may be larger.
    static constexpr qint64 LargestFile = 16 * 1024 * 1024;

    explicit PictureEditor(QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override { return m_value; }
    void setReadOnly(bool readOnly) override;

    // Takes a file as if it had been chosen. Refused, with the reason, when it is no picture or too
    // large.
    void load(const QString& path);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QToolButton* button(const char* icon, const QString& name, const QString& text,
                        void (PictureEditor::*run)());
    void askForFile();
    void paste();
    void clear();
    void askWhereToSave();
    void take(const QByteArray& bytes, const QString& source);
    void showPicture();
    void showDecoded(const DecodedPicture& picture);

    PictureDecoder* m_decoder;
    QLabel* m_label;
    QToolButton* m_load;
    QToolButton* m_paste;
    QToolButton* m_clear;
    QToolButton* m_save;
    Value m_value;
    bool m_readOnly = false;
};

} // namespace gravin
