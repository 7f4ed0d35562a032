// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/binary_editor.h"

class QTemporaryDir;

namespace gravin {

// Any file kept in the database: its kind and size are shown; after asking, the desktop opens a
// copy of it.
class FileEditor : public BinaryEditor {
    Q_OBJECT
public:
    explicit FileEditor(QWidget* parent);
    ~FileEditor() override;

protected:
    void showIn(QLabel& label) override;
    QString reasonAgainst(const QByteArray& bytes, const QString& source) const override;
    void pasteOther() override;

private:
    void askToOpen();
    void openCopy();

    QToolButton* m_open;
    std::unique_ptr<QTemporaryDir> m_copies; // of what was opened; they go with the editor
};

} // namespace gravin
