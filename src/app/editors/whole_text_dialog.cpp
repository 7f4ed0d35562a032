// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/whole_text_dialog.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr qsizetype Piece = 32'000; // characters laid out at once
constexpr qsizetype LongestLine = 2000;
// More than this nobody reads here, and laying it out takes memory that the program needs.
constexpr qsizetype MostShown = 20'000'000;

// Breaks lines that are too long.
QString broken(QStringView piece) {
    QString text;
    text.reserve(piece.size() + piece.size() / LongestLine);
    qsizetype length = 0;
    for (const QChar c : piece) {
        length = c == u'\n' ? 0 : length + 1;
        text += c;
        if (length >= LongestLine && !c.isHighSurrogate()) {
            text += u'\n';
            length = 0;
        }
    }
    return text;
}

} // namespace

WholeTextDialog::WholeTextDialog(const QString& label, const QString& text, QWidget* parent)
    : QDialog(parent)
    , m_text(text)
    , m_view(new QPlainTextEdit)
    , m_state(new QLabel) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("whole-text-dialog"));
    setWindowTitle(label);
    resize(760, 560);
    m_view->setReadOnly(true);
    m_view->setUndoRedoEnabled(false);
    m_view->setAccessibleName(label);
    m_state->setProperty("role", "faint");
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    QPushButton* save = buttons->addButton(tr("Save as a file…"), QDialogButtonBox::ActionRole);
    connect(save, &QPushButton::clicked, this, &WholeTextDialog::askWhereToSave);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_view, 1);
    layout->addWidget(m_state);
    layout->addWidget(buttons);
    connect(&m_next, &QTimer::timeout, this, &WholeTextDialog::addPiece);
    m_next.start();
}

void WholeTextDialog::addPiece() {
    const qsizetype most = std::min(m_text.size(), MostShown);
    qsizetype end = std::min(m_shown + Piece, most);
    if (end < most && m_text.at(end - 1).isHighSurrogate())
        ++end;
    QTextCursor cursor(m_view->document());
    cursor.movePosition(QTextCursor::End);
    cursor.insertText(broken(QStringView(m_text).mid(m_shown, end - m_shown)));
    m_shown = end;
    const QString all = counted(m_text.size(), "character", "characters");
    if (m_shown < most) {
        m_state->setText(tr("%1 of %2").arg(QLocale().toString(m_shown), all));
        return;
    }
    m_next.stop();
    m_state->setText(m_shown == m_text.size()
                         ? all
                         : tr("The first %1 of %2. Save it as a file to read the rest.")
                               .arg(QLocale().toString(m_shown), all));
}

void WholeTextDialog::askWhereToSave() {
    auto* dialog = new QFileDialog(this, tr("Save the text"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setAcceptMode(QFileDialog::AcceptSave);
    dialog->setDefaultSuffix(QStringLiteral("txt"));
    connect(dialog, &QFileDialog::fileSelected, this, [this](const QString& path) {
        const Status saved = writeWholeFile(path, m_text.toUtf8());
        m_state->setText(saved ? tr("Saved to %1.").arg(path) : saved.error().sentence);
    });
    dialog->open();
}

} // namespace gravin
