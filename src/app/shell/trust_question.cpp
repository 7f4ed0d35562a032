// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/trust_question.h"

#include "app/look/theme.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance TrustWidth(620);
constexpr Distance TrustHeight(360);

QLabel* lineOf(const QString& text) {
    auto* label = new QLabel(text);
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    return label;
}
} // namespace

TrustQuestion::TrustQuestion(const QString& file, const QString& name, const QStringList& reach,
                             bool isKnown, QWidget* parent)
    : QDialog(parent) {
    setObjectName(QStringLiteral("trust-question"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Open %1?").arg(name));
    resize(TrustWidth, TrustHeight);
    auto* list = new QListWidget;
    list->setObjectName(QStringLiteral("trust-reach"));
    list->setAccessibleName(tr("What it reaches"));
    list->addItems(reach);
    list->setWordWrap(true);
    list->setCurrentRow(0);
    auto* buttons = new QDialogButtonBox;
    QPushButton* open = buttons->addButton(tr("Open it"), QDialogButtonBox::AcceptRole);
    open->setObjectName(QStringLiteral("trust-open"));
    buttons->addButton(tr("Leave it closed"), QDialogButtonBox::RejectRole);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(lineOf(isKnown ? tr("%1 has been changed since you opened it, and reaches "
                                          "more now:")
                                           .arg(file)
                                     : tr("You have not opened %1 here before. Nothing was reached "
                                          "yet; it will reach:")
                                           .arg(file)));
    layout->addWidget(list, 1);
    layout->addWidget(
        lineOf(tr("Open only what comes from somebody you know. What it may do in the "
                  "database is what your account may.")));
    layout->addWidget(buttons);
    open->setFocus();
}

} // namespace gravin
