// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/screen_generator.h"

#include "core/base/text.h"
#include "core/fitting/database_checks.h"
#include "core/fitting/next_number.h"
#include "core/value/text_form.h"

#include <QRegularExpression>

#include <algorithm>

namespace gravin {

namespace {

// What the name of a text column gives away.
ShownAs shownAsByName(const QString& name) {
    static const QRegularExpression colour(QStringLiteral("(^|_)colou?r($|_)"),
                                           QRegularExpression::CaseInsensitiveOption);
    static const QRegularExpression mail(QStringLiteral("(^|_)e?_?mail($|_)"),
                                         QRegularExpression::CaseInsensitiveOption);
    static const QRegularExpression link(QStringLiteral("(^|_)(url|website|homepage)($|_)"),
                                         QRegularExpression::CaseInsensitiveOption);
    if (colour.match(name).hasMatch())
        return ShownAs::Colour;
    if (mail.match(name).hasMatch())
        return ShownAs::Mail;
    return link.match(name).hasMatch() ? ShownAs::Link : ShownAs::Text;
}

// Text longer than this wants more than one line.
constexpr int LongTextLength = 200;

bool soundsLong(const QString& name) {
    static const QRegularExpression words(
        QStringLiteral("note|remark|comment|descri|text|detail|memo|body"),
        QRegularExpression::CaseInsensitiveOption);
    return words.match(name).hasMatch();
}

ShownAs shownAsFor(const Table& table, const Column& column) {
    if (table.referenceOf(column.name))
        return ShownAs::Lookup;
    switch (column.type.kind) {
    case TypeKind::Boolean:
        return ShownAs::YesNo;
    case TypeKind::Integer:
    case TypeKind::Decimal:
    case TypeKind::Double:
        return ShownAs::Number;
    case TypeKind::Date:
        return ShownAs::Date;
    case TypeKind::Binary:
        return ShownAs::Picture;
    case TypeKind::Enumeration:
        return ShownAs::Choices;
    case TypeKind::Json:
        return ShownAs::LongText;
    case TypeKind::Text:
        return column.type.length >= LongTextLength ||
                       (column.type.length < 0 && soundsLong(column.name))
                   ? ShownAs::LongText
                   : shownAsByName(column.name);
    case TypeKind::Time:
        return ShownAs::Time;
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return ShownAs::DateTime;
    default:
        return ShownAs::Text;
    }
}

// A longer list is no choice any more.
constexpr size_t MostListed = 40;

bool nameHas(const QString& name, const char* words) {
    const QRegularExpression pattern(QStringLiteral("(^|_)(%1)($|_)").arg(QLatin1String(words)),
                                     QRegularExpression::CaseInsensitiveOption);
    return pattern.match(name).hasMatch();
}

// How figures of this name are usually written; empty: as they are.
QString formatByName(const Column& column) {
    const bool isNumber = column.type.kind == TypeKind::Decimal ||
                          column.type.kind == TypeKind::Integer ||
                          column.type.kind == TypeKind::Double;
    if (isNumber && nameHas(column.name, "percent|percentage|pct"))
        return QStringLiteral("0 %");
    constexpr int OfMoney = 2; // digits behind the point
    if (column.type.kind == TypeKind::Decimal && column.type.scale == OfMoney &&
        nameHas(column.name, "prices?|costs?|amount|fees?|sum|total|balance|wage|salary|tax|vat|"
                             "fare|charge|net|gross"))
        return QStringLiteral("#,##0.00");
    return {};
}

// What a CHECK lists is chosen from; nought and one of whole numbers are a yes or no.
void offerListed(const Table& table, const Column& column, FieldDefinition& field) {
    const bool canBeListed =
        column.type.kind == TypeKind::Text || column.type.kind == TypeKind::Integer;
    if (!canBeListed || !field.choices.isEmpty() || field.shownAs == ShownAs::Lookup)
        return;
    const std::vector<Value> listed = listedValues(table, column);
    if (listed.size() < 2 || listed.size() > MostListed)
        return;
    const bool isYesOrNo =
        listed.size() == 2 && column.type.kind == TypeKind::Integer &&
        std::find(listed.begin(), listed.end(), Value::integer(0)) != listed.end() &&
        std::find(listed.begin(), listed.end(), Value::integer(1)) != listed.end();
    field.shownAs = ShownAs::Choices;
    if (isYesOrNo) {
        field.choices = {{QStringLiteral("1"), coreTr("Yes")}, {QStringLiteral("0"), coreTr("No")}};
        return;
    }
    for (const Value& value : listed) {
        const QString stored = toText(value, column.type);
        field.choices.append(
            {stored, column.type.kind == TypeKind::Text ? labelFromName(stored) : stored});
    }
}

// What completes the key behind that of a parent numbers its lines.
bool isLineNumber(const Table& table, const Column& column) {
    const auto shared = countsWithin(table, column.name);
    return shared && !shared->isEmpty() &&
           std::any_of(table.foreignKeys.begin(), table.foreignKeys.end(),
                       [&](const ForeignKey& reference) {
                           return std::is_permutation(shared->begin(), shared->end(),
                                                      reference.columns.begin(),
                                                      reference.columns.end());
                       });
}

QList<Check> uniqueChecks(const Table& table) {
    QList<Check> checks;
    for (const QStringList& unique : table.uniqueKeys) {
        if (unique.size() < 2)
            continue;
        Check check;
        check.kind = CheckKind::Unique;
        check.column = unique.back();
        check.with = unique.mid(0, unique.size() - 1);
        checks += check;
    }
    return checks;
}

} // namespace

QString labelFromName(const QString& name, bool isReference) {
    static const QRegularExpression humps(QStringLiteral("(?<=\\p{Ll})(?=\\p{Lu})"));
    static const QRegularExpression gaps(QStringLiteral("[_\\s]+"));
    static const QRegularExpression idAtEnd(QStringLiteral("(?<=.)[_\\s]id$"),
                                            QRegularExpression::CaseInsensitiveOption);
    QString label = name;
    if (isReference)
        label.remove(idAtEnd);
    label.replace(humps, QStringLiteral(" "));
    label.replace(gaps, QStringLiteral(" "));
    label = label.trimmed();
    if (label.isEmpty())
        return name;
    // Words in capitals (codes, abbreviations) stay; the others become a sentence.
    QStringList words = label.split(u' ');
    for (QString& word : words) {
        if (word.size() < 2 || word != word.toUpper())
            word = word.toLower();
    }
    words[0][0] = words[0][0].toUpper();
    return words.join(u' ');
}

QString namingColumn(const Table& table) {
    const auto isText = [&](const QString& name) {
        const Column* column = table.column(name);
        return column && !column->isBeyond() && column->type.kind == TypeKind::Text;
    };
    for (const char* word : {"name", "title", "label"}) {
        for (const Column& column : table.columns) {
            if (isText(column.name) &&
                column.name.contains(QLatin1String(word), Qt::CaseInsensitive))
                return column.name;
        }
    }
    for (const QStringList& unique : table.uniqueKeys) {
        if (unique.size() == 1 && isText(unique.front()))
            return unique.front();
    }
    for (const Column& column : table.columns) {
        if (isText(column.name))
            return column.name;
    }
    if (!table.key.isEmpty())
        return table.key.front();
    return table.columns.isEmpty() ? QString() : table.columns.front().name;
}

FieldDefinition generateDefinition(const Catalog& catalog, const Table& table,
                                   const Column& column) {
    FieldDefinition field;
    field.column = column.name;
    field.type = describe(column.type);
    field.shownAs = shownAsFor(table, column);
    field.label = labelFromName(column.name, field.shownAs == ShownAs::Lookup);
    const bool isWritten = !table.isView() || (table.isWrittenIndirectly() && !table.key.isEmpty());
    const bool canBeEdited = !column.computed && !column.givenByDatabase && isWritten &&
                             column.type.kind != TypeKind::Foreign;
    field.editable = canBeEdited ? Editable::Always : Editable::Never;
    field.help = column.comment;
    for (const QString& member : column.type.members)
        field.choices.append({member, labelFromName(member)});
    offerListed(table, column, field);
    if (field.shownAs == ShownAs::Number)
        field.format = formatByName(column);
    // A flag is never missing: it is no until someone says yes. What has a default may be left out,
    // and an empty text that the database itself would put there is no gap.
    field.required = !column.nullable && column.defaultExpression.isNull() && canBeEdited &&
                     column.type.kind != TypeKind::Boolean;
    if (isLineNumber(table, column))
        field.defaultValue.kind = FieldDefault::Kind::NextNumber;
    if (const ForeignKey* reference = table.referenceOf(column.name)) {
        const Table* target = catalog.table(reference->table);
        if (target && !reference->referencedColumns.isEmpty())
            field.lookup = {
                target->name, reference->referencedColumns.front(), {namingColumn(*target)}};
        else
            field.shownAs = ShownAs::Text;
    }
    return field;
}

QStringList readFromCatalog(const Catalog& catalog, const Table& table) {
    QStringList read;
    for (const Column& column : table.columns) {
        if (column.isBeyond())
            continue;
        const FieldDefinition field = generateDefinition(catalog, table, column);
        QStringList offered;
        for (const Choice& choice : field.choices)
            offered += choice.label;
        if (!offered.isEmpty())
            read += coreTr("%1 offers %2").arg(field.label, offered.join(QStringLiteral(", ")));
        if (!field.format.isEmpty())
            read += coreTr("%1 is written as %2").arg(field.label, field.format);
        if (!field.help.isEmpty())
            read += coreTr("%1 has the database's words as its help").arg(field.label);
    }
    for (const Check& check : uniqueChecks(table))
        read += coreTr("%1 together with %2 comes once")
                    .arg(labelFromName(check.column, table.referenceOf(check.column)),
                         check.with.join(QStringLiteral(", ")));
    return read;
}

namespace {

QString freeScreenId(const Project& project, const QString& wanted) {
    QString id = wanted;
    for (int n = 2; project.screenById(id); ++n)
        id = QStringLiteral("%1-%2").arg(wanted).arg(n);
    return id;
}

} // namespace

QString addCopyOfScreen(Project& project, const QString& screenId) {
    const Screen* original = project.screenById(screenId);
    Screen copy = *original;
    copy.id = freeScreenId(project, original->id);
    copy.label = coreTr("%1, copy").arg(original->label);
    project.screens.insert(original - project.screens.constData() + 1, copy);
    const auto copyKept = [&](auto& all) {
        const auto before = all;
        for (auto kept : before) {
            if (kept.screen != screenId)
                continue;
            kept.screen = copy.id;
            all += kept;
        }
    };
    copyKept(project.lists);
    copyKept(project.bulkUpdates);
    copyKept(project.cards);
    copyKept(project.imports);
    return copy.id;
}

QString addGeneratedScreen(Project& project, const Catalog& catalog, const Table& table,
                           Arrangement arrangement) {
    Screen screen;
    screen.label = labelFromName(table.name);
    screen.table = table.name;
    screen.arrangement = arrangement;
    screen.id = freeScreenId(project, table.name);

    for (const Column& column : table.columns) {
        if (column.isBeyond())
            continue;
        const QString& home = table.definitionTable(column);
        if (!project.definition(home, column.name))
            project.fields[home] += generateDefinition(catalog, table, column);
        screen.fields += ScreenField{column.name};
    }
    for (const Check& check : uniqueChecks(table)) {
        QList<Check>& checks = project.checks[table.written()].checks;
        const bool isThere = std::any_of(checks.begin(), checks.end(), [&](const Check& each) {
            return each.kind == check.kind && each.column == check.column &&
                   each.with == check.with;
        });
        if (!isThere)
            checks += check;
    }
    project.screens += screen;
    return screen.id;
}

} // namespace gravin
