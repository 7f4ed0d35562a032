// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/new_screens_page.h"

#include "app/look/arrangement_picture.h"
#include "app/sources/query_source_dialog.h"

#include "app/look/notice_line.h"
#include "app/look/theme.h"
#include "app/use/open_edits.h"
#include "app/use/screen_page.h"
#include "core/base/text.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/records/table_reader.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPushButton>
#include <QRadioButton>
#include <QScrollArea>
#include <QScrollBar>
#include <QTreeWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance TablesWidth(330);
constexpr QSize PictureSize(104, 54);

enum TableColumn { NameColumn, RowsColumn, KeyColumn, ColumnCount };

QString relationsOf(const Catalog& catalog, const Table& table) {
    QStringList to;
    for (const ForeignKey& reference : table.foreignKeys)
        to += reference.table;
    QStringList from;
    for (const auto& [child, reference] : catalog.referencesTo(table.name))
        from += child->name;
    to.removeDuplicates();
    from.removeDuplicates();
    QStringList lines;
    if (!to.isEmpty())
        lines += NewScreensPage::tr("refers to %1").arg(to.join(QStringLiteral(", ")));
    if (!from.isEmpty())
        lines += NewScreensPage::tr("referred to by %1").arg(from.join(QStringLiteral(", ")));
    return lines.join(QStringLiteral("; "));
}

} // namespace

NewScreensPage::NewScreensPage(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_narrow(new QLineEdit)
    , m_tables(new QTreeWidget)
    , m_arrangements(new QButtonGroup(this))
    , m_previewPlace(new QWidget)
    , m_previewNote(new QLabel)
    , m_create(new QPushButton)
    , m_reason(new QLabel)
    , m_notice(new NoticeLine)
    , m_counter(startWorker(workspace->project().connection, Session::Access::ReadOnly)) {
    setObjectName(QStringLiteral("new-screens-page"));
    auto* title = new QLabel(tr("New screens"));
    title->setProperty("role", "title");
    m_reason->setProperty("role", "faint");
    m_reason->setObjectName(QStringLiteral("new-screens-reason"));
    m_create->setObjectName(QStringLiteral("make-screens"));
    m_create->setProperty("main", true);
    m_create->setAutoDefault(true);
    auto* back = new QPushButton(tr("Back"));
    back->setObjectName(QStringLiteral("cancel-screens"));
    m_previewNote->setProperty("role", "faint");
    m_previewNote->setTextFormat(Qt::PlainText);
    m_previewNote->setWordWrap(true);

    arrange(title, back);
    connect(m_create, &QPushButton::clicked, this, &NewScreensPage::create);
    connect(back, &QPushButton::clicked, this, &NewScreensPage::cancelled);
    connect(workspace->database(), &Database::catalogChanged, this, &NewScreensPage::fillTables);
    fillTables();
    refresh();
}

NewScreensPage::~NewScreensPage() { clearPreview(); }

void NewScreensPage::arrange(QWidget* title, QWidget* back) {
    auto* previewColumn = new QVBoxLayout(m_previewPlace);
    previewColumn->setContentsMargins(0, 0, 0, 0);
    previewColumn->addWidget(m_previewNote);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(space::Pad);
    columns->addWidget(makeTables());
    columns->addWidget(makeArrangements());
    auto* preview = new QScrollArea; // a narrow window shows a part of it
    preview->setWidgetResizable(true);
    preview->setFrameShape(QFrame::NoFrame);
    preview->setWidget(m_previewPlace);
    columns->addWidget(preview, 1);
    auto* head = new QHBoxLayout;
    head->addWidget(title);
    head->addStretch();
    head->addWidget(m_reason);
    head->addWidget(m_create);
    head->addWidget(back);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(space::Pad, space::Pad, space::Pad, space::Pad);
    layout->addLayout(head);
    layout->addWidget(m_notice);
    layout->addLayout(columns, 1);
    // What is made comes before the preview, in whose list Tab goes from cell to cell.
    setTabOrder(m_arrangements->buttons().last(), m_create);
    setTabOrder(m_create, back);
    setTabOrder(back, preview);
}

QWidget* NewScreensPage::makeTables() {
    m_narrow->setObjectName(QStringLiteral("narrow-tables"));
    m_narrow->setPlaceholderText(tr("Narrow by name"));
    m_narrow->setClearButtonEnabled(true);
    m_tables->setObjectName(QStringLiteral("tables"));
    m_tables->setAccessibleName(tr("Tables"));
    m_tables->setColumnCount(ColumnCount);
    m_tables->setHeaderLabels({tr("Table"), tr("Rows"), tr("Key")});
    m_tables->setRootIsDecorated(false);
    m_tables->setUniformRowHeights(true);
    m_tables->header()->setSectionResizeMode(NameColumn, QHeaderView::Stretch);
    m_tables->header()->setSectionResizeMode(RowsColumn, QHeaderView::ResizeToContents);
    m_tables->header()->setStretchLastSection(false);
    auto* part = new QWidget;
    part->setFixedWidth(TablesWidth);
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_narrow);
    layout->addWidget(m_tables, 1);
    auto* newTable = new QPushButton(tr("New table…"));
    newTable->setObjectName(QStringLiteral("new-table"));
    const QString reason = m_workspace->document()->reasonAgainstNewTable();
    newTable->setEnabled(reason.isEmpty());
    newTable->setToolTip(reason);
    auto* newQuery = new QPushButton(tr("New SELECT…"));
    newQuery->setObjectName(QStringLiteral("new-query"));
    newQuery->setToolTip(tr("Show what a SELECT of your own answers, like a table."));
    m_editQuery = new QPushButton(tr("Edit…"));
    m_editQuery->setObjectName(QStringLiteral("edit-query"));
    m_removeQuery = new QPushButton(tr("Remove"));
    m_removeQuery->setObjectName(QStringLiteral("remove-query"));
    auto* makers = new QHBoxLayout;
    for (QPushButton* button : {newTable, newQuery, m_editQuery, m_removeQuery})
        makers->addWidget(button);
    makers->addStretch();
    layout->addLayout(makers);
    connect(newTable, &QPushButton::clicked, this, &NewScreensPage::newTableRequested);
    connect(newQuery, &QPushButton::clicked, this, [this] { editQuery({}); });
    connect(m_editQuery, &QPushButton::clicked, this, [this] { editQuery(currentTable()); });
    connect(m_removeQuery, &QPushButton::clicked, this,
            [this] { m_workspace->document()->removeSource(currentTable()); });
    connect(m_narrow, &QLineEdit::textChanged, this, &NewScreensPage::narrow);
    connect(m_tables, &QTreeWidget::itemChanged, this, &NewScreensPage::refresh);
    connect(m_tables, &QTreeWidget::itemActivated, this, [this] {
        if (m_create->isEnabled())
            create();
    });
    connect(m_tables, &QTreeWidget::currentItemChanged, this, [this] {
        refresh();
        showPreview();
    });
    return part;
}

QWidget* NewScreensPage::makeArrangements() {
    auto* part = new QWidget;
    auto* layout = new QVBoxLayout(part);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    for (const Arrangement arrangement : allArrangements()) {
        const QString text = arrangementLabel(arrangement);
        auto* choice = new QRadioButton(text);
        choice->setObjectName(QStringLiteral("arrangement-") + arrangementName(arrangement));
        auto* picture = new QPushButton;
        picture->setIcon(arrangementPicture(arrangement, PictureSize));
        picture->setIconSize(PictureSize);
        picture->setFlat(true);
        picture->setFocusPolicy(Qt::NoFocus); // the words beside it take the keyboard
        picture->setAccessibleName(text);
        connect(picture, &QPushButton::clicked, choice, &QRadioButton::click);
        connect(&Theme::instance(), &Theme::changed, picture, [picture, arrangement] {
            picture->setIcon(arrangementPicture(arrangement, PictureSize));
        });
        m_arrangements->addButton(choice, static_cast<int>(arrangement));
        layout->addWidget(picture, 0, Qt::AlignLeft);
        layout->addWidget(choice);
        layout->addSpacing(6);
    }
    layout->addStretch();
    m_arrangements->button(static_cast<int>(Arrangement::GridForm))->setChecked(true);
    connect(m_arrangements, &QButtonGroup::idClicked, this, &NewScreensPage::showPreview);
    // Where the window is low they are scrolled; it does not grow for them.
    auto* area = new QScrollArea;
    area->setFrameShape(QFrame::NoFrame);
    area->setWidget(part);
    area->setWidgetResizable(true);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setMinimumWidth(part->sizeHint().width() + area->verticalScrollBar()->sizeHint().width());
    return area;
}

void NewScreensPage::fillTables() {
    const QStringList marked = markedTables();
    const QString current = currentTable();
    const QSignalBlocker quiet(m_tables);
    m_tables->clear();
    const Catalog& catalog = m_workspace->catalog();
    for (const Table& table : catalog.tables) {
        auto* item = new QTreeWidgetItem(m_tables);
        item->setText(NameColumn, table.isView()    ? tr("%1 (view)").arg(table.name)
                                  : table.isQuery() ? tr("%1 (SELECT)").arg(table.name)
                                                    : table.name);
        item->setData(NameColumn, Qt::UserRole, table.name);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(NameColumn, marked.contains(table.name) ? Qt::Checked : Qt::Unchecked);
        if (table.name == current)
            m_tables->setCurrentItem(item);
        item->setTextAlignment(RowsColumn, Qt::AlignRight | Qt::AlignVCenter);
        const QString readOnly = table.readOnlyReason();
        item->setText(KeyColumn,
                      readOnly.isEmpty() ? table.key.join(QStringLiteral(", ")) : tr("read only"));
        item->setToolTip(KeyColumn, readOnly);
        const QStringList about{table.comment, relationsOf(catalog, table)};
        item->setToolTip(NameColumn, QStringList(about).join(u'\n').trimmed());
    }
    narrow(m_narrow->text());
    countRows();
    if (currentTable() != current)
        showPreview();
    refresh();
}

void NewScreensPage::chooseTable(const QString& name) {
    for (int row = 0; row < m_tables->topLevelItemCount(); ++row) {
        QTreeWidgetItem* item = m_tables->topLevelItem(row);
        if (item->data(NameColumn, Qt::UserRole).toString() == name)
            m_tables->setCurrentItem(item);
    }
    m_tables->setFocus(Qt::OtherFocusReason);
}

void NewScreensPage::say(const Notice& notice) { m_notice->setNotice(notice); }

void NewScreensPage::editQuery(const QString& name) {
    auto* dialog = new QuerySourceDialog(m_workspace, name, this);
    connect(dialog, &QuerySourceDialog::made, this, [this](const QString& made) {
        chooseTable(made);
        showPreview();
    });
    dialog->open();
}

void NewScreensPage::countRows() {
    m_counting.runInParts(
        m_counter.get(), this,
        [this, tables = m_workspace->catalog().tables](Session& session,
                                                       const auto& meanwhile) -> Status {
            for (qsizetype row = 0; row < tables.size() && !meanwhile.isCancelled(); ++row) {
                const auto count = TableReader(session, tables[row]).count();
                // A table that cannot be counted says so when it is shown.
                const QString text = count ? QLocale().toString(*count) : QStringLiteral("–");
                meanwhile.tell([this, row, text] {
                    m_tables->topLevelItem(static_cast<int>(row))->setText(RowsColumn, text);
                });
            }
            return ok();
        },
        [](const Status&) {});
}

void NewScreensPage::narrow(const QString& text) {
    for (int row = 0; row < m_tables->topLevelItemCount(); ++row) {
        QTreeWidgetItem* item = m_tables->topLevelItem(row);
        item->setHidden(!item->text(NameColumn).contains(text.trimmed(), Qt::CaseInsensitive));
    }
}

QStringList NewScreensPage::markedTables() const {
    QStringList marked;
    for (int row = 0; row < m_tables->topLevelItemCount(); ++row) {
        const QTreeWidgetItem* item = m_tables->topLevelItem(row);
        if (item->checkState(NameColumn) == Qt::Checked)
            marked += item->data(NameColumn, Qt::UserRole).toString();
    }
    return marked;
}

QStringList NewScreensPage::chosenTables() const {
    QStringList chosen = markedTables();
    // Without any mark, the table one looks at is meant.
    if (chosen.isEmpty() && !currentTable().isEmpty())
        chosen += currentTable();
    return chosen;
}

QString NewScreensPage::currentTable() const {
    const QTreeWidgetItem* item = m_tables->currentItem();
    return item ? item->data(NameColumn, Qt::UserRole).toString() : QString();
}

Arrangement NewScreensPage::arrangement() const {
    return static_cast<Arrangement>(m_arrangements->checkedId());
}

void NewScreensPage::clearPreview() {
    delete m_preview;
    m_preview = nullptr;
    m_previewEdits.reset();
    m_previewed.reset();
}

void NewScreensPage::showPreview() {
    clearPreview();
    const Table* table = m_workspace->catalog().table(currentTable());
    if (!table)
        return;
    // With the labels and editors that the project has already, but without any way to write.
    Project project = m_workspace->project();
    project.screens.clear();
    const QString id = addGeneratedScreen(project, m_workspace->catalog(), *table, arrangement());
    for (Screen& screen : project.screens)
        screen.allowed = {false, false, false};
    m_previewed = std::make_shared<Workspace>(
        QString(), project, std::make_shared<const Catalog>(m_workspace->catalog()),
        startWorker(project.connection, Session::Access::ReadOnly));
    m_previewEdits = std::make_unique<OpenEdits>(m_previewed.get(), this);
    m_preview = new ScreenPage(m_previewed.get(), id, m_previewEdits.get());
    connect(m_previewed->notices(), &Notices::said, m_preview, &ScreenPage::showNotice);
    m_previewPlace->layout()->addWidget(m_preview);
}

void NewScreensPage::refresh() {
    const auto count = chosenTables().size();
    m_create->setEnabled(count > 0);
    const QuerySource* query = m_workspace->project().source(currentTable());
    const auto& screens = m_workspace->project().screens;
    const bool isUsed = std::any_of(screens.begin(), screens.end(), [&](const Screen& screen) {
        return screen.table == currentTable();
    });
    m_editQuery->setVisible(query);
    m_removeQuery->setVisible(query);
    m_removeQuery->setEnabled(!isUsed);
    m_removeQuery->setToolTip(isUsed ? tr("A screen shows it.") : QString());
    m_create->setText(count > 1 ? tr("Create %1 screens").arg(QLocale().toString(count))
                                : tr("Create screen"));
    m_reason->setText(m_tables->topLevelItemCount() == 0
                          ? tr("The database has no tables yet. Make one with “New table…”.")
                      : count == 0 ? tr("Choose a table on the left.")
                                   : QString());
    const Table* current = m_workspace->catalog().table(currentTable());
    QStringList read = current ? readFromCatalog(m_workspace->catalog(), *current) : QStringList();
    m_previewNote->setToolTip(read.join(u'\n'));
    constexpr qsizetype MostSaid = 4;
    if (read.size() > MostSaid) {
        const qsizetype more = read.size() - MostSaid;
        read = read.mid(0, MostSaid);
        read += tr("%1 more").arg(more);
    }
    m_previewNote->setText(count == 0 ? tr("Here stands the screen as it will be, with the rows of "
                                           "its table. Mark several tables to make a screen for "
                                           "each.")
                           : read.isEmpty()
                               ? tr("As it will be. Here it can only be looked at.")
                               : tr("As it will be. Here it can only be looked at. Read from the "
                                    "database: %1.")
                                     .arg(read.join(QStringLiteral("; "))));
}

void NewScreensPage::create() {
    Q_EMIT made(m_workspace->document()->addScreens(chosenTables(), arrangement()));
}

void NewScreensPage::focusTables() {
    if (!m_tables->currentItem() && m_tables->topLevelItemCount() > 0)
        m_tables->setCurrentItem(m_tables->topLevelItem(0));
    m_tables->setFocus(Qt::OtherFocusReason);
}

} // namespace gravin
