// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/language_dialog.h"

#include "app/look/translation.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QLabel>
#include <QLocale>
#include <QVBoxLayout>

namespace gravin {

LanguageDialog::LanguageDialog(QWidget* parent)
    : QDialog(parent) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("language-dialog"));
    setWindowTitle(tr("Language"));
    auto* box = new QComboBox;
    box->setObjectName(QStringLiteral("language"));
    box->addItem(tr("as the desktop has it"), QString());
    for (const QString& language : languages())
        box->addItem(QLocale(language).nativeLanguageName(), language);
    box->setCurrentIndex(std::max(0, box->findData(chosenLanguage())));
    auto* when = new QLabel(tr("Gravin speaks it from its next start on."));
    when->setProperty("role", "faint");
    auto* buttons = new QDialogButtonBox;
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(box);
    layout->addWidget(when);
    layout->addWidget(buttons);
    connect(box, &QComboBox::activated, this,
            [box] { choosePersonsLanguage(box->currentData().toString()); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
}

} // namespace gravin
