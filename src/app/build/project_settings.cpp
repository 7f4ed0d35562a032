// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/project_settings.h"

#include "app/build/roles_dialog.h"
#include "app/look/theme.h"
#include "session/workspace.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

#include <algorithm>

namespace gravin {

namespace {
constexpr Distance SettingsWidth(440);
}

ProjectSettings::ProjectSettings(Workspace* workspace, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_name(new QLineEdit)
    , m_locale(new QComboBox)
    , m_example(new QLabel)
    , m_start(new QComboBox) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("project-settings"));
    setWindowTitle(tr("Project settings"));
    setMinimumWidth(SettingsWidth);
    m_name->setObjectName(QStringLiteral("project-name"));
    m_locale->setObjectName(QStringLiteral("project-locale"));
    m_locale->setToolTip(tr("How dates, times and figures are written and read on all screens"));
    m_example->setObjectName(QStringLiteral("project-locale-example"));
    m_example->setProperty("role", "faint");
    m_example->setTextFormat(Qt::PlainText);
    m_start->setObjectName(QStringLiteral("project-start"));
    offerLocales();
    auto* buttons = new QDialogButtonBox;
    buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    auto* form = new QFormLayout(this);
    form->addRow(tr("Name"), m_name);
    form->addRow(tr("Dates and figures"), m_locale);
    form->addRow(QString(), m_example);
    form->addRow(tr("Shown first"), m_start);
    auto* roles = new QPushButton(tr("Who may do what…"));
    roles->setObjectName(QStringLiteral("project-roles"));
    roles->setAutoDefault(false);
    connect(roles, &QPushButton::clicked, this,
            [this] { (new RolesDialog(m_workspace, this))->open(); });
    form->addRow(QString(), roles);
    form->addRow(buttons);
    fill();
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(m_name, &QLineEdit::editingFinished, this, [this] {
        const QString name = m_name->text().trimmed();
        if (!name.isEmpty() && name != m_workspace->project().name)
            m_workspace->document()->change(tr("name of the project"),
                                            [&](Project& project) { project.name = name; });
    });
    connect(m_locale, &QComboBox::activated, this, [this] {
        const QString locale = m_locale->currentData().toString();
        if (locale != m_workspace->project().locale)
            m_workspace->document()->change(tr("how dates and figures are written"),
                                            [&](Project& project) { project.locale = locale; });
    });
    connect(m_start, &QComboBox::activated, this, [this] {
        const QString screen = m_start->currentData().toString();
        m_workspace->document()->change(tr("start screen"),
                                        [&](Project& project) { project.startScreen = screen; });
    });
    connect(workspace->document(), &ProjectDocument::screensChanged, this, &ProjectSettings::fill);
}

// One that is open loses its focus as it goes, which counts as edited for what is no more.
ProjectSettings::~ProjectSettings() { m_name->disconnect(this); }

void ProjectSettings::offerLocales() {
    m_locale->addItem(tr("each person's own"), QString());
    m_locale->addItem(tr("ISO forms and points"), QStringLiteral("C"));
    m_locale->insertSeparator(m_locale->count());
    QList<std::pair<QString, QString>> known;
    for (const QLocale& locale :
         QLocale::matchingLocales(QLocale::AnyLanguage, QLocale::AnyScript, QLocale::AnyCountry)) {
        if (locale.language() == QLocale::C)
            continue;
        known.append({QStringLiteral("%1 (%2)").arg(QLocale::languageToString(locale.language()),
                                                    QLocale::countryToString(locale.country())),
                      locale.name().replace(u'_', u'-')});
    }
    std::sort(known.begin(), known.end());
    known.erase(std::unique(known.begin(), known.end()), known.end());
    for (const auto& [words, name] : std::as_const(known))
        m_locale->addItem(words, name);
}

void ProjectSettings::fill() {
    const Project& project = m_workspace->project();
    if (!m_name->hasFocus())
        m_name->setText(project.name);
    int at = m_locale->findData(project.locale);
    if (at < 0) {
        const QLocale locale(project.locale);
        m_locale->addItem(QLocale::languageToString(locale.language()), project.locale);
        at = m_locale->count() - 1;
    }
    m_locale->setCurrentIndex(at);
    m_start->clear();
    m_start->addItem(tr("the first of the shelf"), QString());
    for (const Screen& screen : project.screens)
        m_start->addItem(screen.label, screen.id);
    m_start->setCurrentIndex(std::max(0, m_start->findData(project.startScreen)));
    showExample();
}

void ProjectSettings::showExample() {
    const LocaleForm form = m_workspace->project().form();
    m_example->setText(tr("%1 · %2").arg(
        form.example({TypeKind::Timestamp}),
        form.shownText(QStringLiteral("-1204.50"), {TypeKind::Decimal, -1, 8, 2})));
}

} // namespace gravin
