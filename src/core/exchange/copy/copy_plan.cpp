// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/copy/copy_plan.h"

#include "core/base/text.h"

#include <QRegularExpression>
#include <QSet>

#include <algorithm>

namespace gravin {

namespace {

// PostgreSQL cuts longer ones in silence; the others allow about as much.
constexpr qsizetype LongestCopiedName = 63; // bytes of UTF-8

QString actionWords(ForeignKey::Action action) {
    switch (action) {
    case ForeignKey::Action::Forbid:
        break;
    case ForeignKey::Action::Cascade:
        return QStringLiteral("CASCADE");
    case ForeignKey::Action::SetNull:
        return QStringLiteral("SET NULL");
    case ForeignKey::Action::SetDefault:
        return QStringLiteral("SET DEFAULT");
    }
    return {};
}

// A literal means the same everywhere; whatever else a default says is the engine's own.
QString portableDefault(const Column& column) {
    static const QRegularExpression literal(
        QStringLiteral(
            "^\\(*('(?:[^'\\\\]|'')*'|-?\\d+(?:\\.\\d+)?|true|false)\\)*(?:::[\\w \"().,]+)?$"),
        QRegularExpression::CaseInsensitiveOption);
    const auto found = literal.match(column.defaultExpression.trimmed());
    if (!found.hasMatch())
        return {};
    QString text = found.captured(1);
    if (column.type.kind == TypeKind::Boolean) {
        const QString word = text.toLower();
        const bool isTrue = word == u"true" || word == u"1";
        return isTrue || word == u"false" || word == u"0"
                   ? (isTrue ? QStringLiteral("TRUE") : QStringLiteral("FALSE"))
                   : QString();
    }
    const bool isWord = text[0].isLetter();
    return isWord ? QString() : text;
}

// "SELECT …" of a CREATE VIEW, with the names that stand before it.
QString viewBody(const QString& sql) {
    static const QRegularExpression create(
        QStringLiteral("^\\s*CREATE\\s+VIEW\\s+(?:IF\\s+NOT\\s+EXISTS\\s+)?"
                       "(?:\"[^\"]*\"|\\[[^\\]]*\\]|`[^`]*`|\\w+)\\s*(\\([^)]*\\))?\\s*\\bAS\\b"),
        QRegularExpression::CaseInsensitiveOption);
    const auto found = create.match(sql);
    if (!found.hasMatch())
        return QStringLiteral(" AS ") + sql.trimmed();
    return found.captured(1) + QStringLiteral(" AS ") + sql.mid(found.capturedEnd()).trimmed();
}

// Names as the target quotes them, and no casts that it has not: what one engine says of an
// expression, as far as another may take it. Whether it does, and what it comes to there, is tried.
QString saidFor(Engine target, const QString& sql) {
    const QChar quote = target == Engine::MariaDb ? u'`' : u'"';
    static const QRegularExpression cast(
        QStringLiteral("^::[a-z]+(?: (?:varying|precision|with(?:out)? time zone))?(?:\\([0-9, "
                       "]+\\))?(?:\\[\\])?"));
    QString said;
    QChar within; // the mark of a text or a name; null: in neither
    for (qsizetype at = 0; at < sql.size(); ++at) {
        const QChar character = sql[at];
        const bool isName = character == u'"' || character == u'`';
        if (within.isNull() && target != Engine::PostgreSql && character == u':') {
            const auto found = cast.match(sql.mid(at, 60));
            if (found.hasMatch()) {
                at += found.capturedLength() - 1;
                continue;
            }
        }
        if (within.isNull() && target != Engine::MariaDb && character == u'!' &&
            sql.mid(at + 1, 1) != u"=") {
            said += QStringLiteral("NOT ");
            continue;
        }
        if (within.isNull() && (isName || character == u'\''))
            within = character;
        else if (within == character)
            within = QChar();
        said += isName && within != u'\'' ? quote : character;
    }
    return said;
}

class Planner {
public:
    Planner(Session& source, Session& target)
        : m_source(source)
        , m_from(source.dialect())
        , m_to(target.dialect())
        , m_target(target)
        , m_isSameEngine(source.spec().engine == target.spec().engine) {}

    Result<CopyPlan> plan() {
        auto catalog = m_source.readCatalog();
        if (!catalog)
            return catalog.error();
        auto existing = m_target.readCatalog();
        if (!existing)
            return existing.error();
        for (const Table& table : catalog->tables) {
            if (!table.isView() && !table.isQuery())
                choose(table.stored());
        }
        if (m_plan.tables.isEmpty())
            return Error{ErrorKind::Refused, coreTr("There is no table to copy.")};
        if (Status fits = verifyNames(*existing); !fits)
            return fits.error();
        for (PlannedTable& table : m_plan.tables) {
            table.create = create(table.source, true);
            table.plain = create(table.source, false);
            addIndexes(table);
            addReferences(table);
            note(table.source);
        }
        if (Status views = addViews(*existing); !views)
            return views.error();
        for (const Table& view : catalog->tables) {
            if (view.isView())
                noteTriggers(view);
        }
        noteRoutines(catalog->routines);
        return m_plan;
    }

private:
    void choose(const Table& table) {
        if (table.kind != Table::Kind::Table)
            m_plan.notes +=
                coreTr("%1 is no table of this database and stays where it is.").arg(table.name);
        else if (table.name != table.relation)
            m_plan.notes +=
                coreTr("%1 is of another schema and stays where it is.").arg(table.name);
        else if (table.columns.isEmpty())
            m_plan.notes += coreTr("%1 cannot be read and stays where it is.").arg(table.name);
        else
            m_plan.tables += {table, table.relation, {}, {}, {}, {}};
    }

    static QStringList namesOf(const Table& table) {
        QStringList names;
        for (const Column& column : table.columns)
            names += column.name;
        return names;
    }

    Status verifyNames(const Catalog& existing) const {
        QStringList taken;
        for (const PlannedTable& table : m_plan.tables) {
            for (const QString& name : QStringList{table.name} + namesOf(table.source)) {
                if (name.toUtf8().size() > LongestCopiedName)
                    return Error{ErrorKind::Refused,
                                 coreTr("The name “%1” is too long: %2 bytes are allowed.")
                                     .arg(name.left(20) + u'…')
                                     .arg(LongestCopiedName)};
            }
            for (const Table& there : existing.tables) {
                if (there.name.compare(table.name, Qt::CaseInsensitive) == 0)
                    taken += there.name;
            }
        }
        if (taken.isEmpty())
            return ok();
        constexpr qsizetype MostNamed = 5;
        return Error{ErrorKind::Refused,
                     coreTr("There is %1 already. Copy into a database that has none of these "
                            "tables.")
                         .arg(taken.mid(0, MostNamed).join(QStringLiteral(", ")))};
    }

    // Columns that stand in a key, an index or a reference, from either side.
    QSet<QString> indexed(const Table& table) const {
        QSet<QString> names{table.key.begin(), table.key.end()};
        for (const QStringList& columns : table.uniqueKeys + table.indexes)
            names.unite({columns.begin(), columns.end()});
        for (const ForeignKey& reference : table.foreignKeys)
            names.unite({reference.columns.begin(), reference.columns.end()});
        for (const PlannedTable& other : m_plan.tables) {
            for (const ForeignKey& reference : other.source.foreignKeys) {
                if (reference.table == table.name)
                    names.unite(
                        {reference.referencedColumns.begin(), reference.referencedColumns.end()});
            }
        }
        return names;
    }

    static bool isGivenNumber(const Table& table, const Column& column) {
        return table.key == QStringList{column.name} && column.givenByDatabase &&
               column.type.kind == TypeKind::Integer;
    }

    QString declared(const Table& table, const Column& column, bool isIndexed,
                     bool computes) const {
        if (isGivenNumber(table, column))
            return m_to.declaration(FieldKind::GivenNumber, -1, true);
        QString words = typeOf(column, isIndexed);
        if (column.computed && computes && !column.generatedFrom.isNull())
            return words + QStringLiteral(" GENERATED ALWAYS AS (%1) STORED")
                               .arg(said(column.generatedFrom));
        if (!column.nullable && !words.contains(u"NOT NULL"))
            words += QStringLiteral(" NOT NULL");
        if (const QString given = defaultOf(column); !given.isEmpty())
            words += QStringLiteral(" DEFAULT ") + given;
        return words;
    }

    QString said(const QString& sql) const {
        return m_isSameEngine ? sql : saidFor(m_target.spec().engine, sql);
    }

    QString defaultOf(const Column& column) const {
        if (column.defaultExpression.isNull() || column.computed)
            return {};
        return portableDefault(column);
    }

    QString create(const Table& table, bool computes) const {
        const QSet<QString> inIndex = indexed(table);
        QStringList parts;
        bool hasKey = table.key.isEmpty();
        for (const Column& column : table.columns) {
            parts += (m_to.quoted(column.name) + u' ' +
                      declared(table, column, inIndex.contains(column.name), computes))
                         .trimmed();
            hasKey = hasKey || isGivenNumber(table, column);
            if (isKeptAsText(column) && column.type.kind == TypeKind::Enumeration)
                parts.back() += u' ' + membersCheck(column);
        }
        if (!hasKey)
            parts += QStringLiteral("PRIMARY KEY (%1)").arg(quotedAll(table.key));
        if (m_isSameEngine) {
            for (const CheckConstraint& check : table.checks)
                parts += QStringLiteral("CHECK (%1)").arg(check.expression);
        }
        if (!m_to.addsReferences()) {
            for (const ForeignKey& reference : table.foreignKeys)
                parts += referenceClause(reference);
        }
        return QStringLiteral("CREATE TABLE %1 (\n    %2\n)%3")
            .arg(m_to.quoted(table.relation), parts.join(QStringLiteral(",\n    ")),
                 m_to.tableOptions());
    }

    // A list of words where the engine has no kind for it.
    bool isKeptAsText(const Column& column) const {
        Column text;
        text.type.kind = TypeKind::Foreign;
        return m_to.declarationOf(column, false) == m_to.declarationOf(text, false);
    }

    // The same engine is told its own words, where they say all of it.
    QString typeOf(const Column& column, bool isIndexed) const {
        // Texts have their own ways of comparing, and numbers have to fit the keys that they refer
        // to.
        const bool isOurs = column.type.kind == TypeKind::Text ||
                            column.type.kind == TypeKind::Enumeration ||
                            column.type.kind == TypeKind::Integer;
        const bool isOwnWord =
            m_target.spec().isFile() ||
            (!isOurs && column.declaredType.startsWith(column.baseType, Qt::CaseInsensitive));
        return m_isSameEngine && isOwnWord ? column.declaredType
                                           : m_to.declarationOf(column, isIndexed);
    }

    QString membersCheck(const Column& column) const {
        QStringList members;
        for (QString member : column.type.members)
            members += u'\'' + member.replace(u'\'', QStringLiteral("''")) + u'\'';
        return QStringLiteral("CHECK (%1 IN (%2))")
            .arg(m_to.quoted(column.name), members.join(QStringLiteral(", ")));
    }

    QString quotedAll(const QStringList& columns) const {
        QStringList quoted;
        for (const QString& column : columns)
            quoted += m_to.quoted(column);
        return quoted.join(QStringLiteral(", "));
    }

    QString referenceClause(const ForeignKey& reference) const {
        QString clause = QStringLiteral("FOREIGN KEY (%1) REFERENCES %2 (%3)")
                             .arg(quotedAll(reference.columns), m_to.quoted(reference.table),
                                  quotedAll(reference.referencedColumns));
        if (const QString words = actionWords(reference.onDelete); !words.isEmpty())
            clause += QStringLiteral(" ON DELETE ") + words;
        if (const QString words = actionWords(reference.onUpdate); !words.isEmpty())
            clause += QStringLiteral(" ON UPDATE ") + words;
        return clause;
    }

    // Names of indexes are unique in a schema on some engines: they are made of the table's.
    void addIndexes(PlannedTable& planned) const {
        int number = 0;
        const auto index = [&](const QStringList& columns, const char* kind) {
            const QString name = planned.name.left(40) + QStringLiteral("_by_%1").arg(++number);
            planned.after += QStringLiteral("CREATE %1 %2 ON %3 (%4)")
                                 .arg(QLatin1String(kind), m_to.quoted(name),
                                      m_to.quoted(planned.name), quotedAll(columns));
        };
        for (const QStringList& columns : planned.source.uniqueKeys)
            index(columns, "UNIQUE INDEX");
        for (const QStringList& columns : planned.source.indexes)
            index(columns, "INDEX");
        for (const Column& column : planned.source.columns) {
            if (!isGivenNumber(planned.source, column))
                continue;
            Table target;
            target.name = target.relation = planned.name;
            if (const QString goesOn = m_to.continueNumbers(target, column.name); !goesOn.isEmpty())
                planned.after += goesOn;
        }
    }

    void addReferences(PlannedTable& planned) {
        if (!m_to.addsReferences())
            return;
        for (const ForeignKey& reference : planned.source.foreignKeys) {
            const bool comesAlong = std::any_of(
                m_plan.tables.begin(), m_plan.tables.end(),
                [&](const PlannedTable& table) { return table.source.name == reference.table; });
            if (comesAlong)
                planned.references +=
                    QStringLiteral("ALTER TABLE %1 ADD %2")
                        .arg(m_to.quoted(planned.name), referenceClause(reference));
            else
                m_plan.notes += coreTr("%1 refers to %2, which does not come along.")
                                    .arg(planned.name, reference.table);
        }
    }

    void note(const Table& table) {
        QStringList folding;
        for (const Column& column : table.columns) {
            note(table, column);
            if (column.foldsText && column.type.kind == TypeKind::Text)
                folding += column.name;
        }
        if (!m_isSameEngine && !folding.isEmpty())
            m_plan.notes += coreTr("%1: %2 may compare texts without regard to case; the other "
                                   "engine does so in its own way.")
                                .arg(table.name, folding.join(QStringLiteral(", ")));
        noteTriggers(table);
        if (!m_isSameEngine && !table.checks.isEmpty())
            m_plan.notes +=
                coreTr("%1 of %2 is not taken over: it is said in the engine's own way.")
                    .arg(counted(table.checks.size(), "check", "checks"), table.name);
    }

    void noteTriggers(const Table& table) {
        if (!table.triggers.isEmpty())
            m_plan.notes += coreTr("The triggers of %1 do not come along: %2.")
                                .arg(table.name, table.triggers.join(QStringLiteral(", ")));
    }

    void noteRoutines(const QList<Routine>& routines) {
        QStringList names;
        for (const Routine& routine : routines)
            names += routine.name;
        if (!names.isEmpty())
            m_plan.notes += coreTr("The database's routines do not come along: %1.")
                                .arg(names.join(QStringLiteral(", ")));
    }

    void note(const Table& table, const Column& column) {
        const QString name = table.name + u'.' + column.name;
        if (!column.defaultExpression.isNull() && !column.computed && !column.givenByDatabase &&
            defaultOf(column).isEmpty())
            m_plan.notes +=
                coreTr("%1: its default is said in the engine's own way and does not come along.")
                    .arg(name);
        if (column.computed && column.generatedFrom.isNull())
            m_plan.notes += coreTr("%1 is computed by the database in a way that is not known; its "
                                   "values come along.")
                                .arg(name);
        if (column.givenByDatabase && !isGivenNumber(table, column))
            m_plan.notes +=
                coreTr("%1: new numbers are not given by the other database.").arg(name);
        if (m_isSameEngine)
            return;
        const bool isOwnKind = column.type.kind == TypeKind::Foreign ||
                               (column.type.kind == TypeKind::Any && !m_target.spec().isFile());
        if (isOwnKind)
            m_plan.notes += coreTr("%1 is of a kind that the other engine has not; it is kept as a "
                                   "text.")
                                .arg(name);
        if (column.type.kind == TypeKind::Instant && m_target.spec().isFile())
            m_plan.notes += coreTr("%1 is a moment; it is kept as date and time in UTC.").arg(name);
    }

    Status addViews(const Catalog& existing) {
        return m_source.select(m_from.viewsQuery(), {}, [&](const QSqlQuery& row) {
            const QString name = row.value(0).toString();
            if (existing.table(name)) {
                m_plan.notes += coreTr("The view %1 is there already.").arg(name);
                return true;
            }
            QString body = viewBody(row.value(1).toString());
            while (body.endsWith(u';') || body.endsWith(u'\n'))
                body.chop(1);
            m_plan.views += {name, QStringLiteral("CREATE VIEW ") + m_to.quoted(name) + said(body)};
            return true;
        });
    }

    Session& m_source;
    const Dialect& m_from;
    const Dialect& m_to;
    Session& m_target;
    const bool m_isSameEngine;
    CopyPlan m_plan;
};

} // namespace

QString CopyPlan::statements() const {
    QStringList all;
    for (const PlannedTable& table : tables)
        all += table.create;
    for (const PlannedTable& table : tables)
        all += table.after;
    for (const PlannedTable& table : tables)
        all += table.references;
    for (const PlannedView& view : views)
        all += view.create;
    return all.join(QStringLiteral(";\n\n")) + u';';
}

Result<CopyPlan> planCopy(Session& source, Session& target) {
    return Planner(source, target).plan();
}

} // namespace gravin
