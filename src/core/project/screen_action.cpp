// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/screen_action.h"

#include "core/base/enum_words.h"

namespace gravin {

namespace {

using StepDoes = ActionStep::Does;

constexpr EnumWords StepWords(std::to_array<EnumWord<StepDoes>>({
    {StepDoes::Set, "set", QT_TRANSLATE_NOOP("gravin", "Set fields")},
    {StepDoes::BulkUpdate, "bulk_update", QT_TRANSLATE_NOOP("gravin", "Run a kept bulk update")},
    {StepDoes::NewRecord, "new_record", QT_TRANSLATE_NOOP("gravin", "Begin a new record")},
    {StepDoes::GoTo, "go_to", QT_TRANSLATE_NOOP("gravin", "Go to a screen")},
    {StepDoes::OpenLink, "open_link", QT_TRANSLATE_NOOP("gravin", "Open a link")},
    {StepDoes::Call, "call", QT_TRANSLATE_NOOP("gravin", "Call a routine")},
    {StepDoes::Print, "print", QT_TRANSLATE_NOOP("gravin", "Print")},
    {StepDoes::Next, "next", QT_TRANSLATE_NOOP("gravin", "Show the next record")},
    {StepDoes::Close, "close", QT_TRANSLATE_NOOP("gravin", "Close the window")},
}));

// The parts between these letters where they stand outside of texts in quotes.
QStringList partsOf(const QString& text, QChar between) {
    QStringList parts{QString()};
    QChar quote;
    for (const QChar letter : text) {
        if (quote.isNull() && letter == between) {
            parts += QString();
            continue;
        }
        if (quote.isNull() && (letter == u'\'' || letter == u'"'))
            quote = letter;
        else if (letter == quote)
            quote = QChar();
        parts.back() += letter;
    }
    return parts;
}

} // namespace

QString actionStepName(StepDoes does) { return StepWords.name(does); }
std::optional<StepDoes> actionStepFromName(const QString& name) { return StepWords.from(name); }
QString actionStepLabel(StepDoes does) { return StepWords.label(does); }
QList<StepDoes> allActionSteps() { return StepWords.all(); }
bool writes(StepDoes does) {
    return does == StepDoes::Set || does == StepDoes::BulkUpdate || does == StepDoes::Call;
}

QString assignmentsText(const QMap<QString, QString>& values) {
    QStringList parts;
    for (auto value = values.begin(); value != values.end(); ++value)
        parts += QStringLiteral("%1 = %2").arg(value.key(), *value);
    return parts.join(QStringLiteral("; "));
}

std::optional<QMap<QString, QString>> assignmentsFrom(const QString& text) {
    QMap<QString, QString> values;
    for (const QString& part : partsOf(text, u';')) {
        if (part.trimmed().isEmpty())
            continue;
        const qsizetype at = part.indexOf(u'=');
        const QString column = part.left(at).trimmed();
        const QString value = part.mid(at + 1).trimmed();
        if (at < 0 || column.isEmpty() || value.isEmpty() || values.contains(column))
            return std::nullopt;
        values.insert(column, value);
    }
    return values;
}

} // namespace gravin
