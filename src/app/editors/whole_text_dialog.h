// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>
#include <QTimer>

class QLabel;
class QPlainTextEdit;

namespace gravin {

// A text of any length, read only. It is laid out piece by piece between other work; lines too long
// to be laid out are broken, here only: what is saved as a file is the text itself. Deletes itself
// when closed.
class WholeTextDialog : public QDialog {
    Q_OBJECT
public:
    WholeTextDialog(const QString& label, const QString& text, QWidget* parent);

private:
    void addPiece();
    void askWhereToSave();

    QString m_text;
    qsizetype m_shown = 0; // characters
    QPlainTextEdit* m_view;
    QLabel* m_state;
    QTimer m_next;
};

} // namespace gravin
