// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/fitting/findings/binding_check.h"

#include <QFileSystemWatcher>
#include <QObject>
#include <QTimer>
#include <QUndoStack>

#include <functional>

namespace gravin {

class Database;
struct ProjectMerge;

// The project that is open: its file, its steps of undo, and what follows from it and the catalog:
// bound screens, rules and findings. Lives in the interface's thread.
class ProjectDocument : public QObject {
    Q_OBJECT
public:
    // `database` must outlive it.
    ProjectDocument(QString file, Project project, Database* database);

    const QString& file() const { return m_file; }
    const Project& project() const { return m_project; }
    bool isModified() const { return !(m_project == m_saved); }
    // Conflict: somebody else has written the file since it was read or saved here, and nothing is
    // written over that; takeTogether() comes first.
    Status save();
    // Whether its developer has signed the file as it was read or saved here; saving it here takes
    // the signature off.
    bool isSigned() const;
    // Whether somebody else has written the file since.
    bool isFileAnother() const;
    // What they made of the project and what was made of it here, brought together; `chosen` as in
    // mergeProjects().
    Result<ProjectMerge> compareWithFile(const QSet<QString>& chosen = {}) const;
    // Takes that over as one step of undo; what is in the file counts as saved.
    Status takeTogether(const QSet<QString>& chosen);

    // Changes the project as one step of undo, named by `text`; what shows it follows at once. An
    // edit that changes nothing is no step.
    void change(const QString& text, const std::function<void(Project&)>& edit);
    // Steps of change(), for the whole project.
    QUndoStack* undoStack() { return &m_undo; }

    // Puts a described SELECT among the sources, as one step: in the place of the one that was
    // called `former`, or as a new one.
    void putSource(const QString& former, const QuerySource& source, const Table& described);
    void removeSource(const QString& name);
    // What the database says of this source now.
    void describe(const QuerySource& source, const Table& described);
    // What the database said of this source when it was described; null: it was not.
    const Table* described(const QuerySource& source) const;
    // Adds generated screens for these tables, as one step, and answers the id of the first.
    // Their fields follow what is stored a moment later.
    QString addScreens(const QStringList& tables, Arrangement arrangement);

    // The screen of this id, or the stand-in for a table without one (see standInId()).
    Result<Screen> screen(const QString& screenId) const;
    // The screen bound to its table; an error when the table is not there.
    Result<BoundScreen> bound(const QString& screenId) const;
    // What this person may do, by the roles that they have.
    const Standing& standing() const { return m_standing; }
    // The screens that they may open, in the project's order.
    QList<Screen> openScreens() const;
    // Why no record can be added to this table by hand; empty: one can.
    QString reasonAgainstNew(const QString& table) const;
    // Why no table can be made through this connection; empty: one can.
    QString reasonAgainstNewTable() const;
    // Where the project does not fit the catalog, now.
    const Findings& findings() const { return m_findings; }
    TableRules rules(const QString& table) const { return m_rules.value(table); }
    const RuleBook& rules() const { return m_rules; }

Q_SIGNALS:
    // Of fields or checks of this table: whatever shows it is bound anew.
    void definitionsChanged(const QString& table);
    // The screen has another content; the list of screens is the same.
    void screenChanged(const QString& screenId);
    // Screens came, went, were renamed or moved.
    void screensChanged();
    // findings() are others, after the project or the catalog became another.
    void findingsChanged();
    // Sources or computed fields are others now: the catalog has to follow.
    void sourcesChanged();
    void modifiedChanged(bool modified);
    // Somebody else has written the file; told once of each time.
    void fileBecameAnother();

private:
    friend class ProjectStep;
    void setProject(const Project& project);
    void tellDifferences(const Project& before);
    // After the project or the catalog became another.
    void renewRules();
    void fitToStored(const QStringList& tables);
    void noteFile();
    void lookAtFile();

    QString m_file;
    Project m_project;
    Project m_saved;
    Database* m_database;
    Standing m_standing;
    RuleBook m_rules;
    Findings m_findings;
    QUndoStack m_undo;
    QHash<QString, Table> m_described; // sources of now and of former steps, by identityOf()
    QByteArray m_content;              // of the file, when it was read or saved here
    QByteArray m_toldContent;          // of which it was told that it is another
    QFileSystemWatcher m_watcher;
    QTimer m_lookSoon; // a file is often written in several steps
};

} // namespace gravin
