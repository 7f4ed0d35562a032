// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/fitting/findings/binding_check.h"

#include <QObject>
#include <QUndoStack>

#include <functional>

namespace gravin {

class Database;

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
    Status save();

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

private:
    friend class ProjectStep;
    void setProject(const Project& project);
    void tellDifferences(const Project& before);
    // After the project or the catalog became another.
    void renewRules();
    void fitToStored(const QStringList& tables);

    QString m_file;
    Project m_project;
    Project m_saved;
    Database* m_database;
    Standing m_standing;
    RuleBook m_rules;
    Findings m_findings;
    QUndoStack m_undo;
    QHash<QString, Table> m_described; // sources of now and of former steps, by identityOf()
};

} // namespace gravin
