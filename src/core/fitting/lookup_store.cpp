// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/lookup_store.h"

#include "core/base/text.h"
#include "core/expression/literal.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QPointer>
#include <QRegularExpression>

namespace gravin {

namespace {

// Values asked for in one statement; far below every engine's limit.
constexpr size_t ValuesPerStatement = 200;
// Shown texts that are kept; a list that shows more of them reads again.
constexpr qsizetype MostShown = 100'000;

// The columns of a lookup in its table, and the SQL that asks for them.
class LookupQuery {
public:
    static Result<LookupQuery> make(const Lookup& lookup, const Catalog& catalog,
                                    const Dialect& dialect) {
        LookupQuery query(lookup, dialect);
        query.m_table = catalog.table(lookup.table);
        if (!query.m_table)
            return Error{ErrorKind::NotFound,
                         coreTr("The table %1 that is looked up is not there.").arg(lookup.table)};
        QStringList names{lookup.storedColumn};
        names += lookup.shownColumns;
        for (const QString& name : names) {
            const Column* column = query.m_table->column(name);
            if (!column)
                return Error{ErrorKind::NotFound,
                             coreTr("The column %1.%2 that is looked up is not "
                                    "there.")
                                 .arg(lookup.table, name)};
            if (!column->expression.isEmpty())
                return Error{ErrorKind::Usage,
                             coreTr("%1.%2 is computed by Gravin, and cannot be looked up.")
                                 .arg(lookup.table, name)};
            query.m_columns += column;
        }
        return query;
    }

    QString select() const {
        QStringList names;
        for (const Column* column : m_columns)
            names += m_dialect->readable(*column);
        return QStringLiteral("SELECT %1 FROM %2")
            .arg(names.join(QStringLiteral(", ")), m_dialect->rowsOf(*m_table));
    }

    SqlFragment whereStored(const std::vector<Value>& values, size_t first, size_t last) const {
        SqlFragment where{QStringLiteral(" WHERE %1 IN (").arg(name(*stored())), {}};
        for (size_t i = first; i < last; ++i) {
            where.sql +=
                (i > first ? QStringLiteral(", ") : QString()) + m_dialect->placeholder(*stored());
            where.values += m_dialect->encode(values[i], stored()->type);
        }
        where.sql += u')';
        return where;
    }

    // Every word in one of the shown columns, and the lookup's own conditions.
    Result<SqlFragment> whereMatching(const QString& text) const {
        QStringList conditions;
        QVariantList values;
        static const QRegularExpression blanks(QStringLiteral("\\s+"));
        for (const QString& word : text.split(blanks, Qt::SkipEmptyParts)) {
            QStringList places;
            for (qsizetype i = 1; i < m_columns.size(); ++i) {
                places += m_dialect->containsText(name(*m_columns[i]));
                values += word;
            }
            conditions += u'(' + places.join(QStringLiteral(" OR ")) + u')';
        }
        for (const LookupCondition& only : m_lookup.conditions) {
            const Column* column = m_table->column(only.column);
            if (!column)
                return Error{ErrorKind::NotFound,
                             coreTr("The column %1.%2 that the lookup filters by is not there.")
                                 .arg(m_lookup.table, only.column)};
            auto value = only.value.isEmpty() ? Result<Value>(Value::null())
                                              : fromText(only.value, column->type);
            if (!value)
                return value.error();
            const SqlFragment exactly = m_dialect->exactly(*column, *value);
            conditions += u'(' + exactly.sql + u')';
            values += exactly.values;
        }
        if (conditions.isEmpty())
            return SqlFragment{};
        return SqlFragment{QStringLiteral(" WHERE ") + conditions.join(QStringLiteral(" AND ")),
                           values};
    }

    QString order() const {
        const Column* by = m_table->column(m_lookup.sortColumn);
        return QStringLiteral(" ORDER BY %1%2, %3")
            .arg(name(by ? *by : *m_columns[1]),
                 m_lookup.sortDescending ? QStringLiteral(" DESC") : QString(), name(*stored()));
    }

    LookupStore::Entry entryOf(const QSqlQuery& row, const LocaleForm& form) const {
        LookupStore::Entry entry{m_dialect->decode(row.value(0), stored()->type), {}};
        for (int i = 1; i < m_columns.size(); ++i)
            entry.shown +=
                form.text(m_dialect->decode(row.value(i), m_columns[i]->type), m_columns[i]->type);
        return entry;
    }

private:
    LookupQuery(const Lookup& lookup, const Dialect& dialect)
        : m_lookup(lookup)
        , m_dialect(&dialect) {}

    const Column* stored() const { return m_columns.front(); }
    // With the table before it a name means the column, not the text form that is read of it.
    QString name(const Column& column) const {
        return m_dialect->nameOfRows(*m_table) + u'.' + m_dialect->quoted(column.name);
    }

    Lookup m_lookup;
    const Dialect* m_dialect;
    const Table* m_table = nullptr;
    QList<const Column*> m_columns; // stored, then shown
};

// The lookup's own conditions as expressions.
QStringList conditionsOf(const Lookup& lookup, const Table& table) {
    QStringList conditions;
    for (const LookupCondition& only : lookup.conditions) {
        const Column* column = table.column(only.column);
        const auto value = column ? fromText(only.value, column->type) : Result<Value>(Value());
        const QString literal =
            value && !value->isNull() && !only.value.isEmpty() ? literalText(*value) : QString();
        conditions += literal.isEmpty() ? nameText(only.column) + QStringLiteral(" IS NULL")
                                        : nameText(only.column) + QStringLiteral(" = ") + literal;
    }
    return conditions;
}

// By conditions that the engine may not know: Gravin asks them then.
Result<QList<LookupStore::Entry>> findOnly(Session& session, const Lookup& lookup,
                                           const LocaleForm& form, const Table& table,
                                           const QStringList& conditions, const QString& text,
                                           qint64 offset, int limit) {
    RecordQuery query;
    query.conditions = conditions;
    query.search = text;
    QList<Column> columns{*table.column(lookup.storedColumn)};
    for (const QString& name : lookup.shownColumns) {
        columns += *table.column(name);
        query.searched += SearchedColumn{name};
    }
    const bool isSorted = table.column(lookup.sortColumn) != nullptr;
    query.sort = {
        {isSorted ? lookup.sortColumn : lookup.shownColumns.front(), lookup.sortDescending}};
    QList<LookupStore::Entry> entries;
    qint64 place = 0;
    const Status scanned =
        TableReader(session, table).scanValues(query, columns, [&](std::vector<Value>&& values) {
            if (place++ < offset)
                return true;
            LookupStore::Entry entry{values.front(), {}};
            for (qsizetype i = 1; i < columns.size(); ++i)
                entry.shown += form.text(values[static_cast<size_t>(i)], columns[i].type);
            entries += entry;
            return entries.size() < limit;
        });
    if (!scanned)
        return scanned.error();
    return entries;
}

} // namespace

LookupStore::LookupStore(Lookup lookup, const LocaleForm& form,
                         std::shared_ptr<const Catalog> catalog, Worker* reader, QObject* parent)
    : QObject(parent)
    , m_lookup(std::move(lookup))
    , m_form(form)
    , m_catalog(std::move(catalog))
    , m_reader(reader) {}

QString LookupStore::shownFor(const Value& stored) {
    const QString encoded = stored.encoded();
    if (!m_asked.contains(encoded)) {
        m_asked.insert(encoded);
        want(stored);
    }
    return m_shown.value(encoded);
}

// Those that a list shows are asked for together.
void LookupStore::want(const Value& stored) {
    m_wanted.push_back(stored);
    if (m_fetchQueued)
        return;
    m_fetchQueued = true;
    QMetaObject::invokeMethod(this, &LookupStore::fetchWanted, Qt::QueuedConnection);
}

Result<QList<LookupStore::Entry>> LookupStore::shownEntries(Session& session, const Lookup& lookup,
                                                            const LocaleForm& form,
                                                            const Catalog& catalog,
                                                            const std::vector<Value>& values) {
    auto query = LookupQuery::make(lookup, catalog, session.dialect());
    if (!query)
        return query.error();
    QList<Entry> entries;
    for (size_t first = 0; first < values.size(); first += ValuesPerStatement) {
        const SqlFragment where =
            query->whereStored(values, first, std::min(first + ValuesPerStatement, values.size()));
        Status selected =
            session.select(query->select() + where.sql, where.values, [&](const QSqlQuery& row) {
                entries.append(query->entryOf(row, form));
                return true;
            });
        if (!selected)
            return selected.error();
    }
    return entries;
}

void LookupStore::fetchWanted() {
    m_fetchQueued = false;
    QStringList wanted;
    for (const Value& value : m_wanted)
        wanted += value.encoded();
    m_reader->run<QList<Entry>>(
        this,
        [lookup = m_lookup, form = m_form, catalog = m_catalog,
         values = std::exchange(m_wanted, {})](Session& session) {
            return shownEntries(session, lookup, form, *catalog, values);
        },
        [this, wanted](const Result<QList<Entry>>& entries) {
            // A lookup whose table is not there shows what is stored.
            if (!entries)
                return;
            // A record that went meanwhile is shown no more.
            for (const QString& encoded : wanted)
                m_shown.remove(encoded);
            remember(*entries);
            Q_EMIT arrived();
        });
}

void LookupStore::remember(const QList<Entry>& entries) {
    if (m_shown.size() > MostShown) {
        m_shown.clear();
        m_asked.clear();
    }
    for (const Entry& entry : entries) {
        const QString encoded = entry.stored.encoded();
        m_asked.insert(encoded);
        m_shown.insert(encoded, entry.shown.value(0));
    }
}

void LookupStore::find(const QString& text, qint64 offset, int limit, QObject* context,
                       Found answer, const QString& only) {
    m_reader->run<QList<Entry>>(context, finding(text, offset, limit, only),
                                remembering(std::move(answer)));
}

void LookupStore::find(Search& search, const QString& text, qint64 offset, int limit,
                       QObject* context, Found answer, const QString& only) {
    search.run(m_reader, context, finding(text, offset, limit, only),
               remembering(std::move(answer)));
}

std::function<Result<QList<LookupStore::Entry>>(Session&)>
LookupStore::finding(const QString& text, qint64 offset, int limit, const QString& only) const {
    return [lookup = m_lookup, form = m_form, catalog = m_catalog, text, offset, limit,
            only](Session& session) -> Result<QList<Entry>> {
        auto query = LookupQuery::make(lookup, *catalog, session.dialect());
        if (!query)
            return query.error();
        if (!only.isEmpty())
            return findOnly(session, lookup, form, *catalog->table(lookup.table),
                            conditionsOf(lookup, *catalog->table(lookup.table)) + QStringList{only},
                            text, offset, limit);
        auto where = query->whereMatching(text);
        if (!where)
            return where.error();
        QList<Entry> entries;
        Status selected = session.select(
            query->select() + where->sql + query->order() + QStringLiteral(" LIMIT ? OFFSET ?"),
            where->values + QVariantList{limit, offset}, [&](const QSqlQuery& row) {
                entries.append(query->entryOf(row, form));
                return true;
            });
        if (!selected)
            return selected.error();
        return entries;
    };
}

// What is offered is what may be chosen, and then shown.
LookupStore::Found LookupStore::remembering(Found answer) {
    return [this, guard = QPointer<LookupStore>(this),
            answer = std::move(answer)](const Result<QList<Entry>>& entries) {
        if (guard && entries)
            remember(*entries);
        answer(entries);
    };
}

void LookupStore::refresh() {
    m_asked.clear();
    Q_EMIT arrived(); // whoever shows something asks for it again
}

} // namespace gravin
