// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/connection_page.h"

#include "app/connect/connection_form.h"
#include "app/connect/copy_dialog.h"
#include "app/connect/form_parts.h"
#include "app/connect/secret_keeper.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/database/own_access.h"
#include "core/database/secrets.h"
#include "core/project/known_access.h"
#include "session/project_creation.h"

#include <QCheckBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

using namespace form_parts;

namespace {

constexpr Distance FieldsWidth(560);
constexpr Distance AnswerWidth(380);

} // namespace

ConnectionPage::ConnectionPage(QWidget* parent)
    : QWidget(parent)
    , m_form(new ConnectionForm)
    , m_title(new QLabel)
    , m_state(textLabel({}, "faint"))
    , m_detail(textLabel({}, "faint"))
    , m_reason(textLabel({}, "faint")) {
    setObjectName(QStringLiteral("connection-page"));
    m_title->setProperty("role", "title");
    m_state->setObjectName(QStringLiteral("connection-answer"));
    m_reason->setObjectName(QStringLiteral("create-reason"));
    m_detail->setTextInteractionFlags(Qt::TextSelectableByMouse | Qt::TextSelectableByKeyboard);
    buildFields();
    startNew();
}

ConnectionPage::~ConnectionPage() = default;

void ConnectionPage::buildFields() {
    auto* fields = new QWidget;
    fields->setFixedWidth(FieldsWidth);
    auto* column = new QVBoxLayout(fields);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(16);
    column->addWidget(m_title);

    column->addWidget(m_form);
    m_projectPart = projectFields();
    column->addWidget(m_projectPart);

    m_test = button("test-connection", tr("Test connection"));
    m_create = button("create-project", tr("Create project"));
    m_stop = button("stop-test", tr("Stop"));
    m_create->setProperty("main", true);
    m_copy = button("copy-there", tr("Copy the tables there…"));
    m_copy->setToolTip(tr("Tables, keys, references, indexes and rows of the project's database, "
                          "into one that has none of them"));
    auto* cancel = button("cancel-connection", tr("Back"));
    auto* buttons = new QHBoxLayout;
    for (QWidget* widget : std::initializer_list<QWidget*>{m_create, m_test, m_stop, cancel})
        buttons->addWidget(widget);
    buttons->addStretch();
    column->addLayout(buttons);
    column->addWidget(m_copy, 0, Qt::AlignLeft);
    column->addWidget(m_reason);
    column->addStretch();

    auto* answer = new QWidget;
    answer->setFixedWidth(AnswerWidth);
    auto* answerColumn = new QVBoxLayout(answer);
    answerColumn->setContentsMargins(0, 52, 0, 0);
    answerColumn->addWidget(m_state);
    answerColumn->addWidget(m_detail);
    answerColumn->addStretch();

    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(40, 32, 40, 24);
    layout->setSpacing(48);
    layout->addStretch(1);
    layout->addWidget(fields);
    layout->addWidget(answer);
    layout->addStretch(1);
    connectFields();
    connect(cancel, &QPushButton::clicked, this, [this] {
        m_worker.reset();
        Q_EMIT cancelled();
    });
}

void ConnectionPage::connectFields() {
    connect(m_form, &ConnectionForm::edited, this, &ConnectionPage::edited);
    connect(m_form, &ConnectionForm::done, this,
            [this](const QString& text) { say(text, "faint"); });
    connect(m_form, &ConnectionForm::refused, this,
            [this](const QString& text, const QString& detail) { say(text, "problem", detail); });
    connect(m_project, &QLineEdit::textEdited, this, [this] {
        m_projectProposed = false;
        edited();
    });
    connect(m_test, &QPushButton::clicked, this, &ConnectionPage::test);
    connect(m_create, &QPushButton::clicked, this, &ConnectionPage::create);
    connect(m_copy, &QPushButton::clicked, this, &ConnectionPage::copyThere);
    connect(m_stop, &QPushButton::clicked, this, [this] {
        if (m_worker)
            m_worker->cancel(m_job);
    });
}

QWidget* ConnectionPage::projectFields() {
    auto* part = new QWidget;
    QFormLayout* form = newForm(part);
    m_insert = checkBox("allow-insert", tr("Add"), true);
    m_update = checkBox("allow-update", tr("Change"), true);
    m_delete = checkBox("allow-delete", tr("Delete"), true);
    m_trim = checkBox("allow-trim", tr("Trim the change log"), false);
    m_trim->setToolTip(tr("What old changes did can then be forgotten, and never be rolled back"));
    auto* allowed = new QWidget;
    auto* row = new QHBoxLayout(allowed);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(20);
    for (QCheckBox* box : {m_insert, m_update, m_delete, m_trim})
        row->addWidget(box);
    row->addStretch();
    m_log = checkBox("keep-log", tr("Keep a change log in this database"), true);
    auto* logNote = textLabel(
        tr("Every change is logged in tables of Gravin's own, whose names begin with gravin_, so "
           "that it can be rolled back. Without them records can only be read."),
        "faint");
    m_project = lineEdit("project-path");
    auto* choose = button("choose-project", tr("Choose…"));
    form->addRow(label(tr("Allow"), allowed), allowed);
    form->addRow(label({}, m_log), m_log);
    form->addRow(label({}, logNote), logNote);
    form->addRow(label(tr("Project file"), m_project), besides(m_project, {choose}));
    connect(choose, &QPushButton::clicked, this, &ConnectionPage::chooseProject);
    connect(m_log, &QCheckBox::toggled, this, [this](bool kept) {
        for (QCheckBox* box : {m_insert, m_update, m_delete, m_trim})
            box->setEnabled(kept);
    });
    return part;
}

void ConnectionPage::startNew() {
    m_task = Task::NewProject;
    m_projectProposed = true;
    m_title->setText(tr("Connect to a database"));
    m_create->setText(tr("Create project"));
    m_form->clearPassword();
    m_project->clear();
    m_form->setWorksOnCopy(false);
    for (QCheckBox* box : {m_insert, m_update, m_delete, m_log})
        box->setChecked(true);
    m_trim->setChecked(false);
    setSpec({});
    say(tr("Test the connection to see what is there. Nothing is written to the database until the "
           "first change is saved."),
        "faint");
    m_form->focusFirst();
}

void ConnectionPage::startRepoint(const QString& projectName, const ConnectionSpec& present) {
    m_task = Task::Repoint;
    m_present = present;
    m_title->setText(tr("Another database for %1").arg(projectName));
    m_create->setText(tr("Compare…"));
    m_form->clearPassword();
    for (const auto& [box, is] :
         {std::pair{m_insert, present.allowed.insert}, std::pair{m_update, present.allowed.update},
          std::pair{m_delete, present.allowed.remove}, std::pair{m_trim, present.mayTrim},
          std::pair{m_log, present.changeLog}})
        box->setChecked(is);
    setSpec(present);
    say(tr("Comparing says what fits there, what means something else and what is missing. Nothing "
           "changes before you say so."),
        "faint");
    m_form->focusFirst();
}

void ConnectionPage::askAccess(const QString& projectFile, const ConnectionSpec& asked,
                               const Error& why) {
    m_task = Task::Access;
    m_existingProject = projectFile;
    m_asked = asked;
    m_title->setText((OwnAccess::isLacking(asked) ? tr("Your access to %1") : tr("Password for %1"))
                         .arg(asked.shownName()));
    m_create->setText(tr("Open project"));
    m_form->clearPassword();
    setSpec(OwnAccess::completed(asked));
    say(why.sentence, "problem", why.detail);
    m_form->focusLacking(asked, why.kind == ErrorKind::Unavailable);
}

void ConnectionPage::setSpec(const ConnectionSpec& shown) {
    m_form->setFixed(m_task == Task::Access ? std::optional(m_asked) : std::nullopt);
    m_projectPart->setVisible(m_task == Task::NewProject);
    m_copy->setVisible(m_task == Task::Repoint);
    m_form->offerCopy(m_task == Task::NewProject);
    m_form->setSpec(shown);
}

ConnectionSpec ConnectionPage::spec() const {
    ConnectionSpec made = m_form->spec();
    made.changeLog = m_log->isChecked();
    made.allowed = {m_insert->isChecked(), m_update->isChecked(), m_delete->isChecked()};
    made.mayTrim = m_trim->isChecked();
    return made;
}

void ConnectionPage::chooseProject() {
    const QString file = QFileDialog::getSaveFileName(this, tr("Where to keep the project"),
                                                      m_project->text(), tr("Projects (*.gravin)"));
    if (file.isEmpty())
        return;
    m_projectProposed = false;
    m_project->setText(file.endsWith(u".gravin") ? file : file + QStringLiteral(".gravin"));
    edited();
}

void ConnectionPage::proposeProject() {
    if (m_projectProposed)
        m_project->setText(proposedProjectFile(m_form->spec()));
}

void ConnectionPage::edited() {
    proposeProject();
    const bool busy = m_worker != nullptr;
    const QString why = m_form->missing();
    const bool needsProject = m_task == Task::NewProject && m_project->text().trimmed().isEmpty();
    m_test->setEnabled(why.isEmpty()); // while it runs too, so that it keeps the focus
    m_create->setEnabled(why.isEmpty() && !needsProject && !busy);
    m_copy->setEnabled(why.isEmpty() && !busy);
    m_stop->setVisible(busy);
    m_reason->setText(!why.isEmpty() ? why
                      : needsProject ? tr("Say where to keep the project.")
                                     : QString());
}

void ConnectionPage::rememberPassword() const {
    const ConnectionSpec connection = spec();
    if (connection.isFile())
        return;
    if (m_form->password().isEmpty())
        Secrets::forget(connection);
    else
        Secrets::remember(connection, m_form->password());
}

template <typename T>
void ConnectionPage::ask(const QString& announcement, std::function<Result<T>(Session&)> job,
                         std::function<void(const Result<T>&)> answer) {
    if (m_worker)
        return;
    m_worker = startWorker(spec(), Session::Access::ReadOnly);
    say(announcement, "faint");
    edited();
    m_job = m_worker->run<T>(this, std::move(job),
                             [this, answer = std::move(answer)](const Result<T>& result) {
                                 // The worker is not ended from within its own answer.
                                 QMetaObject::invokeMethod(
                                     this,
                                     [this, answer, result] {
                                         m_worker.reset();
                                         edited();
                                         answer(result);
                                     },
                                     Qt::QueuedConnection);
                             });
}

void ConnectionPage::test() {
    rememberPassword();
    ask<ConnectionReport>(
        tr("Asking %1…").arg(spec().shownName()),
        [](Session& session) { return reportOf(session); },
        [this](const Result<ConnectionReport>& report) { showReport(report); });
}

void ConnectionPage::showReport(const Result<ConnectionReport>& report) {
    if (!report) {
        say(report.error().sentence, "problem", report.error().detail);
        return;
    }
    const ServerFacts& facts = report->facts;
    QStringList lines{tr("Reached: %1").arg(facts.version)};
    if (!facts.account.isEmpty())
        lines += tr("Account: %1").arg(facts.account);
    if (m_form->engine() != Engine::Sqlite)
        lines += facts.encrypted ? tr("The connection is encrypted.")
                                 : tr("The connection is not encrypted.");
    if (!report->size.isEmpty())
        lines += tr("Size: %1").arg(report->size);
    lines += report->contents();
    say(lines.join(u'\n'), "");
}

void ConnectionPage::say(const QString& text, const char* role, const QString& detail) {
    setStyleProperty(m_state, "role", QLatin1String(role));
    m_state->setText(text);
    m_detail->setText(detail);
}

void ConnectionPage::create() {
    rememberPassword();
    const ConnectionSpec connection = spec();
    keepPassword(connection, [this, connection] { goOn(connection); });
}

void ConnectionPage::goOn(const ConnectionSpec& connection) {
    switch (m_task) {
    case Task::NewProject:
        makeProject(connection);
        break;
    case Task::Access:
        // Where it cannot be kept it is asked for again.
        if (OwnAccess::isLacking(m_asked))
            (void)personsAccess().keep(m_existingProject, m_asked, connection);
        Q_EMIT projectReady(m_existingProject);
        break;
    case Task::Repoint:
        Q_EMIT comparisonRequested(connection);
        break;
    }
}

void ConnectionPage::copyThere() {
    rememberPassword();
    const ConnectionSpec connection = spec();
    keepPassword(connection, [this, connection] {
        auto* dialog = new CopyDialog(m_present, connection, this);
        connect(dialog, &CopyDialog::goesThere, this, &ConnectionPage::comparisonRequested);
        dialog->open();
    });
}

void ConnectionPage::keepPassword(const ConnectionSpec& connection,
                                  const std::function<void()>& then) {
    if (connection.isFile() || !m_form->keepsPassword() || m_form->password().isEmpty()) {
        then();
        return;
    }
    secret_keeper::keep(connection, m_form->password(), this, [this, then](const QString& problem) {
        if (problem.isEmpty()) {
            then();
            return;
        }
        m_form->setKeepsPassword(false);
        say(tr("The desktop's secret store did not take the password. It is known until Gravin is "
               "closed; go on, or try again."),
            "problem", problem);
    });
}

void ConnectionPage::makeProject(const ConnectionSpec& connection) {
    const QString file = expandedPath(m_project->text().trimmed());
    const auto write = [this, file](const ConnectionSpec& spec) {
        const Status written = createProject(file, spec);
        if (!written) {
            say(written.error().sentence, "problem", written.error().detail);
            return;
        }
        say(tr("Opening %1…").arg(file), "faint");
        Q_EMIT projectReady(file);
    };
    if (const Status free = prepareProject(file); !free) {
        say(free.error().sentence, "problem");
        return;
    }
    if (!connection.isFile() || !m_form->worksOnCopy()) {
        write(connection);
        return;
    }
    const ConnectionSpec copy = copyBeside(file, connection);
    ask<Success>(
        tr("Copying to %1…").arg(copy.path),
        [target = copy.path](Session& session) { return copyDatabase(session, target); },
        [this, copy, write](const Status& copied) {
            if (copied)
                write(copy);
            else
                say(copied.error().sentence, "problem", copied.error().detail);
        });
}

} // namespace gravin
