// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/drafts/draft_journal.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QFile>

namespace gravin {

namespace {

constexpr int Version = 1;
constexpr qint64 MostDraftBytes = 256 * 1024 * 1024;
constexpr int MostProcesses = 64; // that work on one project at once

OrderedJson jsonOf(const QMap<QString, Value>& values) {
    OrderedJson json = OrderedJson::object();
    for (auto value = values.begin(); value != values.end(); ++value)
        appendMember(json, utf8(value.key()), utf8(value->encoded()));
    return json;
}

bool readValues(const OrderedJson& json, QMap<QString, Value>& values) {
    for (const auto& [column, encoded] : loose::members(json)) {
        const auto value = Value::decoded(loose::text(encoded));
        if (!value)
            return false;
        values.insert(fromUtf8(column), *value);
    }
    return true;
}

OrderedJson jsonOf(const JournalledDraft& draft) {
    OrderedJson bad = OrderedJson::object();
    for (auto text = draft.bad.begin(); text != draft.bad.end(); ++text)
        appendMember(bad, utf8(text.key()), utf8(*text));
    OrderedJson json = {{"table", utf8(draft.table)},
                        {"key", draft.key.isEmpty() ? std::string() : utf8(draft.key.encoded())},
                        {"was", jsonOf(draft.was)},
                        {"changed", jsonOf(draft.changed)},
                        {"bad", bad}};
    if (!draft.id.isEmpty())
        json["id"] = utf8(draft.id);
    if (!draft.given.isEmpty())
        json["given"] = listOf(draft.given);
    if (draft.removed)
        json["removed"] = true;
    if (draft.parent)
        json["parent"] = {{"id", utf8(draft.parent->id)},
                          {"table", utf8(draft.parent->table)},
                          {"columns", listOf(draft.parent->columns)},
                          {"match", listOf(draft.parent->targetColumns)}};
    return json;
}

std::optional<JournalledDraft> draftFrom(const OrderedJson& json) {
    JournalledDraft draft;
    draft.table = loose::text(json, "table");
    if (const QString key = loose::text(json, "key"); !key.isEmpty()) {
        const auto decoded = Key::decoded(key);
        if (!decoded)
            return std::nullopt;
        draft.key = *decoded;
    }
    if (draft.table.isEmpty() || !readValues(loose::member(json, "was"), draft.was) ||
        !readValues(loose::member(json, "changed"), draft.changed))
        return std::nullopt;
    for (const auto& [column, text] : loose::members(loose::member(json, "bad")))
        draft.bad.insert(fromUtf8(column), loose::text(text));
    draft.id = loose::text(json, "id");
    draft.given = loose::texts(json, "given");
    draft.removed = loose::boolean(json, "removed");
    if (const OrderedJson& parent = loose::member(json, "parent"); parent.is_object()) {
        draft.parent = {loose::text(parent, "id"), loose::text(parent, "table"),
                        loose::texts(parent, "columns"), loose::texts(parent, "match")};
        if (draft.parent->columns.size() != draft.parent->targetColumns.size())
            return std::nullopt;
    }
    return draft;
}

} // namespace

JournalledDraft journalled(const Draft& draft, const Table& table, const QString& run) {
    const auto idOf = [&run](const QString& name, const RecordId& id) {
        return QStringLiteral("%1/%2/%3").arg(run, name).arg(id.newNumber);
    };
    JournalledDraft kept{table.name, draft.id.key, {}, {}, {}};
    kept.removed = draft.removed;
    if (draft.id.isNew())
        kept.id = idOf(table.name, draft.id);
    if (draft.parent)
        kept.parent = {idOf(draft.parent->table, draft.parent->id), draft.parent->table,
                       draft.parent->columns, draft.parent->targetColumns};
    const auto keep = [&](int column) {
        kept.was.insert(table.columns[column].name, draft.was[static_cast<size_t>(column)]);
    };
    for (auto field = draft.changed.begin(); field != draft.changed.end(); ++field) {
        kept.changed.insert(table.columns[field.key()].name, *field);
        keep(field.key());
    }
    for (const int column : draft.given)
        kept.given += table.columns[column].name;
    kept.given.sort();
    for (auto bad = draft.bad.begin(); bad != draft.bad.end(); ++bad) {
        kept.bad.insert(table.columns[bad.key()].name, bad->text);
        keep(bad.key());
    }
    return kept;
}

Draft takenUp(const JournalledDraft& kept, const Table& table, const Record* now,
              const RecordId& id) {
    Draft draft;
    draft.id = id;
    draft.gone = !id.isNew() && !now;
    draft.removed = kept.removed && now;
    draft.was = now ? now->values : std::vector<Value>(static_cast<size_t>(table.columns.size()));
    for (auto field = kept.changed.begin(); field != kept.changed.end(); ++field) {
        const int column = table.indexOf(field.key());
        if (column < 0)
            continue;
        Value& was = draft.was[static_cast<size_t>(column)];
        const Value before = kept.was.value(field.key());
        if (now && !(was == before) && !(was == *field))
            draft.theirs.insert(column, was);
        if (!now || draft.theirs.contains(column))
            was = before;
        if (!(was == *field))
            draft.changed.insert(column, *field);
    }
    for (const QString& name : kept.given) {
        if (const int column = table.indexOf(name); column >= 0)
            draft.given += column;
    }
    for (auto text = kept.bad.begin(); text != kept.bad.end(); ++text) {
        if (const int column = table.indexOf(text.key()); column >= 0)
            draft.bad.insert(column, {*text, coreTr("This was typed and could not be taken.")});
    }
    return draft;
}

DraftJournal::DraftJournal(const QString& folder, const QString& projectFile)
    : m_folder(folder)
    , m_name(fileTag(projectFile)) {}

QString DraftJournal::path(int slot, const char* suffix) const {
    return QStringLiteral("%1/%2-%3.%4")
        .arg(m_folder, m_name, QString::number(slot), QLatin1String(suffix));
}

QList<JournalledDraft> DraftJournal::takeLeftOver(QString& problem) {
    QList<JournalledDraft> left;
    QStringList emptied;
    if (const Status made = makeOwnFolder(m_folder); !made) {
        m_reason = problem = made.error().sentence;
        return left;
    }
    for (int slot = 0; slot < MostProcesses; ++slot) {
        const bool isKept = QFile::exists(path(slot, "json"));
        if (m_slot >= 0 && !isKept)
            continue;
        auto lock = std::make_unique<QLockFile>(path(slot, "lock"));
        lock->setStaleLockTime(0); // only a process that is gone leaves one behind
        if (!lock->tryLock())
            continue; // somebody is at work there
        left += read(slot, problem);
        if (m_slot >= 0) {
            emptied += path(slot, "json");
            continue;
        }
        m_slot = slot;
        m_lock = std::move(lock);
    }
    // They are in one file before the others are gone for good.
    if (const Status written = left.isEmpty() ? ok() : write(left); !written)
        problem = written.error().sentence;
    else
        for (const QString& file : std::as_const(emptied))
            QFile::remove(file);
    return left;
}

QList<JournalledDraft> DraftJournal::read(int slot, QString& problem) const {
    const QString name = path(slot, "json");
    if (!QFile::exists(name))
        return {};
    // Only what this account wrote: anybody else's would be taken for what was typed here.
    const auto content = readWholeFile(name, MostDraftBytes, Writers::OwnAccount);
    if (!content) {
        problem = coreTr("Unsaved edits of an earlier run are not offered. %1")
                      .arg(content.error().sentence);
        return {};
    }
    const OrderedJson json = loose::parsed(*content);
    QList<JournalledDraft> drafts;
    bool isWhole = loose::integer(json, "version") == Version;
    for (const OrderedJson& entry : loose::list(json, "drafts")) {
        if (const auto draft = draftFrom(entry))
            drafts += *draft;
        else
            isWhole = false;
    }
    if (!isWhole) {
        const QString aside = path(slot, "damaged");
        QFile::remove(aside);
        QFile::copy(name, aside);
        problem =
            coreTr("Unsaved edits of an earlier run could not be read in full. What there is was "
                   "set aside as %1.")
                .arg(aside);
    }
    return drafts;
}

Status DraftJournal::write(const QList<JournalledDraft>& drafts) {
    if (m_slot < 0)
        return Error{ErrorKind::File, coreTr("Unsaved edits cannot be kept in %1.").arg(m_folder),
                     m_reason};
    const QString name = path(m_slot, "json");
    if (drafts.isEmpty()) {
        QFile::remove(name);
        return ok();
    }
    OrderedJson list = OrderedJson::array();
    for (const JournalledDraft& draft : drafts)
        list.push_back(jsonOf(draft));
    const OrderedJson json = {{"version", Version}, {"drafts", std::move(list)}};
    // What people type is nobody else's business, at no moment.
    if (const Status kept = writeWholeFile(name, compactJson(json), Readers::OwnerOnly); !kept)
        return Error{ErrorKind::File, coreTr("Unsaved edits could not be kept in %1.").arg(name),
                     kept.error().sentence};
    return ok();
}

} // namespace gravin
