// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/query_source_dialog.h"

#include "app/look/theme.h"
#include "app/sources/parameter_table.h"
#include "core/base/text.h"
#include "core/fitting/query_source.h"
#include "core/records/table_reader.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int AskAfterMilliseconds = 350;
constexpr int SelectLines = 7;

enum Place { SourceNameColumn, TypeColumn, ChangeColumn, SourceColumnCount };

} // namespace

QuerySourceDialog::QuerySourceDialog(Workspace* workspace, const QString& name, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_former(name)
    , m_name(new QLineEdit(name))
    , m_select(new QPlainTextEdit)
    , m_functions(new QPushButton(tr("From a function")))
    , m_parameters(new ParameterTable)
    , m_base(new QComboBox)
    , m_columns(new QTableWidget(0, SourceColumnCount))
    , m_state(new QLabel)
    , m_take(new QPushButton)
    , m_worker(startWorker(workspace->project().connection, Session::Access::ReadOnly)) {
    setObjectName(QStringLiteral("query-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(name.isEmpty() ? tr("New SELECT") : tr("Source %1").arg(name));
    resize(760, 600);
    nameParts();
    m_take->setObjectName(QStringLiteral("query-take"));
    m_take->setText(name.isEmpty() ? tr("Add as a source") : tr("Use this SELECT"));
    m_take->setProperty("main", true);
    m_take->setDefault(true);
    auto* cancel = new QPushButton(tr("Cancel"));

    auto* form = new QFormLayout;
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("SELECT"), m_select);
    form->addRow(tr("Asks for"), m_parameters);
    form->addRow(tr("Its rows are"), m_base);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_take);
    buttons->addWidget(cancel);
    buttons->addStretch();
    buttons->addWidget(m_functions);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(m_state);
    layout->addWidget(m_columns, 1);
    layout->addLayout(buttons);

    m_askSoon.setSingleShot(true);
    m_askSoon.setInterval(AskAfterMilliseconds);
    connect(&m_askSoon, &QTimer::timeout, this, &QuerySourceDialog::ask);
    const auto edited = [this] {
        m_question.cancel();
        m_described.reset();
        m_take->setEnabled(false);
        m_askSoon.start();
    };
    connect(m_name, &QLineEdit::textChanged, this, edited);
    connect(m_select, &QPlainTextEdit::textChanged, this, [this, edited, form] {
        followParameters(form);
        edited();
    });
    connect(m_parameters, &ParameterTable::edited, this, edited);
    connect(m_base, &QComboBox::currentIndexChanged, this, edited);
    connect(m_take, &QPushButton::clicked, this, &QuerySourceDialog::take);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    m_take->setEnabled(false);
    followParameters(form);
    ask();
}

QuerySourceDialog::~QuerySourceDialog() = default;

void QuerySourceDialog::nameParts() {
    m_name->setObjectName(QStringLiteral("query-name"));
    m_name->setPlaceholderText(tr("for example aids_due"));
    m_select->setObjectName(QStringLiteral("query-select"));
    m_select->setAccessibleName(tr("SELECT"));
    m_select->setFont(Theme::instance().monospace());
    m_select->setTabChangesFocus(true);
    m_select->setFixedHeight(QFontMetrics(m_select->font()).lineSpacing() * SelectLines +
                             space::Pad);
    m_functions->setObjectName(QStringLiteral("query-functions"));
    m_functions->setAutoDefault(false);
    offerFunctions();
    m_base->setObjectName(QStringLiteral("query-base"));
    m_base->addItem(tr("only shown, never changed"), QString());
    for (const Table& table : m_workspace->catalog().tables) {
        if (!table.isQuery() && table.readOnlyReason().isEmpty())
            m_base->addItem(tr("records of %1, which can be changed").arg(table.name), table.name);
    }
    if (const QuerySource* known = m_workspace->project().source(m_former)) {
        m_select->setPlainText(known->select);
        m_parameters->setParameters(known->parameters);
        m_base->setCurrentIndex(std::max(0, m_base->findData(known->table)));
    }
    m_columns->setObjectName(QStringLiteral("query-columns"));
    m_columns->setAccessibleName(tr("Columns"));
    m_columns->setHorizontalHeaderLabels({tr("Column"), tr("Type"), tr("Can be changed")});
    m_columns->horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    m_columns->horizontalHeader()->setStretchLastSection(true);
    m_columns->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_columns->verticalHeader()->hide();
    m_columns->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_columns->setTabKeyNavigation(false);
    m_columns->setSelectionMode(QAbstractItemView::NoSelection);
    m_state->setObjectName(QStringLiteral("query-state"));
    m_state->setTextFormat(Qt::PlainText);
    m_state->setWordWrap(true);
    m_state->setMinimumHeight(QFontMetrics(m_state->font()).lineSpacing() * 2);
    m_state->setAlignment(Qt::AlignLeft | Qt::AlignTop);
}

// Functions that give rows, each as the SELECT that asks for what it takes.
void QuerySourceDialog::offerFunctions() {
    auto* menu = new QMenu(m_functions);
    const auto dialect = dialectFor(m_workspace->project().connection);
    for (const Routine& routine : m_workspace->catalog().routines) {
        if (!routine.answersRows || !routine.mayCall)
            continue;
        QAction* action = menu->addAction(routine.described());
        connect(action, &QAction::triggered, this, [this, from = sourceFrom(routine, *dialect)] {
            m_parameters->setParameters(from.parameters);
            m_select->setPlainText(from.select);
        });
    }
    m_functions->setMenu(menu);
    m_functions->setVisible(!menu->isEmpty());
}

// What the SELECT asks for now; the rows are there only while it asks.
void QuerySourceDialog::followParameters(QFormLayout* form) {
    QuerySource asking = source();
    const QList<SourceParameter> parameters =
        parametersOf(asking, m_workspace->project().connection.engine);
    m_parameters->setParameters(parameters);
    form->setRowVisible(m_parameters, !parameters.isEmpty());
}

QuerySource QuerySourceDialog::source() const {
    QString select = m_select->toPlainText().trimmed();
    while (select.endsWith(u';'))
        select = select.chopped(1).trimmed();
    return {m_name->text().trimmed(), select, m_base->currentData().toString(),
            m_parameters->parameters()};
}

void QuerySourceDialog::ask() {
    m_question.cancel();
    const QuerySource wanted = source();
    if (wanted.name != m_former && m_workspace->project().source(wanted.name)) {
        setAnswer(Error{ErrorKind::Usage, tr("There is a SELECT %1 already.").arg(wanted.name)});
        return;
    }
    m_question.run(
        m_worker.get(), this,
        [wanted, catalog = m_workspace->catalog()](Session& session) -> Result<Answer> {
            auto table = describeSource(session, catalog, wanted);
            if (!table)
                return table.error();
            Answer answer{*table, {}, {}};
            if (Status fits = verifySource(session, catalog, *table); !fits) {
                if (fits.error().kind != ErrorKind::Refused)
                    return fits.error();
                answer.unfit = fits.error();
            }
            auto count = TableReader(session, *table).count();
            if (!count)
                return count.error();
            answer.rows = countedRecords(*count);
            return answer;
        },
        [this](const Result<Answer>& answer) { setAnswer(answer); });
}

void QuerySourceDialog::setAnswer(const Result<Answer>& answer) {
    const bool fits = answer && !answer->unfit;
    m_described.reset();
    if (fits)
        m_described = answer->table;
    m_take->setEnabled(fits);
    fillColumns(answer ? answer->table : Table{});
    QString text;
    if (!answer)
        text = answer.error().detail.isEmpty()
                   ? answer.error().sentence
                   : answer.error().sentence + u'\n' + answer.error().detail;
    else if (answer->unfit)
        text = answer->unfit->sentence;
    else if (answer->table.base.isEmpty())
        text =
            tr("%1. They can only be read: name the table whose records they are to change them.")
                .arg(answer->rows);
    else
        text = tr("%1, each of them one of %2: verified.").arg(answer->rows, answer->table.base);
    // Nothing typed yet is no mistake.
    const bool begun = !m_select->toPlainText().trimmed().isEmpty();
    setStyleProperty(m_state, "role", fits || !begun ? "faint" : "problem");
    m_state->setText(text);
}

void QuerySourceDialog::fillColumns(const Table& table) {
    m_columns->setRowCount(static_cast<int>(table.columns.size()));
    for (int row = 0; row < m_columns->rowCount(); ++row) {
        const Column& column = table.columns[row];
        const QString change =
            table.base.isEmpty() || column.computed ? tr("no") : tr("yes, in %1").arg(table.base);
        const QString name =
            table.key.contains(column.name) ? tr("%1 (key)").arg(column.name) : column.name;
        m_columns->setItem(row, SourceNameColumn, new QTableWidgetItem(name));
        m_columns->setItem(row, TypeColumn, new QTableWidgetItem(describe(column.type)));
        m_columns->setItem(row, ChangeColumn, new QTableWidgetItem(change));
    }
}

void QuerySourceDialog::take() {
    if (!m_described)
        return;
    const QuerySource taken = source();
    m_workspace->document()->putSource(m_former, taken, *m_described);
    Q_EMIT made(taken.name);
    accept();
}

} // namespace gravin
