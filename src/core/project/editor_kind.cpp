// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/editor_kind.h"

#include "core/base/text.h"
#include "core/value/hex_colour.h"
#include "core/value/mask.h"

#include <QRegularExpression>
#include <QUrl>

#include <algorithm>

namespace gravin {

namespace {

// Types by bits, so that a row can name several.
constexpr quint32 bit(TypeKind kind) { return quint32{1} << static_cast<int>(kind); }
constexpr quint32 Texts = bit(TypeKind::Text) | bit(TypeKind::Any);
constexpr quint32 LongTexts = Texts | bit(TypeKind::Json);
constexpr quint32 Numbers =
    bit(TypeKind::Integer) | bit(TypeKind::Decimal) | bit(TypeKind::Double) | bit(TypeKind::Any);
constexpr quint32 Dates = bit(TypeKind::Date);
constexpr quint32 Times = bit(TypeKind::Time);
constexpr quint32 Moments = bit(TypeKind::Timestamp) | bit(TypeKind::Instant);
constexpr quint32 Booleans = bit(TypeKind::Boolean);
constexpr quint32 Binaries = bit(TypeKind::Binary);
constexpr quint32 NotBinary = ~Binaries;

enum Trait : quint32 {
    Plain = 0,
    OnlyShown = 1,
    PicksFromChoices = 2,
    Picked = 4,
    Wide = 8,
    NotInCell = 16
};

QString maskRefusal(const QString& text, const QString& mask) {
    return matchesMask(text, mask) ? QString()
                                   : coreTr("“%1” does not read like %2. Type for example %3.")
                                         .arg(text, mask, maskExample(mask));
}

QString colourRefusal(const QString& text, const QString&) {
    return isHexColour(text)
               ? QString()
               : coreTr("“%1” is no colour. Type six digits of red, green and blue, for example "
                        "#1F6F66.")
                     .arg(text);
}

QString mailRefusal(const QString& text, const QString&) {
    static const QRegularExpression mail(QStringLiteral("^[^\\s@]+@[^\\s@]+$"));
    return mail.match(text).hasMatch()
               ? QString()
               : coreTr("“%1” is no e-mail address. Type for example office@tarn-bay.example.")
                     .arg(text);
}

QString linkRefusal(const QString& text, const QString&) {
    return isOpenableLink(text)
               ? QString()
               : coreTr("“%1” is no link. Type for example https://tarn-bay.example.").arg(text);
}

struct EditorKind {
    ShownAs shownAs;
    const char* word; // of the project file
    const char* label;
    quint32 types;
    quint32 traits;
    QString (*refusal)(const QString& text, const QString& mask); // of its form; null: any will do
};

constexpr EditorKind EditorKinds[] = {
    {ShownAs::Text, "text", QT_TRANSLATE_NOOP("gravin", "Text"), NotBinary, Plain, nullptr},
    {ShownAs::LongText, "long_text", QT_TRANSLATE_NOOP("gravin", "Long text"), LongTexts, Wide,
     nullptr},
    {ShownAs::MaskedText, "masked_text", QT_TRANSLATE_NOOP("gravin", "Masked text"), Texts, Plain,
     maskRefusal},
    {ShownAs::FixedText, "fixed_text", QT_TRANSLATE_NOOP("gravin", "Read-only text"), NotBinary,
     OnlyShown, nullptr},
    {ShownAs::Number, "number", QT_TRANSLATE_NOOP("gravin", "Number"), Numbers, Plain, nullptr},
    {ShownAs::Date, "date", QT_TRANSLATE_NOOP("gravin", "Date"), Dates, Plain, nullptr},
    {ShownAs::Time, "time", QT_TRANSLATE_NOOP("gravin", "Time"), Times, Plain, nullptr},
    {ShownAs::DateTime, "date_time", QT_TRANSLATE_NOOP("gravin", "Date and time"), Moments, Plain,
     nullptr},
    {ShownAs::YesNo, "yes_no", QT_TRANSLATE_NOOP("gravin", "Yes or no"), Booleans, Picked, nullptr},
    {ShownAs::Radio, "radio", QT_TRANSLATE_NOOP("gravin", "Radio buttons"), NotBinary,
     PicksFromChoices | Picked, nullptr},
    {ShownAs::Choices, "choices", QT_TRANSLATE_NOOP("gravin", "Choices"), NotBinary,
     PicksFromChoices | Picked, nullptr},
    {ShownAs::Lookup, "lookup", QT_TRANSLATE_NOOP("gravin", "Lookup"), NotBinary, Picked, nullptr},
    {ShownAs::Colour, "colour", QT_TRANSLATE_NOOP("gravin", "Colour"), Texts, Picked,
     colourRefusal},
    {ShownAs::Picture, "picture", QT_TRANSLATE_NOOP("gravin", "Picture"), Binaries,
     Picked | NotInCell, nullptr},
    {ShownAs::File, "file", QT_TRANSLATE_NOOP("gravin", "File"), Binaries, Picked | NotInCell,
     nullptr},
    {ShownAs::Signature, "signature", QT_TRANSLATE_NOOP("gravin", "Signature"), Binaries,
     Picked | NotInCell, nullptr},
    {ShownAs::Link, "link", QT_TRANSLATE_NOOP("gravin", "Link"), Texts, Plain, linkRefusal},
    {ShownAs::Mail, "mail", QT_TRANSLATE_NOOP("gravin", "E-mail"), Texts, Plain, mailRefusal},
};

const EditorKind& kindOf(ShownAs shownAs) {
    return *std::find_if(std::begin(EditorKinds), std::end(EditorKinds),
                         [&](const EditorKind& kind) { return kind.shownAs == shownAs; });
}

bool has(ShownAs shownAs, Trait trait) { return (kindOf(shownAs).traits & trait) != 0; }

} // namespace

QString shownAsName(ShownAs shownAs) { return QLatin1String(kindOf(shownAs).word); }
QString shownAsLabel(ShownAs shownAs) { return coreTr(kindOf(shownAs).label); }

std::optional<ShownAs> shownAsFromName(const QString& name) {
    const auto found =
        std::find_if(std::begin(EditorKinds), std::end(EditorKinds),
                     [&](const auto& kind) { return name == QLatin1String(kind.word); });
    return found == std::end(EditorKinds) ? std::nullopt : std::optional(found->shownAs);
}

QList<ShownAs> allShownAs() {
    QList<ShownAs> all;
    for (const EditorKind& kind : EditorKinds)
        all += kind.shownAs;
    return all;
}

bool canShowAs(ShownAs shownAs, const ColumnType& type) {
    return (kindOf(shownAs).types & bit(type.kind)) != 0;
}

bool isOnlyShown(ShownAs shownAs) { return has(shownAs, OnlyShown); }
bool picksFromChoices(ShownAs shownAs) { return has(shownAs, PicksFromChoices); }
bool isPicked(ShownAs shownAs) { return has(shownAs, Picked); }
bool isWide(ShownAs shownAs) { return has(shownAs, Wide); }
bool fitsInCell(ShownAs shownAs) { return !has(shownAs, NotInCell); }
bool asksForm(ShownAs shownAs) { return kindOf(shownAs).refusal != nullptr; }

QString refusalOfForm(ShownAs shownAs, const QString& text, const QString& mask) {
    const auto refusal = kindOf(shownAs).refusal;
    return refusal && !text.isEmpty() ? refusal(text, mask) : QString();
}

bool isOpenableLink(const QString& text) {
    const QUrl url(text.trimmed(), QUrl::StrictMode);
    return url.isValid() && !url.host().isEmpty() &&
           (url.scheme() == u"https" || url.scheme() == u"http");
}

} // namespace gravin
