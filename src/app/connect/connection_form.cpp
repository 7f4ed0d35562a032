// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/connect/connection_form.h"

#include "app/connect/form_parts.h"
#include "app/look/theme.h"
#include "core/database/secrets.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QDateTime>
#include <QFile>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QIntValidator>
#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QPushButton>
#include <QRadioButton>

namespace gravin {

using namespace form_parts;

namespace {
constexpr Distance PortWidth(96);
constexpr int HighestPort = 65535;
} // namespace

ConnectionForm::ConnectionForm(QWidget* parent)
    : QWidget(parent)
    , m_engines(new QButtonGroup(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(16);
    column->addWidget(kindFields());
    m_filePart = fileFields();
    m_serverPart = serverFields();
    column->addWidget(m_filePart);
    column->addWidget(m_serverPart);
    connect(m_engines, &QButtonGroup::idClicked, this,
            [this](int id) { setEngine(static_cast<Engine>(id)); });
    for (QLineEdit* line : {m_path, m_host, m_database, m_user, m_password})
        connect(line, &QLineEdit::textChanged, this, [this] {
            followPath();
            Q_EMIT edited();
        });
    // When it is complete: half of an address reads as another one.
    connect(m_address, &QLineEdit::editingFinished, this,
            [this] { takeAddress(m_address->text()); });
    setSpec({});
}

QWidget* ConnectionForm::kindFields() {
    auto* part = new QWidget;
    auto* kinds = new QHBoxLayout(part);
    kinds->setContentsMargins(0, 0, 0, 0);
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
    return part;
}

QWidget* ConnectionForm::fileFields() {
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
    form->addRow(label(tr("File"), m_path), besides(m_path, {choose, make}));
    form->addRow(label({}, m_pathState), m_pathState);
    form->addRow(label({}, m_copy), m_copy);
    connect(choose, &QPushButton::clicked, this, &ConnectionForm::chooseDatabase);
    connect(make, &QPushButton::clicked, this, &ConnectionForm::makeDatabase);
    return part;
}

QWidget* ConnectionForm::serverFields() {
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
    form->addRow(label(tr("Address"), m_address), m_address);
    form->addRow(label(tr("Host"), m_host), besides(m_host, {m_port}));
    form->addRow(label(tr("Database"), m_database), m_database);
    form->addRow(label(tr("Account"), m_user), m_user);
    form->addRow(label(tr("Password"), m_password), m_password);
    form->addRow(label({}, m_keep), m_keep);
    form->addRow(label(tr("Protection"), m_tls), m_tls);
    return part;
}

void ConnectionForm::setSpec(const ConnectionSpec& shown) {
    m_base = shown;
    m_path->setText(shown.path);
    m_address->clear();
    m_host->setText(shown.host);
    m_port->setText(shown.port > 0 ? QString::number(shown.port) : QString());
    m_database->setText(shown.database);
    m_user->setText(shown.user);
    m_tls->setCurrentIndex(std::max(0, m_tls->findData(static_cast<int>(shown.tls))));
    setEngine(shown.engine);
}

Engine ConnectionForm::engine() const { return static_cast<Engine>(m_engines->checkedId()); }

void ConnectionForm::setEngine(Engine engine) {
    m_engines->button(static_cast<int>(engine))->setChecked(true);
    m_filePart->setVisible(engine == Engine::Sqlite);
    m_serverPart->setVisible(engine != Engine::Sqlite);
    followPath();
    Q_EMIT edited();
}

void ConnectionForm::setFixed(const std::optional<ConnectionSpec>& said) {
    for (QAbstractButton* choice : m_engines->buttons())
        choice->setEnabled(!said);
    m_address->setEnabled(!said);
    m_database->setEnabled(!said);
    m_host->setEnabled(!said || said->host.isEmpty());
    m_port->setEnabled(!said || (said->host.isEmpty() && said->port == 0));
    m_user->setEnabled(!said || said->user.isEmpty());
    m_tls->setEnabled(!said);
}

ConnectionSpec ConnectionForm::spec() const {
    ConnectionSpec made = m_base;
    if (made.engine != engine())
        made = ConnectionSpec{engine(), {}};
    if (made.isFile()) {
        made.path = QFileInfo(expandedPath(m_path->text().trimmed())).absoluteFilePath();
        return made;
    }
    made.host = m_host->text().trimmed();
    made.port = m_port->text().toInt();
    made.database = m_database->text().trimmed();
    made.user = m_user->text().trimmed();
    made.tls = static_cast<TlsMode>(m_tls->currentData().toInt());
    return made;
}

QString ConnectionForm::password() const { return m_password->text(); }
void ConnectionForm::clearPassword() { m_password->clear(); }
bool ConnectionForm::keepsPassword() const { return m_keep->isChecked(); }
void ConnectionForm::setKeepsPassword(bool keeps) { m_keep->setChecked(keeps); }
bool ConnectionForm::worksOnCopy() const { return m_copy->isChecked(); }
void ConnectionForm::setWorksOnCopy(bool works) { m_copy->setChecked(works); }
void ConnectionForm::offerCopy(bool offer) { m_copy->setVisible(offer); }
void ConnectionForm::focusLacking(const ConnectionSpec& said, bool isAway) {
    QLineEdit* first = said.host.isEmpty() && isAway ? m_host
                       : said.user.isEmpty()         ? m_user
                                                     : m_password;
    first->setFocus();
    first->selectAll();
}

void ConnectionForm::focusFirst() {
    QLineEdit* first = engine() == Engine::Sqlite ? m_path : m_host;
    first->setFocus();
    first->selectAll();
}

void ConnectionForm::takeAddress(const QString& address) {
    if (!address.contains(u"://") || address == spec().url())
        return;
    auto parsed = ConnectionSpec::fromUrl(address.trimmed());
    if (!parsed || parsed->isFile()) {
        if (!parsed)
            Q_EMIT refused(parsed.error().sentence, {});
        return;
    }
    const QString password = Secrets::passwordOf(*parsed);
    setSpec(*parsed);
    // Shown without its password, which went where passwords go.
    m_address->setText(parsed->url());
    m_password->setText(password);
    Q_EMIT done(tr("The fields are filled from the address."));
}

void ConnectionForm::chooseDatabase() {
    const QString file = QFileDialog::getOpenFileName(this, tr("Choose an SQLite database"));
    if (!file.isEmpty())
        m_path->setText(file);
}

void ConnectionForm::makeDatabase() {
    const QString path = QFileDialog::getSaveFileName(this, tr("Name the new database"), {},
                                                      tr("SQLite databases (*.db)"));
    if (path.isEmpty())
        return;
    // An empty file is an empty database. An existing one is never emptied.
    QFile file(path);
    if (!file.open(QIODevice::NewOnly)) {
        Q_EMIT refused(QFileInfo::exists(path)
                           ? tr("%1 is already there. Choose it, or another name.").arg(path)
                           : tr("%1 cannot be made.").arg(path),
                       file.errorString());
        return;
    }
    m_path->setText(path);
}

void ConnectionForm::followPath() {
    const QFileInfo info(expandedPath(m_path->text().trimmed()));
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
}

QString ConnectionForm::missing() const {
    if (engine() == Engine::Sqlite) {
        if (m_path->text().trimmed().isEmpty())
            return tr("Choose a file, or make a new one.");
        return QFileInfo(expandedPath(m_path->text().trimmed())).isFile()
                   ? QString()
                   : tr("There is no such file.");
    }
    const bool hasService = m_base.options.contains(QStringLiteral("service"));
    return m_database->text().trimmed().isEmpty() && !hasService ? tr("Name the database.")
                                                                 : QString();
}

} // namespace gravin
