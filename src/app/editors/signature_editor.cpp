// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/signature_editor.h"

#include "app/editors/picture_decoder.h"
#include "app/editors/picture_editor.h"
#include "app/editors/signature_pad.h"

#include <QBuffer>
#include <QDialog>
#include <QDialogButtonBox>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

SignatureEditor::SignatureEditor(QWidget* parent)
    : BinaryEditor(QStringLiteral("signature"), parent)
    , m_decoder(new PictureDecoder(this)) {
    connect(addButton("document-sign", QStringLiteral("draw"), tr("Sign…"), true),
            &QToolButton::clicked, this, &SignatureEditor::sign);
    addUsualButtons(Takes::Nothing);
}

void SignatureEditor::showIn(QLabel& label) {
    showPicture(value(), isReadOnly() ? QStringLiteral("–") : tr("Not signed"), *m_decoder, label);
}

QString SignatureEditor::reasonAgainst(const QByteArray&, const QString&) const { return {}; }

void SignatureEditor::clicked() {
    if (!isReadOnly() && value().isNull())
        sign();
}

void SignatureEditor::sign() {
    auto* dialog = new QDialog(this);
    dialog->setObjectName(QStringLiteral("signature-dialog"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Sign"));
    auto* pad = new SignaturePad;
    pad->setObjectName(QStringLiteral("signature-pad"));
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    QPushButton* back = buttons->addButton(tr("Take back a stroke"), QDialogButtonBox::ActionRole);
    back->setShortcut(QKeySequence::Undo);
    QPushButton* anew = buttons->addButton(tr("Begin anew"), QDialogButtonBox::ActionRole);
    QPushButton* done = buttons->addButton(tr("Take it"), QDialogButtonBox::AcceptRole);
    done->setObjectName(QStringLiteral("take-signature"));
    done->setProperty("main", true);
    const auto refresh = [=] {
        for (QPushButton* each : {back, anew, done})
            each->setEnabled(!pad->isEmpty());
    };
    connect(pad, &SignaturePad::changed, dialog, refresh);
    connect(back, &QPushButton::clicked, pad, &SignaturePad::takeBackLast);
    connect(anew, &QPushButton::clicked, pad, &SignaturePad::clear);
    connect(buttons, &QDialogButtonBox::rejected, dialog, &QDialog::reject);
    connect(buttons, &QDialogButtonBox::accepted, dialog, [this, pad, dialog] {
        QByteArray bytes;
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        pad->picture().save(&buffer, "PNG");
        dialog->accept();
        take(bytes, tr("The signature"));
    });
    auto* layout = new QVBoxLayout(dialog);
    layout->addWidget(pad, 1);
    layout->addWidget(buttons);
    refresh();
    dialog->open();
}

} // namespace gravin
