// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/copy_dialog.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QDialogButtonBox>
#include <QFontDatabase>
#include <QHeaderView>
#include <QLabel>
#include <QPlainTextEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QStackedWidget>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance CopyWidth(760);
constexpr Distance CopyHeight(560);
constexpr Distance NotesHeight(120);

QPlainTextEdit* readOnlyText(const char* name, const QString& says) {
    auto* text = new QPlainTextEdit;
    text->setObjectName(QLatin1String(name));
    text->setAccessibleName(says);
    text->setReadOnly(true);
    text->setTabChangesFocus(true);
    return text;
}

} // namespace

CopyDialog::CopyDialog(const ConnectionSpec& source, const ConnectionSpec& target, QWidget* parent)
    : QDialog(parent)
    , m_source(source)
    , m_target(target)
    , m_reader(startWorker(source, Session::Access::ReadOnly))
    , m_pages(new QStackedWidget)
    , m_statements(readOnlyText("copy-statements", tr("What will run")))
    , m_tables(new QTableWidget)
    , m_notes(readOnlyText("copy-notes", tr("What does not come along, or comes in another way")))
    , m_notesHead(new QLabel(tr("What does not come along, or comes in another way")))
    , m_state(new QLabel)
    , m_progress(new QProgressBar) {
    setObjectName(QStringLiteral("copy-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Copy %1 to %2").arg(m_source.shownName(), m_target.shownName()));
    resize(CopyWidth, CopyHeight);
    build();
    ask();
}

void CopyDialog::build() {
    m_statements->setFont(QFontDatabase::systemFont(QFontDatabase::FixedFont));
    m_statements->setLineWrapMode(QPlainTextEdit::NoWrap);
    m_notes->setFixedHeight(NotesHeight);
    m_state->setObjectName(QStringLiteral("copy-state"));
    m_state->setTextFormat(Qt::PlainText);
    m_state->setWordWrap(true);
    m_progress->setVisible(false);
    m_tables->setObjectName(QStringLiteral("copy-tables"));
    m_tables->setAccessibleName(tr("What was copied and read again"));
    m_tables->setColumnCount(3);
    m_tables->setHorizontalHeaderLabels(
        {tr("Table"), tr("Records"), tr("Checksum of all values, the same in both")});
    m_tables->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_tables->horizontalHeader()->setStretchLastSection(true);
    m_tables->verticalHeader()->hide();
    m_tables->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_tables->setSelectionBehavior(QAbstractItemView::SelectRows);
    m_pages->addWidget(m_statements);
    m_pages->addWidget(m_tables);

    auto* buttons = new QDialogButtonBox;
    m_run = buttons->addButton(tr("Copy"), QDialogButtonBox::ActionRole);
    m_run->setObjectName(QStringLiteral("copy-run"));
    m_run->setProperty("main", true);
    m_run->setAutoDefault(false);
    m_close = buttons->addButton(tr("Cancel"), QDialogButtonBox::RejectRole);
    m_close->setObjectName(QStringLiteral("copy-close"));
    connect(m_run, &QPushButton::clicked, this, &CopyDialog::run);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);

    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_pages, 1);
    layout->addWidget(m_notesHead);
    layout->addWidget(m_notes);
    layout->addWidget(m_progress);
    layout->addWidget(m_state);
    layout->addWidget(buttons);
}

void CopyDialog::say(const QString& text, const char* role) {
    setStyleProperty(m_state, "role", QLatin1String(role));
    m_state->setText(text);
}

void CopyDialog::ask() {
    m_run->setEnabled(false);
    say(tr("Looking at both databases…"), "faint");
    m_planning.run(
        m_reader.get(), this,
        [target = m_target](Session& session) { return planCopyTo(session, target); },
        [this](const Result<CopyPlan>& plan) {
            if (!plan) {
                say((plan.error().sentence + u' ' + plan.error().detail).trimmed(), "problem");
                return;
            }
            m_statements->setPlainText(plan->statements());
            m_notes->setPlainText(plan->notes.join(u'\n'));
            m_notes->setVisible(!plan->notes.isEmpty());
            m_notesHead->setVisible(!plan->notes.isEmpty());
            m_run->setEnabled(true);
            say(tr("%1 and their rows are copied and read again. All of it is there afterwards, or "
                   "nothing. The change log stays where it is.")
                    .arg(counted(plan->tables.size(), "table", "tables")),
                "faint");
        });
}

void CopyDialog::run() {
    if (m_isCopied) {
        Q_EMIT goesThere(m_target);
        accept();
        return;
    }
    m_run->setEnabled(false);
    m_close->setText(tr("Stop"));
    m_progress->setVisible(true);
    m_progress->setRange(0, 0);
    say(tr("Copying…"), "faint");
    m_copying.runInParts(
        m_reader.get(), this,
        [this, target = m_target](Session& session,
                                  const LatestJob<DatabaseCopied>::Meanwhile& meanwhile) {
            return copyTables(session, target,
                              [&](CopyStep step, const QString& table, qint64 records) {
                                  meanwhile.tell([this, step, table, records] {
                                      say((step == CopyStep::Copying ? tr("Copying %1: %2")
                                                                     : tr("Reading %1 again: %2"))
                                              .arg(table, countedRecords(records)),
                                          "faint");
                                  });
                                  return !meanwhile.isCancelled();
                              });
        },
        [this](const Result<DatabaseCopied>& copied) { finish(copied); });
}

// It may be done in this very moment; the answer says which.
void CopyDialog::reject() {
    if (!m_copying.isRunning()) {
        QDialog::reject();
        return;
    }
    m_copying.stop();
    m_close->setEnabled(false);
    say(tr("Stopping…"), "faint");
}

void CopyDialog::finish(const Result<DatabaseCopied>& copied) {
    m_progress->setVisible(false);
    m_close->setEnabled(true);
    m_close->setText(tr("Close"));
    m_run->setEnabled(true);
    if (copied)
        show(*copied);
    else
        say((copied.error().sentence + u' ' + copied.error().detail).trimmed(), "problem");
}

void CopyDialog::show(const DatabaseCopied& copied) {
    m_isCopied = true;
    m_run->setText(tr("Work there…"));
    m_tables->setRowCount(static_cast<int>(copied.tables.size()));
    for (int row = 0; row < m_tables->rowCount(); ++row) {
        const CopiedTable& table = copied.tables[row];
        m_tables->setItem(row, 0, new QTableWidgetItem(table.name));
        auto* records = new QTableWidgetItem(QLocale().toString(table.records));
        records->setTextAlignment(Qt::AlignRight | Qt::AlignVCenter);
        m_tables->setItem(row, 1, records);
        auto* checksum = new QTableWidgetItem(table.checksum);
        checksum->setFont(QFontDatabase::systemFont(QFontDatabase::FixedFont));
        m_tables->setItem(row, 2, checksum);
    }
    m_pages->setCurrentWidget(m_tables);
    m_notes->setPlainText(copied.notes.join(u'\n'));
    m_notes->setVisible(!copied.notes.isEmpty());
    m_notesHead->setVisible(!copied.notes.isEmpty());
    say(tr("%1 are there, and the same as here. Work there compares the project with them; nothing "
           "of it changes before you say so.")
            .arg(counted(copied.tables.size(), "table", "tables")),
        "");
    m_run->setFocus();
}

} // namespace gravin
