// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/fitting/screen_links.h"
#include "core/records/record.h"
#include "session/drafts/draft_ref.h"

#include <QObject>

namespace gravin {

class Database;
class ProjectDocument;
class Records;

// Begins a new record with what another one holds, and with it new lines with what its lines hold,
// to every depth that the screens show; edits that are not saved count, lines that are to be
// deleted do not. Nothing is stored: all of it is one step of the undo, and is saved or discarded
// together. What is stored is read in the background. Tells its end once and deletes itself then.
class RecordCopy : public QObject {
    Q_OBJECT
public:
    // So many lines are copied at most.
    static constexpr int MostLines = 5'000;

    // All must outlive it.
    RecordCopy(Database* database, const ProjectDocument* document, Records* records,
               QObject* parent = nullptr);

    void copy(const BoundScreen& screen, const RecordId& id);

Q_SIGNALS:
    void done(const gravin::RecordId& made);
    void failed(const gravin::Error& error);

private:
    // A kind of lines, as far down as screens show them.
    struct Kind {
        RecordLink link;
        BoundScreen screen;
        QStringList parentColumns; // of the parent's table
        std::vector<Kind> below = {};
    };
    // A record with the stored lines of each kind below it.
    struct Tree {
        Record record;
        std::vector<std::vector<Tree>> below = {};
    };
    std::vector<Kind> kindsBelow(const BoundScreen& screen, ChildDepth level, int depth) const;
    static Status readBelow(Session& session, const Table& table, const std::vector<Kind>& kinds,
                            Tree& tree, int& left);
    void begin(const BoundScreen& screen, const RecordId& id, const std::vector<Kind>& kinds,
               const Tree& tree);
    void beginBelow(const DraftRef& from, const DraftRef& made, const std::vector<Kind>& kinds,
                    const Tree* stored);
    std::vector<Value> valuesOf(const DraftRef& place, const Record* stored) const;

    Database* m_database;
    const ProjectDocument* m_document;
    Records* m_records;
};

} // namespace gravin
