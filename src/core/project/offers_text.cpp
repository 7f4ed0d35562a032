// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/offers_text.h"

#include "core/base/text.h"
#include "core/value/hex_colour.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

const QString Yes = QStringLiteral("true");
const QString No = QStringLiteral("false");
const QString By = QStringLiteral(" by ");
const QString Where = QStringLiteral(" where ");
const QString Down = QStringLiteral(" down");

Error refusal(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

QString choicesText(const QList<Choice>& choices) {
    QStringList parts;
    for (const Choice& choice : choices) {
        QString part =
            choice.stored == choice.label ? choice.stored : choice.stored + u'=' + choice.label;
        if (!choice.colour.isEmpty())
            part += u' ' + choice.colour;
        parts += part;
    }
    return parts.join(QStringLiteral("; "));
}

Choice choiceFrom(QString part) {
    Choice choice;
    const qsizetype last = part.lastIndexOf(u' ');
    if (last >= 0 && isHexColour(QStringView(part).mid(last + 1))) {
        choice.colour = part.mid(last + 1);
        part = part.left(last);
    }
    choice.stored = part.section(u'=', 0, 0).trimmed();
    choice.label = part.section(u'=', 1).trimmed();
    if (choice.label.isEmpty())
        choice.label = choice.stored;
    return choice;
}

Result<QList<Choice>> choicesFrom(const QString& text, const ColumnType& type) {
    QList<Choice> choices;
    for (const QString& part : text.split(u';', Qt::SkipEmptyParts)) {
        const Choice choice = choiceFrom(part.trimmed());
        if (choice.stored.isEmpty())
            continue;
        if (auto value = fromText(choice.stored, type); !value)
            return value.error();
        for (const Choice& other : choices) {
            if (other.stored == choice.stored)
                return refusal(coreTr("The choice “%1” is there twice.").arg(choice.stored));
        }
        choices += choice;
    }
    if (choices.isEmpty())
        return refusal(coreTr("Type choices (stored; another=its label) or table.column."));
    return choices;
}

QString lookupText(const Lookup& lookup) {
    QString text = lookup.table + u'.' + lookup.shownColumns.join(QStringLiteral(", "));
    if (!lookup.sortColumn.isEmpty() || lookup.sortDescending)
        text += By +
                (lookup.sortColumn.isEmpty() ? lookup.shownColumns.value(0) : lookup.sortColumn) +
                (lookup.sortDescending ? Down : QString());
    QStringList conditions;
    for (const LookupCondition& only : lookup.conditions)
        conditions += only.column + u'=' + only.value;
    if (!conditions.isEmpty())
        text += Where + conditions.join(QStringLiteral(", "));
    return text;
}

// The table whose name stands before the first point that leaves one; names can hold points.
const Table* tableAtStart(const QString& text, const Catalog& catalog) {
    const Table* found = nullptr;
    for (const Table& table : catalog.tables) {
        if (text.startsWith(table.name + u'.') &&
            (!found || found->name.size() < table.name.size()))
            found = &table;
    }
    return found;
}

// Cuts what stands behind the last `word` off `text`.
QString takeAfter(QString& text, const QString& word) {
    const qsizetype at = text.lastIndexOf(word);
    if (at < 0)
        return {};
    const QString rest = text.mid(at + word.size()).trimmed();
    text = text.left(at).trimmed();
    return rest;
}

Result<QList<LookupCondition>> conditionsFrom(const QString& text, const Table& table) {
    QList<LookupCondition> conditions;
    for (const QString& part : text.split(u',', Qt::SkipEmptyParts)) {
        const LookupCondition only{part.section(u'=', 0, 0).trimmed(),
                                   part.section(u'=', 1).trimmed()};
        const Column* column = table.column(only.column);
        if (!column)
            return refusal(coreTr("%1 has no column %2.").arg(table.name, only.column));
        if (auto value = fromText(only.value, column->type); !value)
            return value.error();
        conditions += only;
    }
    return conditions;
}

Result<Lookup> lookupFrom(QString text, const Table& table) {
    Lookup lookup;
    lookup.table = table.name;
    text = text.mid(table.name.size() + 1).trimmed();
    auto conditions = conditionsFrom(takeAfter(text, Where), table);
    if (!conditions)
        return conditions.error();
    lookup.conditions = *conditions;
    QString sort = takeAfter(text, By);
    if (sort.endsWith(Down)) {
        lookup.sortDescending = true;
        sort.chop(Down.size());
    }
    lookup.sortColumn = sort.trimmed();
    QStringList names;
    for (const QString& name : text.split(u',', Qt::SkipEmptyParts))
        names += name.trimmed();
    lookup.shownColumns = names;
    if (names.isEmpty())
        return refusal(coreTr("Type what is shown: %1.column.").arg(table.name));
    if (!lookup.sortColumn.isEmpty())
        names += lookup.sortColumn;
    for (const QString& name : names) {
        if (!table.column(name))
            return refusal(coreTr("%1 has no column %2.").arg(table.name, name));
    }
    if (lookup.sortColumn == lookup.shownColumns.front())
        lookup.sortColumn.clear();
    return lookup;
}

// The column to store: the one that is referred to, else the table's key.
Result<QString> storedColumnFor(const FieldDefinition& field, const Table& table) {
    if (field.lookup.table == table.name && table.column(field.lookup.storedColumn))
        return field.lookup.storedColumn;
    if (table.key.size() == 1)
        return table.key.front();
    return refusal(coreTr("%1 has no key of one column to store.").arg(table.name));
}

Result<FieldDefinition> withWords(FieldDefinition field, const QString& text) {
    const QString yes = text.section(u'/', 0, 0).trimmed();
    const QString no = text.section(u'/', 1).trimmed();
    field.choices.clear();
    if (text.trimmed().isEmpty())
        return field;
    if (yes.isEmpty() || no.isEmpty() || yes.compare(no, Qt::CaseInsensitive) == 0)
        return refusal(coreTr("Type the two words for yes and no: lit / dark."));
    field.choices = {{Yes, yes}, {No, no}};
    return field;
}

} // namespace

QString offersText(const FieldDefinition& field) {
    switch (field.shownAs) {
    case ShownAs::Choices:
    case ShownAs::Radio:
        return choicesText(field.choices);
    case ShownAs::Lookup:
        return field.lookup.table.isEmpty() ? QString() : lookupText(field.lookup);
    case ShownAs::MaskedText:
        return field.mask;
    case ShownAs::File:
        return field.nameColumn;
    case ShownAs::YesNo:
        return field.choices.size() == 2
                   ? field.choices[0].label + QStringLiteral(" / ") + field.choices[1].label
                   : QString();
    default:
        return {};
    }
}

Result<FieldDefinition> withOffers(FieldDefinition field, const QString& text,
                                   const Catalog& catalog, const Column& column) {
    if (field.shownAs == ShownAs::MaskedText) {
        if (text.trimmed().isEmpty())
            return refusal(
                coreTr("Type the form of the text: A for a letter, 9 for a digit, * for either, as "
                       "in AA-999."));
        field.mask = text.trimmed();
        return field;
    }
    if (field.shownAs == ShownAs::File) {
        field.nameColumn = text.trimmed(); // whether there is such a field is the check's to say
        return field;
    }
    if (field.shownAs == ShownAs::YesNo)
        return withWords(field, text);
    if (const Table* table = tableAtStart(text, catalog)) {
        auto lookup = lookupFrom(text, *table);
        if (!lookup)
            return lookup.error();
        auto stored = storedColumnFor(field, *table);
        if (!stored)
            return stored.error();
        lookup->storedColumn = *stored;
        lookup->unknown = field.lookup.unknown;
        field.shownAs = ShownAs::Lookup;
        field.lookup = *lookup;
        return field;
    }
    auto choices = choicesFrom(text, column.type);
    if (!choices)
        return choices.error();
    field.choices = *choices;
    if (field.shownAs != ShownAs::Radio)
        field.shownAs = ShownAs::Choices;
    return field;
}

} // namespace gravin
