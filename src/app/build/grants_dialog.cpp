// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/grants_dialog.h"

#include "app/look/theme.h"
#include "core/base/whole_file.h"

#include <QApplication>
#include <QClipboard>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance GrantsWidth(820);
constexpr Distance GrantsHeight(560);
} // namespace

GrantsDialog::GrantsDialog(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_text(new QPlainTextEdit)
    , m_notes(new QLabel)
    , m_copy(nullptr)
    , m_keep(nullptr) {
    setObjectName(QStringLiteral("grants"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Grants"));
    resize(GrantsWidth, GrantsHeight);
    auto* about = new QLabel(
        tr("With these statements the server holds its accounts to the project's roles, whatever "
           "program they use, and protects the change log. Read them; somebody who may runs them "
           "with the server's own program. They can be run again when roles have changed."));
    about->setWordWrap(true);
    m_text->setObjectName(QStringLiteral("grants-text"));
    m_text->setAccessibleName(windowTitle());
    m_text->setReadOnly(true);
    m_text->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_text->setFont(Theme::instance().monospace());
    m_notes->setObjectName(QStringLiteral("grants-notes"));
    m_notes->setWordWrap(true);
    m_notes->setTextFormat(Qt::PlainText);
    auto* buttons = new QDialogButtonBox;
    m_copy = buttons->addButton(tr("Copy"), QDialogButtonBox::ActionRole);
    m_keep = buttons->addButton(tr("Keep as a file…"), QDialogButtonBox::ActionRole);
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    for (QPushButton* button : {m_copy, m_keep})
        button->setEnabled(false);
    connect(m_copy, &QPushButton::clicked, m_text,
            [this] { QApplication::clipboard()->setText(m_text->toPlainText()); });
    connect(m_keep, &QPushButton::clicked, this, &GrantsDialog::keep);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(about);
    layout->addWidget(m_text, 1);
    layout->addWidget(m_notes);
    layout->addWidget(buttons);
    m_notes->setText(tr("Asking the database…"));
    const auto catalog = std::make_shared<const Catalog>(workspace->database()->catalog());
    workspace->database()->reader()->run<Grants>(
        this,
        [catalog, project = workspace->project()](Session& session) {
            return grantsOf(project, *catalog, session);
        },
        [this](const Result<Grants>& grants) { show(grants); });
}

void GrantsDialog::show(const Result<Grants>& grants) {
    if (!grants) {
        m_notes->setText(grants.error().sentence);
        return;
    }
    m_text->setPlainText(grants->script(m_workspace->project().connection.engine));
    m_notes->setText(grants->notes.join(u'\n'));
    m_notes->setVisible(!grants->notes.isEmpty());
    for (QPushButton* button : {m_copy, m_keep})
        button->setEnabled(true);
}

void GrantsDialog::keep() {
    const QString path = QFileDialog::getSaveFileName(
        this, windowTitle(), QStringLiteral("grants.sql"), tr("SQL (*.sql)"));
    if (path.isEmpty())
        return;
    const Status kept = writeWholeFile(path, m_text->toPlainText().toUtf8());
    m_notes->setText(kept ? tr("Kept as %1.").arg(path) : kept.error().sentence);
    m_notes->show();
}

} // namespace gravin
