// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/opened.h"

#include "cli/output.h"
#include "core/base/text.h"
#include "core/changes/log/known_heads.h"
#include "core/changes/watch/table_watching.h"
#include "core/fitting/query_source.h"
#include "core/project/project_file.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin::cli {

namespace {

// What the project's SELECTs are asked with, by each that asks for a value of that name.
Result<SourceValues> sourceValues(const Project& project, const QStringList& with) {
    SourceValues values;
    for (const QString& text : with) {
        const auto pair = givenPair(text);
        if (!pair)
            return pair.error();
        bool isAsked = false;
        for (const QuerySource& source : project.sources) {
            for (const SourceParameter& each : parametersOf(source, project.connection.engine)) {
                if (each.name != pair->first)
                    continue;
                const auto value = project.form().value(pair->second, ColumnType{each.kind});
                if (!value)
                    return value.error();
                values[source.name].insert(each.name, *value);
                isAsked = true;
            }
        }
        if (!isAsked)
            return Error{ErrorKind::Usage,
                         coreTr("No SELECT of the project asks for %1.").arg(pair->first)};
    }
    return values;
}

} // namespace

Result<std::pair<QString, QString>> givenPair(const QString& text) {
    const qsizetype at = text.indexOf(u'=');
    if (at < 1)
        return Error{ErrorKind::Usage, coreTr("“%1” should be NAME=VALUE.").arg(text)};
    return std::pair(text.left(at).trimmed(), text.mid(at + 1));
}

Result<QMap<QString, Value>> givenTo(const Routine& routine, const QStringList& with,
                                     const LocaleForm& form) {
    QMap<QString, Value> values;
    for (const QString& text : with) {
        const auto pair = givenPair(text);
        if (!pair)
            return pair.error();
        const Routine::Parameter* parameter = routine.parameter(pair->first);
        if (!parameter || !parameter->isGiven())
            return Error{ErrorKind::Usage,
                         coreTr("%1 takes no parameter %2.").arg(routine.described(), pair->first)};
        const auto value = form.value(pair->second, parameter->column.type);
        if (!value)
            return value.error();
        values.insert(pair->first, *value);
    }
    return values;
}

bool agreesToCall(const QString& note, bool yes) {
    if (note.isEmpty() || yes)
        return true;
    complain(note);
    return agrees(coreTr("Call it? [yes/no] "));
}

Result<Opened> openDatabase(const ConnectionSpec& spec, Session::Access access,
                            const Project& project, const SourceValues& given) {
    auto session = Session::open(spec, access);
    if (!session)
        return session.error();
    auto watched = std::make_unique<Watched>(**session);
    auto catalog = catalogOf(**session, project, given);
    if (!catalog)
        return catalog.error();
    return Opened{{}, std::move(*session), std::move(watched), std::move(*catalog), {}, {}};
}

Result<ConnectionSpec> connectionOf(const QString& projectOrUrl) {
    auto spec = ConnectionSpec::fromUrl(projectOrUrl);
    // An address with a mistake in it is not a project whose name is repeated.
    if (spec || projectOrUrl.contains(u"://") || projectOrUrl.contains(u'@'))
        return spec;
    const auto project = loadProject(projectOrUrl);
    return project ? Result<ConnectionSpec>(project->connection) : project.error();
}

Result<Opened> openProject(const QString& file, Session::Access access, const QString& locale,
                           const QStringList& with) {
    auto project = loadProject(file);
    if (!project)
        return project.error();
    if (!localeNamed(locale))
        return Error{ErrorKind::Usage,
                     coreTr("“%1” is no locale. Name it as in de, en-GB or pt-BR.").arg(locale)};
    project->locale = locale;
    // Who would write is refused with it.
    if (!project->distrust.isEmpty() && access == Session::Access::ReadOnly)
        complain(project->distrust);
    const auto given = sourceValues(*project, with);
    if (!given)
        return given.error();
    auto opened = openDatabase(project->connection, access, *project, *given);
    if (!opened)
        return opened.error();
    opened->rules = rulesOf(*project, opened->catalog);
    // That it cannot be looked up is no reason not to work.
    if (project->connection.changeLog) {
        if (auto lost = personsHeads().compare(*opened->session))
            opened->lostLog = std::move(*lost);
    }
    if (!opened->lostLog.isEmpty())
        complain(opened->lostLog);
    opened->project = std::move(*project);
    return opened;
}

void gatherSeen(Opened& opened) {
    const bool isAnyWatched =
        std::any_of(opened.catalog.tables.begin(), opened.catalog.tables.end(),
                    [](const Table& table) { return !table.watchers.isEmpty(); });
    if (!isAnyWatched || !opened.project.connection.changeLog)
        return;
    const auto session = Session::open(opened.project.connection, Session::Access::ReadWrite);
    const auto gathered =
        session ? TableWatching(**session, opened.catalog).gather() : Result<int>(session.error());
    if (!gathered)
        complain(coreTr("What other programs did to watched tables did not come into the change "
                        "log. %1")
                     .arg(gathered.error().sentence));
}

Status mayDo(const Opened& opened, Act act) {
    const QString reason = Standing::of(opened.project, opened.catalog).reasonAgainst(act);
    return reason.isEmpty() ? ok() : Status(Error{ErrorKind::Refused, reason});
}

Result<BoundScreen> findScreen(const Opened& opened, const QString& name, Act act) {
    const Screen* screen = opened.project.screen(name);
    if (!screen) {
        QStringList known;
        const Standing standing = Standing::of(opened.project, opened.catalog);
        for (const Screen& other : opened.project.screens) {
            if (standing.may(Act::Open, other.id))
                known += other.id;
        }
        return Error{ErrorKind::Usage, coreTr("The project has no screen “%1”. It has: %2.")
                                           .arg(name, known.join(QStringLiteral(", ")))};
    }
    auto bound = bindScreen(opened.project, opened.catalog, *screen);
    if (bound && !bound->reasonAgainst(act).isEmpty())
        return Error{ErrorKind::Refused, bound->reasonAgainst(act)};
    return bound;
}

const BoundField* findField(const BoundScreen& screen, const QString& name) {
    if (const BoundField* field = screen.field(name))
        return field;
    for (const BoundField& field : screen.fields) {
        if (field.label().compare(name, Qt::CaseInsensitive) == 0 ||
            field.name().compare(name, Qt::CaseInsensitive) == 0)
            return &field;
    }
    return nullptr;
}

Result<Key> keyFrom(const Opened& opened, const Table& table, const QString& text) {
    const std::vector<ColumnType> types = table.keyTypes();
    if (types.empty())
        return Error{ErrorKind::Usage, table.readOnlyReason()};
    auto key = keyFromText(text, types);
    // SQLite keeps texts in columns of any type; on a server what does not fit names no record.
    for (size_t i = 0; key && i < types.size() && !opened.session->spec().isFile(); ++i) {
        const bool isText = (*key)[i].kind() == Value::Kind::Text;
        if (isText && !fromText((*key)[i].asText(), types[i]))
            return Error{ErrorKind::Usage, coreTr("“%1” is no key of %2.").arg(text, table.name)};
    }
    return key;
}

Error unknownField(const BoundScreen& screen, const QString& name) {
    return {ErrorKind::Usage,
            coreTr("The screen %1 has no field “%2”.").arg(screen.screen.label, name)};
}

Error mistakeIn(const QString& expression, const ExpressionError& mistake) {
    // A mark can be set below one line only.
    return {ErrorKind::Usage, mistake.sentence,
            expression.simplified() == expression
                ? expression + u'\n' + QString(mistake.at + 3, u' ') + u'^'
                : expression};
}

Result<Filter> filterFrom(const QString& where, const Table& table, Engine engine) {
    auto condition = bindCondition(where, table);
    if (!condition)
        return mistakeIn(where, condition.error());
    return Filter(*condition, Filter::Wants::Holding, table, engine);
}

} // namespace gravin::cli
