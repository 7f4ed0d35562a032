// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"

#include <QTemporaryDir>
#include <QWidget>

class QCheckBox;
class QComboBox;
class QLineEdit;

namespace gravin {

// Which file rows are read from, and how it is read. What the clipboard has is a file too.
class ImportFileLine : public QWidget {
    Q_OBJECT
public:
    explicit ImportFileLine(QWidget* parent = nullptr);

    // Emits chosen() with it.
    void take(const QString& path);
    void paste();
    QString path() const { return m_file; } // empty: none yet
    // As people know it.
    QString fileName() const;
    // Where a file beside it would stand.
    QString folder() const;

    void show(const FileForm& form);
    void showSheets(const QStringList& sheets);
    // `before` with what is chosen here.
    FileForm form(FileForm before) const;
    // A BCP 47 name, or "C"; empty: as the screen has it.
    QString localeName() const;
    void setLocaleName(const QString& name);

Q_SIGNALS:
    void chosen(); // another file
    void formChosen();
    void localeChosen();
    void problem(const QString& sentence);

private:
    void makeForm();
    void ask();

    QString m_file;
    QLineEdit* m_path;
    QComboBox* m_sheet; // of a workbook with several
    QComboBox* m_separator;
    QComboBox* m_encoding;
    QComboBox* m_locale; // how dates and figures are written
    QCheckBox* m_hasHeads;
    std::unique_ptr<QTemporaryDir> m_pasted; // null: nothing was
    bool m_isShowing = false;                // widgets are filled, not used
};

} // namespace gravin
