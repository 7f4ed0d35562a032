// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/statements_dialog.h"

#include "app/look/theme.h"
#include "core/fitting/screen_statements.h"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

QString textOf(const ScreenStatement& statement) {
    QStringList lines{QStringLiteral("-- ") + statement.title};
    if (!statement.reason.isEmpty())
        lines +=
            QStringLiteral("-- ") + StatementsDialog::tr("Not sent here: %1").arg(statement.reason);
    lines += statement.sql + u';';
    for (qsizetype i = 0; i < statement.values.size(); ++i)
        lines += QStringLiteral("--   ? %1: %2")
                     .arg(i + 1)
                     .arg(QString(statement.values[i]).replace(u'\n', u' '));
    return lines.join(u'\n');
}

} // namespace

StatementsDialog::StatementsDialog(ScreenBinding* binding, QWidget* parent)
    : QDialog(parent) {
    setObjectName(QStringLiteral("statements-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Statements of %1").arg(binding->screen().screen.label));
    resize(760, 520);
    Workspace* workspace = binding->workspace();
    const RecordView* view = workspace->records()->view(binding->screenId());
    const Record* example =
        view->count() > 0
            ? workspace->records()->store(binding->tableName())->record(view->keyAt(0))
            : nullptr;
    QStringList texts;
    for (const ScreenStatement& statement :
         statementsOf(*dialectFor(workspace->project().connection), binding->screen(), example))
        texts += textOf(statement);

    auto* text = new QPlainTextEdit(texts.join(QStringLiteral("\n\n")));
    text->setObjectName(QStringLiteral("statements-text"));
    text->setAccessibleName(windowTitle());
    text->setReadOnly(true);
    text->setFont(Theme::instance().monospace());
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto* copy = buttons->addButton(tr("Copy"), QDialogButtonBox::ActionRole);
    connect(copy, &QPushButton::clicked, text,
            [text] { QApplication::clipboard()->setText(text->toPlainText()); });
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(text, 1);
    layout->addWidget(buttons);
}

} // namespace gravin
