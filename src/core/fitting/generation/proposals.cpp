// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/proposals.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/expression/literal.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/given_fields.h"
#include "core/project/offering.h"
#include "core/records/filled_fields.h"
#include "core/value/text_form.h"

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

// Fewer values than this say little.
constexpr qint64 FewestValues = 20;
constexpr qint64 MostChoices = 12;
// A value that is chosen from a list comes again so often, on average.
constexpr qint64 FewestRepeats = 5;
constexpr int LongestChoice = 40;
constexpr int LongTextFrom = 80;
// A width is proposed where few texts are much longer than the others.
constexpr int WideFrom = 30;
// Different values that have to be found before a relation is believed that nothing declares.
constexpr qint64 FewestRelated = 3;

QString countText(qint64 count) { return QLocale().toString(count); }

// The next of 1, 2, 5, 10, 20, 50 … at or above a number above 0.
double roundUp(double number) {
    const double power = std::pow(10.0, std::floor(std::log10(number)));
    for (const double step : {1.0, 2.0, 5.0}) {
        if (step * power >= number)
            return step * power;
    }
    return 10 * power;
}

// Without the digits that a double has in excess.
QString boundText(double bound) {
    constexpr int Digits = 12;
    const auto decimal = Decimal::fromText(QString::number(bound, 'e', Digits - 1));
    if (!decimal)
        return {};
    // As short as it can be said.
    for (int scale = 0; scale < decimal->scale(); ++scale) {
        if (const auto shorter = decimal->rescaled(scale))
            return shorter->toText();
    }
    return decimal->toText();
}

class Proposer {
public:
    Proposer(const Evidence& evidence, const BoundScreen& screen, const Project& project,
             const Catalog& catalog, int pixelsPerCharacter)
        : m_evidence(evidence)
        , m_screen(screen)
        , m_catalog(catalog)
        , m_checks(project.checks.value(screen.table->written()))
        , m_pixels(pixelsPerCharacter) {}

    Proposals run() {
        for (const BoundField& field : m_screen.fields) {
            const ColumnEvidence* column = m_evidence.column(field.name());
            if (column && m_evidence.records >= FewestValues)
                look(field, *column);
        }
        return std::move(m_proposals);
    }

private:
    using Kind = Proposal::Kind;

    void look(const BoundField& field, const ColumnEvidence& seen) {
        if (seen.filled == 0) {
            proposeLeavingOut(field);
            return;
        }
        if (seen.filled < FewestValues)
            return;
        const bool canBeChecked = !field.column.computed && !field.column.givenByDatabase &&
                                  m_screen.readOnlyReason.isEmpty();
        if (canBeChecked)
            proposeRequired(field, seen);
        const bool isRelated = proposeLookup(field, seen);
        const bool isChosen = !isRelated && proposeChoices(field, seen);
        if (canBeChecked && !isRelated && !isChosen) {
            proposePattern(field, seen);
            proposeRange(field, seen);
            proposeUnique(field, seen);
        }
        proposeLength(field, seen);
        if (m_screen.readOnlyReason.isEmpty())
            proposeStamp(field, seen);
        for (const ColumnEvidence::Echo& echo : seen.echoes) {
            if (echo.compared >= FewestValues)
                proposeByEcho(field, seen, echo);
        }
    }

    // What is typed twice is taken over; what a picked record says already narrows what is offered.
    void proposeByEcho(const BoundField& field, const ColumnEvidence& seen,
                       const ColumnEvidence::Echo& echo) {
        const BoundField* reference = m_screen.field(echo.reference);
        if (!reference || m_isEchoed.contains(field.name()))
            return;
        const QString reason =
            coreTr("in each of %1 it is the %2 of %3")
                .arg(counted(echo.compared, "record", "records"), echo.far, reference->label());
        if (!seen.relation) {
            const QString path = reachedName({echo.reference, echo.far});
            if (!field.definition.filledWith.isEmpty() ||
                !reasonAgainstFillingField(*m_screen.table, field.column, path).isEmpty())
                return;
            add(Kind::FilledWith, field, coreTr("Fill %1 with %2").arg(field.label(), path), reason,
                [home = m_screen.table->definitionTable(field.column), path,
                 generated = generateDefinition(m_catalog, *m_screen.table, field.column)](
                    Project& project) {
                    if (!project.definition(home, generated.column))
                        project.fields[home] += generated;
                    project.definition(home, generated.column)->filledWith = path;
                });
        } else {
            Lookup lookup = reference->definition.lookup;
            if (reference->definition.shownAs != ShownAs::Lookup || !lookup.where.isEmpty())
                return;
            lookup.where =
                QStringLiteral("%1 = record.%2").arg(nameText(echo.far), nameText(field.name()));
            if (!reasonAgainstOffering(lookup, *m_screen.table, m_catalog).isEmpty())
                return;
            add(Kind::OffersOnly, *reference,
                coreTr("Offer in %1 only what fits %2").arg(reference->label(), field.label()),
                reason,
                define(*reference, FieldSetting::ShownAs, [lookup](FieldDefinition& changed) {
                    changed.lookup.where = lookup.where;
                }));
        }
        m_isEchoed += field.name();
    }

    // A few days could be chance, or a load of old records.
    void proposeStamp(const BoundField& field, const ColumnEvidence& seen) {
        constexpr qint64 FewestDays = 3;
        const Stamp stamp{Stamp::When::Added, QStringLiteral("CURRENT_DATE")};
        if (seen.addedOnItsDay < FewestValues || seen.daysOfAdding < FewestDays ||
            field.definition.stamp.when != Stamp::When::Never ||
            field.definition.defaultValue.kind == FieldDefault::Kind::Today ||
            !field.definition.filledWith.isEmpty() ||
            !reasonAgainstStamp(*m_screen.table, field.column.name, stamp).isEmpty())
            return;
        add(Kind::Stamped, field, coreTr("Set %1 to the day of adding").arg(field.label()),
            coreTr("each of %1 was added on the day that it says, as the change log knows")
                .arg(countedRecords(seen.addedOnItsDay)),
            [home = m_screen.table->definitionTable(field.column), stamp,
             generated =
                 generateDefinition(m_catalog, *m_screen.table, field.column)](Project& project) {
                if (!project.definition(home, generated.column))
                    project.fields[home] += generated;
                project.definition(home, generated.column)->stamp = stamp;
            });
    }

    void add(Kind kind, const BoundField& field, const QString& what, const QString& reason,
             std::function<void(Project&)> apply) {
        m_proposals.push_back({kind, field.name(), what, reason, std::move(apply)});
    }

    // Changes what all screens share of the field; where this screen has the setting of its own,
    // that is changed.
    std::function<void(Project&)> define(const BoundField& field, FieldSetting setting,
                                         std::function<void(FieldDefinition&)> edit) const {
        return [screenId = m_screen.screen.id, home = m_screen.table->definitionTable(field.column),
                generated = generateDefinition(m_catalog, *m_screen.table, field.column), setting,
                edit = std::move(edit)](Project& project) {
            Screen* screen = project.screenById(screenId);
            ScreenField* placed = screen ? screen->field(generated.column) : nullptr;
            if (placed && placed->overridden.contains(setting)) {
                edit(placed->own);
                return;
            }
            if (!project.definition(home, generated.column))
                project.fields[home] += generated;
            edit(*project.definition(home, generated.column));
        };
    }
    std::function<void(Project&)> addCheck(Check check) const {
        return [table = m_screen.table->written(), check = std::move(check)](Project& project) {
            project.checks[table].checks += check;
        };
    }
    std::function<void(Project&)> place(const BoundField& field,
                                        std::function<void(ScreenField&)> edit) const {
        return [screenId = m_screen.screen.id, column = field.name(),
                edit = std::move(edit)](Project& project) {
            Screen* screen = project.screenById(screenId);
            if (ScreenField* placed = screen ? screen->field(column) : nullptr)
                edit(*placed);
        };
    }

    bool hasCheck(CheckKind kind, const QString& column) const {
        return std::any_of(m_checks.checks.begin(), m_checks.checks.end(), [&](const Check& check) {
            return check.kind == kind && check.column == column;
        });
    }
    bool isChosenAlready(const BoundField& field) const {
        return isPicked(field.definition.shownAs) || hasCheck(CheckKind::OneOf, field.name());
    }
    // "1,204 records", or "30,303 records looked at" where there are more.
    QString lookedAtText(const ColumnEvidence& seen) const {
        const QString values = counted(seen.lookedAt, "value", "values");
        return m_evidence.isExact() ? values : coreTr("%1 looked at").arg(values);
    }

    void proposeLeavingOut(const BoundField& field) {
        if (field.placement.shownIn == ShownIn::Nowhere)
            return;
        add(Kind::LeaveOut, field, coreTr("Do not show %1").arg(field.label()),
            coreTr("always empty in %1").arg(countedRecords(m_evidence.records)),
            place(field, [](ScreenField& placed) { placed.shownIn = ShownIn::Nowhere; }));
    }

    void proposeRequired(const BoundField& field, const ColumnEvidence& seen) {
        const bool isAsked =
            field.definition.required || hasCheck(CheckKind::Required, field.name());
        // A flag is never missing.
        if (isAsked || seen.filled < m_evidence.records ||
            field.column.type.kind == TypeKind::Boolean ||
            field.definition.editable == Editable::Never)
            return;
        add(Kind::Required, field, coreTr("Require %1").arg(field.label()),
            coreTr("never empty in %1").arg(countedRecords(m_evidence.records)),
            [home = m_screen.table->definitionTable(field.column),
             generated =
                 generateDefinition(m_catalog, *m_screen.table, field.column)](Project& project) {
                if (!project.definition(home, generated.column))
                    project.fields[home] += generated;
                project.definition(home, generated.column)->required = true;
            });
    }

    bool proposeLookup(const BoundField& field, const ColumnEvidence& seen) {
        if (!seen.relation)
            return false;
        const Relation& relation = *seen.relation;
        const Table* target = m_catalog.table(relation.table);
        if (field.definition.shownAs == ShownAs::Lookup || !target)
            return field.definition.shownAs == ShownAs::Lookup;
        const bool isBelieved =
            relation.isDeclared || (seen.orphans == 0 && seen.distinct >= FewestRelated);
        if (!isBelieved)
            return false;
        const QString shown = namingColumn(*target);
        QString reason = seen.orphans == 0
                             ? coreTr("each of %1 is a %2 of %3")
                                   .arg(lookedAtText(seen), relation.column, relation.table)
                             : coreTr("the database says that it refers to %1").arg(relation.table);
        add(Kind::Lookup, field,
            coreTr("Look %1 up in %2 by %3").arg(field.label(), relation.table, shown), reason,
            define(field, FieldSetting::ShownAs, [relation, shown](FieldDefinition& definition) {
                definition.shownAs = ShownAs::Lookup;
                definition.lookup = {relation.table, relation.column, {shown}};
            }));
        return true;
    }

    bool proposeChoices(const BoundField& field, const ColumnEvidence& seen) {
        const TypeKind kind = field.column.type.kind;
        const bool canBeChosen = kind == TypeKind::Text || kind == TypeKind::Integer;
        if (isChosenAlready(field))
            return true;
        if (!canBeChosen || seen.strangers > 0 || !seen.hasAllValues() || seen.distinct < 2 ||
            seen.distinct > MostChoices || seen.longest > LongestChoice ||
            seen.lookedAt < seen.distinct * FewestRepeats || field.isKey)
            return false;
        QList<Choice> choices;
        for (const ColumnEvidence::Seen& each : seen.seen)
            choices.append({toText(each.value, seen.type), toText(each.value, seen.type)});
        std::sort(choices.begin(), choices.end(),
                  [](const Choice& a, const Choice& b) { return a.label < b.label; });
        if (kind == TypeKind::Integer)
            std::sort(choices.begin(), choices.end(), [](const Choice& a, const Choice& b) {
                return a.stored.toLongLong() < b.stored.toLongLong();
            });
        add(Kind::Choices, field, coreTr("Offer %1 as choices").arg(field.label()),
            coreTr("%1 in %2")
                .arg(counted(seen.distinct, "value", "values"),
                     m_evidence.isExact()
                         ? countedRecords(m_evidence.records)
                         : coreTr("%1 looked at").arg(countedRecords(m_evidence.lookedAt))),
            define(field, FieldSetting::ShownAs, [choices](FieldDefinition& definition) {
                definition.shownAs = ShownAs::Choices;
                definition.choices = choices;
            }));
        return true;
    }

    void proposePattern(const BoundField& field, const ColumnEvidence& seen) {
        if (field.column.type.kind != TypeKind::Text || seen.builds != 1 || seen.strangers > 0 ||
            !seen.shapes.front().shape.isCode() || hasCheck(CheckKind::Pattern, field.name()) ||
            field.definition.shownAs == ShownAs::MaskedText ||
            field.definition.shownAs == ShownAs::Colour)
            return;
        const TextShape& shape = seen.shapes.front().shape;
        Check check{CheckKind::Pattern, field.name()};
        check.pattern = shape.pattern();
        add(Kind::Pattern, field, coreTr("Let %1 be like %2 only").arg(field.label(), shape.text()),
            coreTr("all of %1 read %2").arg(lookedAtText(seen), shape.text()), addCheck(check));
    }

    void proposeRange(const BoundField& field, const ColumnEvidence& seen) {
        const bool isNumber = field.column.type.kind == TypeKind::Integer ||
                              field.column.type.kind == TypeKind::Decimal ||
                              field.column.type.kind == TypeKind::Double;
        const auto least = placeOf(seen.smallest);
        const auto most = placeOf(seen.largest);
        if (!isNumber || field.isKey || seen.strangers > 0 || !least || !most || *least == *most ||
            hasCheck(CheckKind::Range, field.name()))
            return;
        // Rounded outwards by about as much as the values are spread: the next honest one is not
        // to be refused for a few units.
        const double step = roundUp(*most - *least);
        Check check{CheckKind::Range, field.name()};
        check.least = boundText(std::floor(*least / step) * step);
        check.most = boundText(std::ceil(*most / step) * step);
        if (reasonAgainst(check, {}, *m_screen.table).isEmpty())
            add(Kind::Range, field,
                coreTr("Let %1 be from %2 to %3 only")
                    .arg(field.label(), m_evidence.form.shownText(check.least, seen.type),
                         m_evidence.form.shownText(check.most, seen.type)),
                coreTr("all of %1 are from %2 to %3")
                    .arg(counted(seen.filled, "value", "values"),
                         m_evidence.form.text(seen.smallest, seen.type),
                         m_evidence.form.text(seen.largest, seen.type)),
                addCheck(check));
    }

    void proposeUnique(const BoundField& field, const ColumnEvidence& seen) {
        // A sample cannot tell; the database's own unique keys are asked anyhow.
        const bool isCode = seen.builds == 1 && seen.shapes.front().shape.isCode();
        const bool isKept = m_screen.table->uniqueKeys.contains(QStringList{field.name()});
        if (!m_evidence.isExact() || field.column.type.kind != TypeKind::Text || !isCode ||
            seen.distinct != seen.lookedAt || field.isKey || isKept ||
            hasCheck(CheckKind::Unique, field.name()))
            return;
        add(Kind::Unique, field, coreTr("Let no two records have the same %1").arg(field.label()),
            coreTr("no value twice in %1").arg(lookedAtText(seen)),
            addCheck({CheckKind::Unique, field.name()}));
    }

    void proposeLength(const BoundField& field, const ColumnEvidence& seen) {
        const bool isPlain = field.definition.shownAs == ShownAs::Text;
        if (isPlain && seen.longest > LongTextFrom)
            add(Kind::LongText, field, coreTr("Show %1 as long text").arg(field.label()),
                coreTr("the longest has %1 characters").arg(countText(seen.longest)),
                define(field, FieldSetting::ShownAs, [](FieldDefinition& definition) {
                    definition.shownAs = ShownAs::LongText;
                }));
        if (!field.placement.inGrid() || field.placement.width != ScreenField::FittedWidth ||
            seen.usual < WideFrom || seen.longest < seen.usual * 2)
            return;
        add(Kind::Width, field, coreTr("Make %1 as wide as most of its texts").arg(field.label()),
            coreTr("19 of 20 have no more than %1 characters, the longest %2")
                .arg(countText(seen.usual), countText(seen.longest)),
            place(field,
                  [width = seen.usual * m_pixels](ScreenField& placed) { placed.width = width; }));
    }

    const Evidence& m_evidence;
    const BoundScreen& m_screen;
    const Catalog& m_catalog;
    TableChecks m_checks;
    int m_pixels;
    QSet<QString> m_isEchoed; // columns about which something was proposed so
    Proposals m_proposals;
};

} // namespace

QString proposalKindName(Proposal::Kind kind) {
    switch (kind) {
    case Proposal::Kind::Required:
        return QStringLiteral("required");
    case Proposal::Kind::Choices:
        return QStringLiteral("choices");
    case Proposal::Kind::Pattern:
        return QStringLiteral("pattern");
    case Proposal::Kind::Range:
        return QStringLiteral("range");
    case Proposal::Kind::Unique:
        return QStringLiteral("unique");
    case Proposal::Kind::Lookup:
        return QStringLiteral("lookup");
    case Proposal::Kind::FilledWith:
        return QStringLiteral("filled_with");
    case Proposal::Kind::OffersOnly:
        return QStringLiteral("offers_only");
    case Proposal::Kind::Stamped:
        return QStringLiteral("stamped");
    case Proposal::Kind::LongText:
        return QStringLiteral("long_text");
    case Proposal::Kind::Width:
        return QStringLiteral("width");
    case Proposal::Kind::LeaveOut:
        return QStringLiteral("leave_out");
    }
    return {};
}

QString Proposal::id() const { return proposalKindName(kind) + u':' + column; }

Proposals proposalsFrom(const Evidence& evidence, const BoundScreen& screen, const Project& project,
                        const Catalog& catalog, int pixelsPerCharacter) {
    return Proposer(evidence, screen, project, catalog, pixelsPerCharacter).run();
}

} // namespace gravin
