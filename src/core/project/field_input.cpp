// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/field_input.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <pwd.h>
#include <unistd.h>

namespace gravin {

QString shownText(const BoundField& field, const Value& value) {
    const QString text = toText(value, field.column.type);
    if (field.definition.shownAs == ShownAs::Choices) {
        for (const Choice& choice : field.definition.choices) {
            if (choice.stored == text)
                return choice.label;
        }
    }
    return text;
}

Result<Value> inputValue(const BoundField& field, const QString& text) {
    const auto& definition = field.definition;
    if (definition.shownAs != ShownAs::Choices || definition.choices.isEmpty() || text.isEmpty())
        return fromText(text, field.column.type);
    QStringList labels;
    for (const Choice& choice : definition.choices) {
        if (choice.label.compare(text, Qt::CaseInsensitive) == 0 || choice.stored == text)
            return fromText(choice.stored, field.column.type);
        labels += choice.label;
    }
    return Error{
        ErrorKind::Refused,
        say("“%1” is none of the choices: %2.").arg(text, labels.join(QStringLiteral(", ")))};
}

QString personName() {
    if (const passwd* account = ::getpwuid(::geteuid()))
        return QString::fromLocal8Bit(account->pw_name);
    return QStringLiteral("uid %1").arg(::geteuid());
}

} // namespace gravin
