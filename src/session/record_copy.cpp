// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/record_copy.h"

#include "core/fitting/screen_links.h"
#include "core/records/table_reader.h"
#include "session/database.h"
#include "session/drafts/draft_history.h"
#include "session/project_document.h"
#include "session/records.h"

#include <QLocale>

#include <algorithm>
#include <functional>

namespace gravin {

namespace {
constexpr int DeepestLines = 3;
}

RecordCopy::RecordCopy(Database* database, const ProjectDocument* document, Records* records,
                       QObject* parent)
    : QObject(parent)
    , m_database(database)
    , m_document(document)
    , m_records(records) {}

std::vector<RecordCopy::Kind> RecordCopy::kindsBelow(const BoundScreen& screen, ChildDepth level,
                                                     int depth) const {
    std::vector<Kind> kinds;
    if (depth == DeepestLines || !level.showsChildren())
        return kinds;
    for (const RecordLink& link :
         childrenOf(m_document->project(), m_records->catalog(), screen.screen)) {
        const auto bound = m_document->bound(link.screen);
        // What nobody may add here is not copied.
        if (bound && bound->reasonAgainst(Operation::Insert).isEmpty() &&
            !bound->table->key.isEmpty())
            kinds.push_back({link, *bound, link.columns,
                             kindsBelow(*bound, level.of(bound->screen), depth + 1)});
    }
    return kinds;
}

Status RecordCopy::readBelow(Session& session, const Table& table, const std::vector<Kind>& kinds,
                             Tree& tree, int& left) {
    for (const Kind& kind : kinds) {
        std::vector<Tree>& lines = tree.below.emplace_back();
        std::vector<Value> wanted;
        for (const QString& column : kind.parentColumns) {
            const int at = table.indexOf(column);
            wanted.push_back(at < 0 ? Value() : tree.record.values[static_cast<size_t>(at)]);
        }
        if (std::any_of(wanted.begin(), wanted.end(), std::mem_fn(&Value::isNull)))
            continue;
        const Table& below = *kind.screen.table;
        const auto keys = TableReader(session, below).keysWhere(kind.link.targetColumns, wanted);
        if (!keys)
            return keys.error();
        left -= static_cast<int>(std::min<size_t>(keys->size(), MostLines + 1));
        if (left < 0)
            return Error{ErrorKind::Refused,
                         tr("It has more than %1 lines, which is too many to copy.")
                             .arg(QLocale().toString(MostLines))};
        SortOrder byKey;
        for (const QString& column : below.key)
            byKey += SortBy{column, false};
        const auto records = TableReader(session, below).records(*keys, byKey);
        if (!records)
            return records.error();
        for (const Record& record : *records) {
            lines.push_back({record});
            if (Status read = readBelow(session, below, kind.below, lines.back(), left); !read)
                return read;
        }
    }
    return ok();
}

void RecordCopy::copy(const BoundScreen& screen, const RecordId& id) {
    const std::vector<Kind> kinds = kindsBelow(screen, ChildDepth(screen.screen), 0);
    if (id.isNew()) {
        begin(screen, id, kinds, {});
        return;
    }
    m_database->reader()->run<Tree>(
        this,
        [table = screen.table, key = id.key, kinds](Session& session) -> Result<Tree> {
            auto record = TableReader(session, *table).record(key);
            if (!record)
                return record.error();
            if (!*record)
                return Error{ErrorKind::NotFound, tr("The record is not there any more.")};
            Tree tree{**record};
            int left = MostLines;
            if (Status read = readBelow(session, *table, kinds, tree, left); !read)
                return read.error();
            return tree;
        },
        [this, screen, id, kinds](const Result<Tree>& tree) {
            if (tree) {
                begin(screen, id, kinds, *tree);
                return;
            }
            Q_EMIT failed(tree.error());
            deleteLater();
        });
}

std::vector<Value> RecordCopy::valuesOf(const DraftRef& place, const Record* stored) const {
    const Draft* draft = m_records->drafts(place.table)->find(place.id);
    return draft ? draft->values() : stored ? stored->values : std::vector<Value>();
}

void RecordCopy::begin(const BoundScreen& screen, const RecordId& id,
                       const std::vector<Kind>& kinds, const Tree& tree) {
    const DraftRef from{screen.table->name, id};
    const std::vector<Value> values = valuesOf(from, id.isNew() ? nullptr : &tree.record);
    if (values.empty()) {
        Q_EMIT failed({ErrorKind::NotFound, tr("The record is not there any more.")});
        deleteLater();
        return;
    }
    const auto step = m_records->history()->oneStep();
    const RecordId made = m_records->newRecord(screen, Records::copiedValues(screen, values));
    beginBelow(from, {screen.table->name, made}, kinds, id.isNew() ? nullptr : &tree);
    Q_EMIT done(made);
    deleteLater();
}

// Stored lines as they are with their edits, behind them those that are begun.
void RecordCopy::beginBelow(const DraftRef& from, const DraftRef& made,
                            const std::vector<Kind>& kinds, const Tree* stored) {
    for (size_t i = 0; i < kinds.size(); ++i) {
        const Kind& kind = kinds[i];
        const QString& table = kind.screen.table->name;
        const DraftParent parent{made.table, made.id, kind.link.targetColumns, kind.parentColumns};
        const auto add = [&](const RecordId& line, const Tree* lineStored) {
            const Draft* draft = m_records->drafts(table)->find(line);
            if (draft && draft->removed)
                return;
            QMap<QString, Value> values = Records::copiedValues(
                kind.screen, valuesOf({table, line}, lineStored ? &lineStored->record : nullptr));
            for (const QString& column : kind.link.targetColumns)
                values.remove(column); // handed down by the new parent
            const RecordId copied = m_records->newRecord(kind.screen, values, parent);
            beginBelow({table, line}, {table, copied}, kind.below, lineStored);
        };
        if (stored && i < stored->below.size()) {
            for (const Tree& line : stored->below[i])
                add({line.record.key, 0}, &line);
        }
        // Of a stored parent they have its values, of a new one they say which it is.
        const QList<RecordId> begun = m_records->drafts(table)->newRecords();
        for (const RecordId& line : begun) {
            const Draft* draft = m_records->drafts(table)->find(line);
            const bool isOfNew =
                draft->parent && draft->parent->table == from.table && draft->parent->id == from.id;
            bool isOfStored = stored && !draft->parent;
            for (qsizetype c = 0; isOfStored && c < kind.link.targetColumns.size(); ++c) {
                const int at = m_records->table(from.table)->indexOf(kind.parentColumns[c]);
                const int lineAt = kind.screen.table->indexOf(kind.link.targetColumns[c]);
                isOfStored = at >= 0 && lineAt >= 0 &&
                             draft->value(lineAt) == stored->record.values[static_cast<size_t>(at)];
            }
            if (isOfNew || isOfStored)
                add(line, nullptr);
        }
    }
}

} // namespace gravin
