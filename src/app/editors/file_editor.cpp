// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/file_editor.h"

#include "core/base/whole_file.h"
#include "core/value/text_form.h"

#include <QDesktopServices>
#include <QLabel>
#include <QMessageBox>
#include <QMimeDatabase>
#include <QPushButton>
#include <QTemporaryDir>
#include <QToolButton>
#include <QUrl>

namespace gravin {

namespace {

// What a desktop would run rather than show.
bool isProgram(const QMimeType& type) {
    for (const char* name :
         {"application/x-executable", "application/x-sharedlib", "application/x-desktop",
          "application/x-shellscript", "text/x-python", "application/x-ms-dos-executable",
          "application/x-msdownload", "application/java-archive", "text/x-perl",
          "application/vnd.appimage", "application/x-iso9660-appimage",
          "application/vnd.debian.binary-package"}) {
        if (type.inherits(QLatin1String(name)))
            return true;
    }
    return false;
}

} // namespace

FileEditor::FileEditor(QWidget* parent)
    : BinaryEditor(QStringLiteral("file"), parent)
    , m_open(addButton("document-open-folder", QStringLiteral("open"), tr("Open…"), false)) {
    connect(m_open, &QToolButton::clicked, this, &FileEditor::askToOpen);
    addUsualButtons(Takes::Files);
}

FileEditor::~FileEditor() = default;

void FileEditor::showIn(QLabel& label) {
    label.setTextFormat(Qt::PlainText);
    const bool isFile = value().kind() == Value::Kind::Binary;
    if (value().isNull())
        label.setText(isReadOnly() ? QStringLiteral("–") : tr("No file"));
    else if (!isFile)
        label.setText(tr("Not a file: %1").arg(toText(value(), {})));
    else
        label.setText(QStringLiteral("%1 · %2").arg(
            QMimeDatabase().mimeTypeForData(bytes()).comment(), toText(value(), {})));
    m_open->setEnabled(isFile);
}

QString FileEditor::reasonAgainst(const QByteArray&, const QString&) const { return {}; }

void FileEditor::pasteOther() { Q_EMIT refused(tr("There is no copied file to paste.")); }

void FileEditor::askToOpen() {
    const QMimeType type = QMimeDatabase().mimeTypeForFileNameAndData(proposedName(), bytes());
    if (isProgram(type)) {
        Q_EMIT refused(tr("%1 is a program (%2). It is not run from here; save it as a file.")
                           .arg(proposedName(), type.comment()));
        return;
    }
    auto* box = new QMessageBox(
        QMessageBox::NoIcon, tr("Open a file"),
        tr("Open %1 with the desktop's program for it (%2)?").arg(proposedName(), type.comment()),
        QMessageBox::Cancel, this);
    box->setObjectName(QStringLiteral("open-question"));
    box->setTextFormat(Qt::PlainText);
    box->setInformativeText(
        tr("A copy is opened: what is changed in it is not kept here. Open what "
           "others have attached only where you trust them."));
    QPushButton* open = box->addButton(tr("Open"), QMessageBox::AcceptRole);
    open->setObjectName(QStringLiteral("open-copy"));
    box->setDefaultButton(QMessageBox::Cancel);
    box->setAttribute(Qt::WA_DeleteOnClose);
    connect(open, &QPushButton::clicked, this, &FileEditor::openCopy);
    box->open();
}

void FileEditor::openCopy() {
    // In a folder that nobody else may look into.
    m_copies = std::make_unique<QTemporaryDir>();
    const QString path = m_copies->filePath(proposedName());
    Status written = m_copies->isValid() ? writeWholeFile(path, bytes(), Readers::OwnerOnly)
                                         : Status(Error{ErrorKind::File, m_copies->errorString()});
    if (!written)
        Q_EMIT refused(written.error().sentence);
    else if (!QDesktopServices::openUrl(QUrl::fromLocalFile(path)))
        Q_EMIT refused(tr("The desktop has no program that opens %1.").arg(proposedName()));
}

} // namespace gravin
