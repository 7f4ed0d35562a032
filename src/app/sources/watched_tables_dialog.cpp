// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/watched_tables_dialog.h"

#include "app/look/deliberate_button.h"
#include "app/look/theme.h"
#include "core/changes/watch/table_watching.h"

#include <QDialogButtonBox>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {
constexpr Distance Width(640);
constexpr Distance Height(600);
constexpr Distance StatementsHeight(130);
constexpr Distance WatchedRowHeight(26);
constexpr Distance NameWidth(240);

QLabel* faintText(const QString& text) {
    auto* label = new QLabel(text);
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    label->setProperty("role", "faint");
    return label;
}
} // namespace

WatchedTablesDialog::WatchedTablesDialog(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_tables(new QTreeWidget)
    , m_statements(new QPlainTextEdit)
    , m_reason(faintText({})) {
    setObjectName(QStringLiteral("watched-tables"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Watched tables"));
    resize(Width, Height);
    m_tables->setObjectName(QStringLiteral("watched-list"));
    m_tables->setHeaderLabels({tr("Table"), tr("Now")});
    m_tables->setRootIsDecorated(false);
    m_statements->setObjectName(QStringLiteral("watched-statements"));
    m_statements->setAccessibleName(tr("What will run"));
    m_statements->setReadOnly(true);
    m_statements->setTabChangesFocus(true);
    m_statements->setFont(Theme::instance().monospace());
    m_statements->setFixedHeight(StatementsHeight);
    m_reason->setObjectName(QStringLiteral("watched-reason"));
    auto* about = new QLabel(tr("Of a watched table the database itself writes down every change: "
                                "what other programs and triggers do is in the change log then, "
                                "can be looked back to and rolled back."));
    about->setWordWrap(true);
    const Engine engine = workspace->project().connection.engine;
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(about);
    layout->addWidget(m_tables, 1);
    layout->addWidget(new QLabel(tr("What it brings")));
    for (const QString& sentence : TableWatching::consequences(engine))
        layout->addWidget(faintText(QStringLiteral("• ") + sentence));
    layout->addWidget(new QLabel(tr("What will run")));
    layout->addWidget(m_statements);
    layout->addWidget(m_reason);
    layout->addWidget(makeButtons());
    makeDeliberate(this, m_watch);
    addTables();
    connect(m_tables, &QTreeWidget::itemChanged, this, &WatchedTablesDialog::refresh);
    refresh();
}

QWidget* WatchedTablesDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    auto* all = buttons->addButton(tr("Tick all"), QDialogButtonBox::ResetRole);
    all->setObjectName(QStringLiteral("watched-all"));
    connect(all, &QPushButton::clicked, this, [this] {
        for (int i = 0; i < m_tables->topLevelItemCount(); ++i) {
            QTreeWidgetItem* item = m_tables->topLevelItem(i);
            if ((item->flags() & Qt::ItemIsUserCheckable) != 0)
                item->setCheckState(0, Qt::Checked);
        }
    });
    m_watch = buttons->addButton(tr("Watch what is ticked"), QDialogButtonBox::ActionRole);
    m_watch->setObjectName(QStringLiteral("watched-apply"));
    m_watch->setProperty("main", true);
    connect(m_watch, &QPushButton::clicked, this, &WatchedTablesDialog::watch);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    return buttons;
}

void WatchedTablesDialog::addTables() {
    const auto dialect = dialectFor(m_workspace->project().connection);
    for (const Table& table : m_workspace->catalog().tables) {
        if (table.kind != Table::Kind::Table)
            continue;
        const WatchState state = watchStateOf(*dialect, table);
        const QString reason = dialect->tableWatch().reasonAgainst(table);
        const QString now = state == WatchState::Outgrown
                                ? tr("its columns are others now: it is watched anew")
                            : state == WatchState::On ? tr("watched")
                                                      : reason;
        auto* item = new QTreeWidgetItem({table.name, now});
        item->setSizeHint(0, QSize(0, WatchedRowHeight));
        const bool isTicked = state != WatchState::Off;
        item->setCheckState(0, isTicked ? Qt::Checked : Qt::Unchecked);
        if (!isTicked && !reason.isEmpty())
            item->setFlags(item->flags() & ~(Qt::ItemIsEnabled | Qt::ItemIsUserCheckable));
        m_tables->addTopLevelItem(item);
    }
    m_tables->setColumnWidth(0, NameWidth);
    m_tables->setCurrentItem(m_tables->topLevelItem(0));
}

QStringList WatchedTablesDialog::named(bool isTicked) const {
    QStringList names;
    for (int i = 0; i < m_tables->topLevelItemCount(); ++i) {
        const QTreeWidgetItem* item = m_tables->topLevelItem(i);
        if ((item->checkState(0) == Qt::Checked) == isTicked)
            names += item->text(0);
    }
    return names;
}

QStringList WatchedTablesDialog::toWatch() const {
    const auto dialect = dialectFor(m_workspace->project().connection);
    QStringList names = named(true);
    names.removeIf([&](const QString& name) {
        const Table* table = m_workspace->catalog().table(name);
        return !table || watchStateOf(*dialect, *table) == WatchState::On;
    });
    return names;
}

QStringList WatchedTablesDialog::notToWatch() const {
    QStringList names = named(false);
    names.removeIf([&](const QString& name) {
        const Table* table = m_workspace->catalog().table(name);
        return !table || table->watchers.isEmpty();
    });
    return names;
}

void WatchedTablesDialog::refresh() {
    const QStringList watched = toWatch();
    const QStringList notWatched = notToWatch();
    m_watch->setEnabled(false);
    QString reason;
    if (!m_workspace->project().connection.changeLog)
        reason = tr("This project keeps no change log in its database.");
    else if (watched.isEmpty() && notWatched.isEmpty())
        reason = tr("Tick a table to have it watched, untick one to end it.");
    setStyleProperty(m_reason, "role", "faint");
    m_reason->setText(reason);
    m_watch->setToolTip(reason);
    if (!reason.isEmpty()) {
        m_question.cancel();
        m_statements->clear();
        return;
    }
    m_question.run(
        m_workspace->database()->reader(), this,
        [watched, notWatched, catalog = m_workspace->database()->sharedCatalog()](
            Session& session) -> Result<QStringList> {
            TableWatching watching(session, *catalog);
            auto ended = watching.statements(notWatched, false);
            auto begun = watched.isEmpty() ? Result<QStringList>(QStringList())
                                           : watching.statements(watched, true);
            if (!ended || !begun)
                return ended ? begun : ended;
            return *ended + *begun;
        },
        [this](const Result<QStringList>& statements) { showStatements(statements); });
}

void WatchedTablesDialog::showStatements(const Result<QStringList>& statements) {
    if (!statements) {
        setStyleProperty(m_reason, "role", "problem");
        m_reason->setText(statements.error().sentence);
        m_statements->clear();
        return;
    }
    m_statements->setPlainText(statements->join(QStringLiteral(";\n")) + u';');
    m_watch->setEnabled(!m_isRunning);
}

void WatchedTablesDialog::watch() {
    m_isRunning = true;
    m_watch->setEnabled(false);
    m_tables->setEnabled(false);
    setStyleProperty(m_reason, "role", "faint");
    m_reason->setText(tr("Working…"));
    m_workspace->writing()->watch(
        toWatch(), notToWatch(), this, [this](const Result<QString>& said) {
            m_isRunning = false;
            if (said) {
                m_workspace->notices()->done(*said);
                accept();
                return;
            }
            m_tables->setEnabled(true);
            m_watch->setEnabled(true);
            setStyleProperty(m_reason, "role", "problem");
            m_reason->setText((said.error().sentence + u' ' + said.error().detail).trimmed());
        });
}

} // namespace gravin
