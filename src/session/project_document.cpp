// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/project_document.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/fitting/data_fit.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/query_source.h"
#include "core/fitting/screen_links.h"
#include "core/project/known_signers.h"
#include "core/project/project_catalog.h"
#include "core/project/project_file.h"
#include "core/project/project_merge.h"
#include "core/project/project_reach.h"
#include "session/database.h"

#include <QFile>
#include <QFileInfo>
#include <QLockFile>
#include <QUndoCommand>

#include <algorithm>

namespace gravin {

namespace {
// Two sources of one identity answer the same.
QString identityOf(const QuerySource& source) {
    QStringList parts{source.name, source.select, source.table};
    for (const SourceParameter& each : source.parameters)
        parts += {each.name, parameterKindName(each.kind), each.label, each.initial};
    return joinEscaped(parts);
}

constexpr int LookMilliseconds = 300;
constexpr int LockMilliseconds = 2000;

// Empty: it cannot be read.
QByteArray contentOf(const QString& file) {
    const auto content = readWholeFile(file, MostProjectBytes);
    return content ? *content : QByteArray();
}
} // namespace

// The project before and after one edit. Projects share what they have in common, so that a step
// costs little more than what it changes.
class ProjectStep : public QUndoCommand {
public:
    ProjectStep(ProjectDocument* document, const QString& text, Project before, Project after)
        : QUndoCommand(text)
        , m_document(document)
        , m_before(std::move(before))
        , m_after(std::move(after)) {}
    void redo() override { m_document->setProject(m_after); }
    void undo() override { m_document->setProject(m_before); }

private:
    ProjectDocument* m_document;
    Project m_before;
    Project m_after;
};

ProjectDocument::ProjectDocument(QString file, Project project, Database* database)
    : m_file(std::move(file))
    , m_project(std::move(project))
    , m_saved(m_project)
    , m_database(database)
    , m_standing(Standing::of(m_project, database->catalog()))
    , m_rules(rulesOf(m_project, database->catalog()))
    , m_findings(bindingFindings(m_project, database->catalog())) {
    for (const QuerySource& source : m_project.sources) {
        if (const Table* table = database->catalog().table(source.name); table && table->isQuery())
            m_described.insert(identityOf(source), *table);
    }
    connect(database, &Database::catalogChanged, this, &ProjectDocument::renewRules);
    m_lookSoon.setSingleShot(true);
    m_lookSoon.setInterval(LookMilliseconds);
    connect(&m_lookSoon, &QTimer::timeout, this, &ProjectDocument::lookAtFile);
    for (auto changed : {&QFileSystemWatcher::fileChanged, &QFileSystemWatcher::directoryChanged})
        connect(&m_watcher, changed, &m_lookSoon, qOverload<>(&QTimer::start));
    noteFile();
}

// Whoever writes a file in its place takes the watched one away.
void ProjectDocument::noteFile() {
    m_content = contentOf(m_file);
    m_toldContent = m_content;
    m_watcher.addPaths({m_file, QFileInfo(m_file).absolutePath()});
}

bool ProjectDocument::isSigned() const { return signatureOf(m_content).has_value(); }

bool ProjectDocument::isFileAnother() const {
    const QByteArray now = contentOf(m_file);
    return !now.isEmpty() && !m_content.isEmpty() && now != m_content;
}

void ProjectDocument::lookAtFile() {
    m_watcher.addPath(m_file);
    if (!isFileAnother())
        return;
    const QByteArray now = contentOf(m_file);
    if (std::exchange(m_toldContent, now) != now)
        Q_EMIT fileBecameAnother();
}

Result<ProjectMerge> ProjectDocument::compareWithFile(const QSet<QString>& chosen) const {
    const auto theirs = loadProject(m_file);
    return theirs ? mergeProjects(m_saved, m_project, *theirs, chosen) : theirs.error();
}

Status ProjectDocument::takeTogether(const QSet<QString>& chosen) {
    const auto theirs = loadProject(m_file);
    if (!theirs)
        return theirs.error();
    auto together = mergeProjects(m_saved, m_project, *theirs, chosen);
    if (!together)
        return together.error();
    const Project& merged = together->merged;
    // What is open stands on this database.
    if (merged.connection.url() != m_project.connection.url())
        return Error{ErrorKind::Refused,
                     tr("In the file the project uses another database. Keep the one that is here, "
                        "or open the project again to work there.")};
    m_saved = *theirs;
    noteFile();
    if (merged == m_project)
        Q_EMIT modifiedChanged(isModified());
    else
        m_undo.push(new ProjectStep(this, tr("what somebody else changed"), m_project, merged));
    return ok();
}

Status ProjectDocument::save() {
    // Between the look at the file and its being written nobody else saves it.
    QLockFile lock(m_file + QStringLiteral(".lock"));
    if (!lock.tryLock(LockMilliseconds) && lock.error() == QLockFile::LockFailedError)
        return Error{ErrorKind::Busy,
                     tr("Somebody else is saving the project just now. Save again.")};
    if (isFileAnother())
        return Error{ErrorKind::Conflict,
                     tr("Somebody else has saved the project since it was opened here. Bring both "
                        "together before.")};
    // A file that says the same already stays as it is, also as a person wrote it.
    if (!isModified() && QFile::exists(m_file))
        return ok();
    Status saved = gravin::saveProject(m_project, m_file);
    if (saved) {
        const bool wasSigned = isSigned();
        m_saved = m_project;
        noteFile();
        // What this person made of it they know, also that its signature is gone.
        (void)personsProjects().agree(m_file, reachOf(m_project));
        if (wasSigned)
            (void)personsSigners().accept(m_file, m_content);
        Q_EMIT modifiedChanged(false);
    }
    return saved;
}

void ProjectDocument::change(const QString& text, const std::function<void(Project&)>& edit) {
    Project after = m_project;
    edit(after);
    if (!(after == m_project))
        m_undo.push(new ProjectStep(this, text, m_project, std::move(after)));
}

void ProjectDocument::renewRules() {
    m_standing = Standing::of(m_project, m_database->catalog());
    m_rules = rulesOf(m_project, m_database->catalog());
    m_findings = bindingFindings(m_project, m_database->catalog());
    Q_EMIT findingsChanged();
}

void ProjectDocument::setProject(const Project& project) {
    const Project before = std::exchange(m_project, project);
    renewRules();
    if (before.sources != m_project.sources || readsOtherwise(before, m_project))
        Q_EMIT sourcesChanged();
    tellDifferences(before);
    Q_EMIT modifiedChanged(isModified());
}

void ProjectDocument::tellDifferences(const Project& before) {
    QStringList tables = before.fields.keys() + m_project.fields.keys() + before.checks.keys() +
                         m_project.checks.keys();
    const bool writesOtherwise = before.locale != m_project.locale;
    if (writesOtherwise) {
        for (const Screen& screen : std::as_const(m_project.screens))
            tables += screen.table;
    }
    tables.removeDuplicates();
    for (const QString& table : std::as_const(tables)) {
        if (writesOtherwise || before.fields.value(table) != m_project.fields.value(table) ||
            before.checks.value(table) != m_project.checks.value(table))
            Q_EMIT definitionsChanged(table);
    }
    // ScreenList and head show ids, labels and groups of all; a screen's own views the rest.
    const auto isListedAlike = [](const Screen& a, const Screen& b) {
        return a.id == b.id && a.label == b.label && a.group == b.group && a.table == b.table;
    };
    if (writesOtherwise || before.name != m_project.name ||
        before.startScreen != m_project.startScreen ||
        !std::equal(before.screens.begin(), before.screens.end(), m_project.screens.begin(),
                    m_project.screens.end(), isListedAlike))
        Q_EMIT screensChanged();
    for (const Screen& screen : std::as_const(m_project.screens)) {
        const Screen* former = before.screenById(screen.id);
        if (former && !(*former == screen))
            Q_EMIT screenChanged(screen.id);
    }
}

void ProjectDocument::putSource(const QString& former, const QuerySource& source,
                                const Table& described) {
    m_described.insert(identityOf(source), described);
    change(tr("source %1").arg(source.name), [&](Project& project) {
        const auto isFormer = [&](const QuerySource& other) { return other.name == former; };
        auto place = std::find_if(project.sources.begin(), project.sources.end(), isFormer);
        if (place == project.sources.end())
            place = project.sources.insert(place, source);
        QByteArray unknown = place->unknown;
        *place = source;
        place->unknown = std::move(unknown);
        if (former.isEmpty() || former == source.name)
            return;
        for (Screen& screen : project.screens) {
            if (screen.table == former)
                screen.table = source.name;
        }
        if (project.fields.contains(former))
            project.fields.insert(source.name, project.fields.take(former));
    });
}

void ProjectDocument::describe(const QuerySource& source, const Table& described) {
    m_described.insert(identityOf(source), described);
}

void ProjectDocument::removeSource(const QString& name) {
    change(tr("without the source %1").arg(name), [&](Project& project) {
        project.sources.removeIf([&](const QuerySource& source) { return source.name == name; });
        project.fields.remove(name);
    });
}

const Table* ProjectDocument::described(const QuerySource& source) const {
    const auto found = m_described.constFind(identityOf(source));
    return found == m_described.constEnd() ? nullptr : &*found;
}

QString ProjectDocument::addScreens(const QStringList& tables, Arrangement arrangement) {
    QString first;
    change(tables.size() == 1 ? tr("new screen %1").arg(tables.front())
                              : tr("%1 new screens").arg(tables.size()),
           [&](Project& project) {
               for (const QString& table : tables) {
                   const QString id =
                       addGeneratedScreen(project, m_database->catalog(),
                                          *m_database->catalog().table(table), arrangement);
                   if (first.isEmpty())
                       first = id;
               }
           });
    fitToStored(tables);
    return first;
}

// What the catalog proposes may not hold for what is stored; asked beside the work, and mended
// where nobody has changed it meanwhile.
void ProjectDocument::fitToStored(const QStringList& tables) {
    using Fits = QHash<QString, DataFit>;
    m_database->reader()->run<Fits>(
        this,
        [tables, catalog = m_database->sharedCatalog()](Session& session) -> Result<Fits> {
            Fits fits;
            for (const QString& name : tables) {
                const auto fit = dataFitOf(session, *catalog, *catalog->table(name));
                if (fit && !fit->isEmpty())
                    fits.insert(name, *fit);
            }
            return fits;
        },
        [this](const Result<Fits>& fits) {
            if (!fits || fits->isEmpty())
                return; // what cannot be read forbids nothing
            change(tr("fields as the stored records need them"), [&](Project& project) {
                for (auto fit = fits->begin(); fit != fits->end(); ++fit) {
                    if (const Table* table = m_database->catalog().table(fit.key()))
                        fitToData(project, m_database->catalog(), *table, *fit);
                }
            });
        });
}

Result<Screen> ProjectDocument::screen(const QString& screenId) const {
    if (const Screen* found = m_project.screenById(screenId))
        return *found;
    const Table* table = m_database->catalog().table(standInTable(screenId));
    if (!table)
        return Error{ErrorKind::NotFound, coreTr("There is no screen %1.").arg(screenId)};
    Project project = m_project;
    const QString id =
        addGeneratedScreen(project, m_database->catalog(), *table, Arrangement::GridForm);
    Screen standIn = *project.screenById(id);
    standIn.id = screenId;
    return standIn;
}

Result<BoundScreen> ProjectDocument::bound(const QString& screenId) const {
    auto found = screen(screenId);
    if (!found)
        return found.error();
    return bindScreen(m_project, m_database->catalog(), *found);
}

QList<Screen> ProjectDocument::openScreens() const {
    QList<Screen> open;
    for (const Screen& screen : m_project.screens) {
        if (m_standing.may(Act::Open, screen.id))
            open += screen;
    }
    return open;
}

QString ProjectDocument::reasonAgainstNewTable() const {
    if (const QString reason = m_standing.reasonAgainst(Act::Build); !reason.isEmpty())
        return reason;
    const ConnectionSpec& connection = m_project.connection;
    if (!connection.changeLog)
        return tr("This project only reads its database.");
    if (!connection.allowed.insert)
        return tr("This connection does not allow adding records.");
    return {};
}

QString ProjectDocument::reasonAgainstNew(const QString& table) const {
    const auto screen = bound(screenIdFor(m_project, table));
    return screen ? screen->reasonAgainst(Operation::Insert) : screen.error().sentence;
}

} // namespace gravin
