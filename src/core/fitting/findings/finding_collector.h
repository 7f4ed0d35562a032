// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/fitting/findings/finding.h"

namespace gravin {

// What is found about one project and one catalog, each finding once.
class FindingCollector {
public:
    // Both must outlive it.
    FindingCollector(const Project& project, const Catalog& catalog)
        : m_project(project)
        , m_catalog(catalog) {}

    const Project& project() const { return m_project; }
    const Catalog& catalog() const { return m_catalog; }
    void add(Finding finding);
    Findings take() { return std::move(m_findings); }

    // A finding about a field of a screen, still without its words.
    Finding onField(const char* kind, Finding::Severity severity, const Screen& screen,
                    const QString& column) const;
    // A mend that changes the field's shared definition and what the screen has of its own.
    std::function<void(Project&)> onDefinition(const Screen& screen, const Table& table,
                                               const Column& column,
                                               std::function<void(FieldDefinition&)> change) const;
    // The same of what the screen alone says of the field.
    static std::function<void(Project&)> onPlacement(const Screen& screen, const QString& column,
                                                     std::function<void(ScreenField&)> change);

private:
    const Project& m_project;
    const Catalog& m_catalog;
    Findings m_findings;
};

// The name of these that is probably meant; empty: none is near.
QString nearest(const QString& mistyped, const QStringList& names);
QStringList columnNames(const Table& table);

// What there is to find, by subject.
void findOnSource(FindingCollector& found, const QuerySource& source);
void findOnScreen(FindingCollector& found, const Screen& screen);
// Requires: the screen shows this column of the table.
void findOnField(FindingCollector& found, const Screen& screen, const Table& table,
                 const Column& column);
// Whether what the database asks for in a new record can be given on the screen.
void findMissingFields(FindingCollector& found, const Screen& screen, const Table& table);
void findOnChecks(FindingCollector& found, const QString& table, const TableChecks& checks);
void findOnComputed(FindingCollector& found, const QString& table,
                    const QList<ComputedField>& fields);
void findOnRoles(FindingCollector& found);
// Of routines that write tables, and of the keys of views.
void findOnWriting(FindingCollector& found);
void findOnActions(FindingCollector& found, const Screen& screen);

} // namespace gravin
