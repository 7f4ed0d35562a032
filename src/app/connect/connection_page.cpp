// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/connection_page.h"

#include "app/connect/secret_keeper.h"
#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/database/secrets.h"
#include "core/project/project_file.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QIntValidator>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QRadioButton>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance FieldsWidth(560);
constexpr Distance AnswerWidth(380);
constexpr Distance ConnectLabelWidth(92);
constexpr Distance PortWidth(96);
constexpr int HighestPort = 65535;

QLabel* textLabel(const QString& text, const char* role = "") {
    auto* label = new QLabel(text);
    label->setTextFormat(Qt::PlainText);
    label->setWordWrap(true);
    label->setProperty("role", role);
    return label;
}

QFormLayout* newForm(QWidget* parent) {
    auto* form = new QFormLayout(parent);
    form->setContentsMargins(0, 0, 0, 0);
    form->setVerticalSpacing(8);
    form->setHorizontalSpacing(space::Pad);
    form->setLabelAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    return form;
}

// All parts of the page have their labels in one column.
QLabel* connectLabel(const QString& text, QWidget* buddy) {
    auto* label = new QLabel(text);
    label->setFixedWidth(ConnectLabelWidth);
    label->setBuddy(buddy);
    return label;
}

QLineEdit* lineEdit(const char* name, const QString& example = {}) {
    auto* line = new QLineEdit;
    line->setObjectName(QLatin1String(name));
    line->setPlaceholderText(example);
    return line;
}

QWidget* besides(QWidget* wide, std::initializer_list<QWidget*> narrow) {
    auto* both = new QWidget;
    auto* layout = new QHBoxLayout(both);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(wide, 1);
    for (QWidget* widget : narrow)
        layout->addWidget(widget);
    return both;
}

QPushButton* button(const char* name, const QString& text) {
    auto* made = new QPushButton(text);
    made->setObjectName(QLatin1String(name));
    made->setAutoDefault(true);
    return made;
}

QCheckBox* checkBox(const char* name, const QString& text, bool checked) {
    auto* made = new QCheckBox(text);
    made->setObjectName(QLatin1String(name));
    made->setChecked(checked);
    return made;
}

QString expanded(const QString& path) {
    if (path.startsWith(u"~/"))
        return QDir::homePath() + path.mid(1);
    return path;
}

QString copyNameFor(const QString& project, const QString& original) {
    const QFileInfo info(original);
    return QFileInfo(project).absolutePath() + u'/' + info.completeBaseName() +
           QStringLiteral("-copy.") +
           (info.suffix().isEmpty() ? QStringLiteral("db") : info.suffix());
}

} // namespace

ConnectionPage::ConnectionPage(QWidget* parent)
    : QWidget(parent)
    , m_engines(new QButtonGroup(this))
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

    auto* kinds = new QHBoxLayout;
    kinds->setSpacing(24);
    for (const auto& [kind, text] : {std::pair{Engine::Sqlite, tr("SQLite file")},
                                     std::pair{Engine::PostgreSql, tr("PostgreSQL server")},
                                     std::pair{Engine::MariaDb, tr("MariaDB server")}}) {
        auto* choice = new QRadioButton(text);
        choice->setObjectName(QStringLiteral("kind-") + engineName(kind).toLower());
        m_engines->addButton(choice, static_cast<int>(kind));
        kinds->addWidget(choice);
    }
    kinds->addStretch();
    column->addLayout(kinds);
    m_filePart = fileFields();
    m_serverPart = serverFields();
    column->addWidget(m_filePart);
    column->addWidget(m_serverPart);
    m_projectPart = projectFields();
    column->addWidget(m_projectPart);

    m_test = button("test-connection", tr("Test connection"));
    m_create = button("create-project", tr("Create project"));
    m_stop = button("stop-test", tr("Stop"));
    m_create->setProperty("main", true);
    auto* cancel = button("cancel-connection", tr("Back"));
    auto* buttons = new QHBoxLayout;
    for (QWidget* widget : std::initializer_list<QWidget*>{m_create, m_test, m_stop, cancel})
        buttons->addWidget(widget);
    buttons->addStretch();
    column->addLayout(buttons);
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

    connect(m_engines, &QButtonGroup::idClicked, this,
            [this](int id) { setEngine(static_cast<Engine>(id)); });
    for (QLineEdit* line : {m_path, m_host, m_database, m_user, m_password})
        connect(line, &QLineEdit::textChanged, this, &ConnectionPage::edited);
    connect(m_project, &QLineEdit::textEdited, this, [this] {
        m_projectProposed = false;
        edited();
    });
    // When it is complete: half of an address reads as another one.
    connect(m_address, &QLineEdit::editingFinished, this,
            [this] { takeAddress(m_address->text()); });
    connect(m_test, &QPushButton::clicked, this, &ConnectionPage::test);
    connect(m_create, &QPushButton::clicked, this, &ConnectionPage::create);
    connect(m_stop, &QPushButton::clicked, this, [this] {
        if (m_worker)
            m_worker->cancel(m_job);
    });
    connect(cancel, &QPushButton::clicked, this, [this] {
        m_worker.reset();
        Q_EMIT cancelled();
    });
}

QWidget* ConnectionPage::fileFields() {
    auto* part = new QWidget;
    QFormLayout* form = newForm(part);
    m_path = lineEdit("database-path", tr("for example harbour.db"));
    auto* choose = button("choose-database", tr("Choose…"));
    auto* make = button("make-database", tr("New file…"));
    m_pathState = textLabel({}, "faint");
    // What stands below keeps its place while a path is typed.
    m_pathState->setMinimumHeight(2 * QFontMetrics(m_pathState->font()).lineSpacing());
    m_pathState->setAlignment(Qt::AlignLeft | Qt::AlignTop);
    m_copy = checkBox("work-on-copy", tr("Work on a copy; leave this file as it is"), false);
    form->addRow(connectLabel(tr("File"), m_path), besides(m_path, {choose, make}));
    form->addRow(connectLabel({}, m_pathState), m_pathState);
    form->addRow(connectLabel({}, m_copy), m_copy);
    connect(choose, &QPushButton::clicked, this, &ConnectionPage::chooseDatabase);
    connect(make, &QPushButton::clicked, this, &ConnectionPage::makeDatabase);
    return part;
}

QWidget* ConnectionPage::serverFields() {
    auto* part = new QWidget;
    QFormLayout* form = newForm(part);
    m_address = lineEdit("address", tr("paste postgresql://… or mariadb://… to fill the fields"));
    m_host = lineEdit("host", tr("this machine"));
    m_port = lineEdit("port", tr("usual port"));
    m_port->setValidator(new QIntValidator(1, HighestPort, m_port));
    m_port->setFixedWidth(PortWidth);
    m_database = lineEdit("database");
    m_user = lineEdit("user", tr("as the desktop's account"));
    m_password = lineEdit("password");
    m_password->setEchoMode(QLineEdit::Password);
    m_keep = checkBox("keep-password", tr("Keep it in the desktop's secret store"), false);
    m_keep->setToolTip(tr("Otherwise it is known until Gravin is closed. It is never written into "
                          "the project."));
    m_tls = new QComboBox;
    m_tls->setObjectName(QStringLiteral("tls"));
    m_tls->addItem(tr("Encrypt where the server can"), static_cast<int>(TlsMode::Prefer));
    m_tls->addItem(tr("Always encrypt"), static_cast<int>(TlsMode::Require));
    m_tls->addItem(tr("Encrypt and verify the certificate"), static_cast<int>(TlsMode::Verify));
    m_tls->addItem(tr("Do not encrypt"), static_cast<int>(TlsMode::Off));
    form->addRow(connectLabel(tr("Address"), m_address), m_address);
    form->addRow(connectLabel(tr("Host"), m_host), besides(m_host, {m_port}));
    form->addRow(connectLabel(tr("Database"), m_database), m_database);
    form->addRow(connectLabel(tr("Account"), m_user), m_user);
    form->addRow(connectLabel(tr("Password"), m_password), m_password);
    form->addRow(connectLabel({}, m_keep), m_keep);
    form->addRow(connectLabel(tr("Protection"), m_tls), m_tls);
    return part;
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
        tr("Every change is logged in four tables of Gravin's own (gravin_change, gravin_record, "
           "gravin_field, gravin_seal), so that it can be rolled back. Without them records can "
           "only be read."),
        "faint");
    m_project = lineEdit("project-path");
    auto* choose = button("choose-project", tr("Choose…"));
    form->addRow(connectLabel(tr("Allow"), allowed), allowed);
    form->addRow(connectLabel({}, m_log), m_log);
    form->addRow(connectLabel({}, logNote), logNote);
    form->addRow(connectLabel(tr("Project file"), m_project), besides(m_project, {choose}));
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
    m_password->clear();
    m_project->clear();
    m_copy->setChecked(false);
    for (QCheckBox* box : {m_insert, m_update, m_delete, m_log})
        box->setChecked(true);
    m_trim->setChecked(false);
    show(ConnectionSpec{});
    say(tr("Test the connection to see what is there. Nothing is written to the database until the "
           "first change is saved."),
        "faint");
    m_path->setFocus();
}

void ConnectionPage::startRepoint(const QString& projectName, const ConnectionSpec& present) {
    m_task = Task::Repoint;
    m_title->setText(tr("Another database for %1").arg(projectName));
    m_create->setText(tr("Compare…"));
    m_password->clear();
    for (const auto& [box, is] :
         {std::pair{m_insert, present.allowed.insert}, std::pair{m_update, present.allowed.update},
          std::pair{m_delete, present.allowed.remove}, std::pair{m_trim, present.mayTrim},
          std::pair{m_log, present.changeLog}})
        box->setChecked(is);
    show(present);
    say(tr("Comparing says what fits there, what means something else and what is missing. Nothing "
           "changes before you say so."),
        "faint");
    QLineEdit* first = present.isFile() ? m_path : m_host;
    first->setFocus();
    first->selectAll();
}

void ConnectionPage::askPassword(const QString& projectFile, const ConnectionSpec& asked,
                                 const Error& why) {
    m_task = Task::Password;
    m_existingProject = projectFile;
    m_title->setText(tr("Password for %1").arg(asked.shownName()));
    m_create->setText(tr("Open project"));
    m_password->clear();
    show(asked);
    say(why.sentence, "problem", why.detail);
    m_password->setFocus();
}

void ConnectionPage::show(const ConnectionSpec& shown) {
    m_base = shown;
    m_path->setText(shown.path);
    m_address->clear();
    m_host->setText(shown.host);
    m_port->setText(shown.port > 0 ? QString::number(shown.port) : QString());
    m_database->setText(shown.database);
    m_user->setText(shown.user);
    m_tls->setCurrentIndex(std::max(0, m_tls->findData(static_cast<int>(shown.tls))));
    for (QAbstractButton* choice : m_engines->buttons())
        choice->setEnabled(m_task != Task::Password);
    m_projectPart->setVisible(m_task == Task::NewProject);
    m_copy->setVisible(m_task == Task::NewProject);
    setEngine(shown.engine);
}

Engine ConnectionPage::engine() const { return static_cast<Engine>(m_engines->checkedId()); }

void ConnectionPage::setEngine(Engine engine) {
    m_engines->button(static_cast<int>(engine))->setChecked(true);
    m_filePart->setVisible(engine == Engine::Sqlite);
    m_serverPart->setVisible(engine != Engine::Sqlite);
    edited();
}

ConnectionSpec ConnectionPage::spec() const {
    ConnectionSpec made = m_base;
    if (made.engine != engine())
        made = ConnectionSpec{engine(), {}};
    made.changeLog = m_log->isChecked();
    made.allowed = {m_insert->isChecked(), m_update->isChecked(), m_delete->isChecked()};
    made.mayTrim = m_trim->isChecked();
    if (made.isFile()) {
        made.path = QFileInfo(expanded(m_path->text().trimmed())).absoluteFilePath();
        return made;
    }
    made.host = m_host->text().trimmed();
    made.port = m_port->text().toInt();
    made.database = m_database->text().trimmed();
    made.user = m_user->text().trimmed();
    made.tls = static_cast<TlsMode>(m_tls->currentData().toInt());
    return made;
}

void ConnectionPage::takeAddress(const QString& address) {
    if (!address.contains(u"://") || address == spec().url())
        return;
    auto parsed = ConnectionSpec::fromUrl(address.trimmed());
    if (!parsed || parsed->isFile()) {
        if (!parsed)
            say(parsed.error().sentence, "problem");
        return;
    }
    const QString password = Secrets::passwordOf(*parsed);
    show(*parsed);
    // Shown without its password, which went where passwords go.
    m_address->setText(parsed->url());
    m_password->setText(password);
    say(tr("The fields are filled from the address."), "faint");
}

void ConnectionPage::chooseDatabase() {
    const QString file = QFileDialog::getOpenFileName(this, tr("Choose an SQLite database"));
    if (!file.isEmpty())
        m_path->setText(file);
}

void ConnectionPage::makeDatabase() {
    const QString path = QFileDialog::getSaveFileName(this, tr("Name the new database"), {},
                                                      tr("SQLite databases (*.db)"));
    if (path.isEmpty())
        return;
    // An empty file is an empty database. An existing one is never emptied.
    QFile file(path);
    if (!file.open(QIODevice::NewOnly)) {
        say(QFileInfo::exists(path)
                ? tr("%1 is already there. Choose it, or another name.").arg(path)
                : tr("%1 cannot be made.").arg(path),
            "problem", file.errorString());
        return;
    }
    m_path->setText(path);
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

// Beside a file, or among the person's documents under the name of the server's database.
void ConnectionPage::proposeProject() {
    if (!m_projectProposed)
        return;
    QString base;
    if (engine() == Engine::Sqlite) {
        const QFileInfo info(expanded(m_path->text().trimmed()));
        if (info.isFile())
            base = info.absolutePath() + u'/' + info.completeBaseName();
    } else if (!m_database->text().trimmed().isEmpty()) {
        base = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation) + u'/' +
               m_database->text().trimmed();
    }
    QString proposed = base;
    for (int n = 2; !base.isEmpty() && QFileInfo::exists(proposed + QStringLiteral(".gravin")); ++n)
        proposed = QStringLiteral("%1-%2").arg(base).arg(n);
    m_project->setText(proposed.isEmpty() ? QString() : proposed + QStringLiteral(".gravin"));
}

void ConnectionPage::edited() {
    const QFileInfo info(expanded(m_path->text().trimmed()));
    if (m_path->text().trimmed().isEmpty())
        m_pathState->setText(tr("A new file begins as an empty database."));
    else if (!info.isFile())
        m_pathState->setText(tr("There is no such file."));
    else
        m_pathState->setText(
            tr("%1 · %2 · changed %3")
                .arg(
                    info.absoluteFilePath(),
                    QLocale().formattedDataSize(info.size(), 1, QLocale::DataSizeTraditionalFormat),
                    QLocale().toString(info.lastModified(), QLocale::ShortFormat)));
    proposeProject();
    const bool busy = m_worker != nullptr;
    const QString why = missing();
    const bool needsProject = m_task == Task::NewProject && m_project->text().trimmed().isEmpty();
    m_test->setEnabled(why.isEmpty()); // while it runs too, so that it keeps the focus
    m_create->setEnabled(why.isEmpty() && !needsProject && !busy);
    m_stop->setVisible(busy);
    m_reason->setText(!why.isEmpty() ? why
                      : needsProject ? tr("Say where to keep the project.")
                                     : QString());
}

QString ConnectionPage::missing() const {
    if (engine() == Engine::Sqlite) {
        if (m_path->text().trimmed().isEmpty())
            return tr("Choose a file, or make a new one.");
        return QFileInfo(expanded(m_path->text().trimmed())).isFile()
                   ? QString()
                   : tr("There is no such file.");
    }
    const bool hasService = m_base.options.contains(QStringLiteral("service"));
    return m_database->text().trimmed().isEmpty() && !hasService ? tr("Name the database.")
                                                                 : QString();
}

void ConnectionPage::rememberPassword() const {
    const ConnectionSpec connection = spec();
    if (connection.isFile())
        return;
    if (m_password->text().isEmpty())
        Secrets::forget(connection);
    else
        Secrets::remember(connection, m_password->text());
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
    if (engine() != Engine::Sqlite)
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
    const auto goOn = [this, connection] {
        switch (m_task) {
        case Task::NewProject:
            makeProject(connection);
            break;
        case Task::Password:
            Q_EMIT projectReady(m_existingProject);
            break;
        case Task::Repoint:
            Q_EMIT comparisonRequested(connection);
            break;
        }
    };
    if (connection.isFile() || !m_keep->isChecked() || m_password->text().isEmpty()) {
        goOn();
        return;
    }
    secret_keeper::keep(connection, m_password->text(), this, [this, goOn](const QString& problem) {
        if (problem.isEmpty()) {
            goOn();
            return;
        }
        m_keep->setChecked(false);
        say(tr("The desktop's secret store did not take the password. It is known until Gravin is "
               "closed; go on, or try again."),
            "problem", problem);
    });
}

void ConnectionPage::makeProject(const ConnectionSpec& connection) {
    const QString file = expanded(m_project->text().trimmed());
    if (QFileInfo::exists(file)) {
        say(tr("%1 is already there. Choose another name for the project.").arg(file), "problem");
        return;
    }
    QDir().mkpath(QFileInfo(file).absolutePath()); // saving says what is wrong with it
    if (!connection.isFile() || !m_copy->isChecked()) {
        writeProject(connection);
        return;
    }
    ConnectionSpec copy = connection;
    copy.copyOf = connection.path;
    copy.path = copyNameFor(file, connection.path);
    ask<Nothing>(
        tr("Copying to %1…").arg(copy.path),
        [target = copy.path](Session& session) { return copyDatabase(session, target); },
        [this, copy](const Status& copied) {
            if (copied)
                writeProject(copy);
            else
                say(copied.error().sentence, "problem", copied.error().detail);
        });
}

void ConnectionPage::writeProject(const ConnectionSpec& connection) {
    const QString file = expanded(m_project->text().trimmed());
    Project project;
    project.name = QFileInfo(file).completeBaseName();
    project.connection = connection;
    if (const Status saved = saveProject(project, file); !saved) {
        say(saved.error().sentence, "problem", saved.error().detail);
        return;
    }
    say(tr("Opening %1…").arg(file), "faint");
    Q_EMIT projectReady(file);
}

} // namespace gravin
