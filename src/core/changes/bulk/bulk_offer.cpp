// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/bulk/bulk_offer.h"

#include "core/database/expression_sql.h"

namespace gravin {

namespace {

// The new values as this engine can say them; nothing: it cannot.
class EngineValues {
public:
    EngineValues(Session& session, std::shared_ptr<const BulkPreview> preview)
        : m_session(session)
        , m_preview(std::move(preview)) {}

    std::optional<std::vector<SqlFragment>> of(const QStringList& columns) {
        std::vector<SqlFragment> values;
        for (const QString& name : columns) {
            const Column& column = *m_preview->table->column(name);
            auto value = of(column);
            if (!value)
                return std::nullopt;
            values.push_back(std::move(*value));
        }
        if (!m_computed.empty())
            m_session.setWise()->setComputer(
                [preview = m_preview, computed = m_computed,
                 &dialect = m_session.dialect()](int what, const QVariantList& given) {
                    return value(*preview, computed[static_cast<size_t>(what)], dialect, given);
                });
        return values;
    }

private:
    struct Computed {
        QString column;
        QList<int> places; // of what is given
    };

    std::optional<SqlFragment> of(const Column& column) {
        const Dialect& dialect = m_session.dialect();
        const BulkValues& values = m_preview->values;
        if (const auto put = values.put.constFind(column.name);
            put != values.put.end() && !values.set.contains(column.name) &&
            !values.replace.contains(column.name)) {
            if (!dialect.canHold(*put, column.type))
                return std::nullopt;
            return SqlFragment{dialect.placeholder(column), {dialect.encode(*put, column.type)}};
        }
        const auto set = values.set.constFind(column.name);
        if (m_session.setWise()->computes())
            return computed(column);
        if (set == values.set.end() || values.replace.contains(column.name))
            return std::nullopt;
        const Expression& expression = *set->expression;
        return expressionSql(expression, expression.root(), *m_preview->table, dialect.engine(),
                             m_preview->present);
    }

    // By our own evaluator, while the engine's statement runs.
    std::optional<SqlFragment> computed(const Column& column) {
        const BulkValues& values = m_preview->values;
        Computed computed{column.name, {}};
        if (values.replace.contains(column.name))
            computed.places += m_preview->table->indexOf(column.name);
        else
            computed.places = values.set.value(column.name).places;
        QStringList names;
        for (const int place : std::as_const(computed.places)) {
            if (m_preview->table->columns[place].isBeyond())
                return std::nullopt; // its statement has no such column
            names += m_preview->table->columns[place].name;
        }
        const int what = static_cast<int>(m_computed.size());
        m_computed.push_back(computed);
        return SqlFragment{m_session.setWise()->computed(what, names), {}};
    }

    static std::optional<QVariant> value(const BulkPreview& preview, const Computed& computed,
                                         const Dialect& dialect, const QVariantList& given) {
        const Table& table = *preview.table;
        const Column& column = *table.column(computed.column);
        std::vector<Value> values;
        values.reserve(static_cast<size_t>(given.size()));
        for (qsizetype i = 0; i < given.size(); ++i)
            values.push_back(dialect.decode(given[i], table.columns[computed.places[i]].type));
        Result<Value> wanted = values.empty() ? Value() : values.front();
        if (const auto replaced = preview.values.replace.constFind(computed.column);
            replaced != preview.values.replace.end()) {
            if (values.front().kind() == Value::Kind::Text)
                wanted = Value::text(replaced->applied(values.front().asText()));
        } else {
            std::vector<const Value*> pointers;
            pointers.reserve(values.size());
            for (const Value& each : values)
                pointers.push_back(&each);
            wanted = gravin::evaluate(*preview.values.set[computed.column].expression, pointers,
                                      preview.present);
            if (wanted)
                wanted = valueFor(column, *wanted);
        }
        if (!wanted || !dialect.canHold(*wanted, column.type))
            return std::nullopt;
        return dialect.encode(*wanted, column.type);
    }

    Session& m_session;
    std::shared_ptr<const BulkPreview> m_preview;
    std::vector<Computed> m_computed;
};

} // namespace

std::shared_ptr<const SetWiseOffer> offerOf(const std::shared_ptr<const BulkPreview>& preview,
                                            bool leavesOutRefused) {
    const qint64 refused = preview->refusedChanging();
    if (preview->engineSays.empty() || !preview->isPlain || !preview->gone.empty() ||
        (refused > 0 && !leavesOutRefused))
        return nullptr;
    auto offer = std::make_shared<SetWiseOffer>();
    offer->table = preview->table;
    offer->columns = preview->spreads.keys();
    offer->watched = preview->watched;
    offer->records = preview->changing.size() - refused;
    offer->content = preview->content;
    offer->checkedBy = preview->rules;
    offer->targets = [preview, place = qsizetype{0}](qint64 first, qint64 most) mutable {
        std::vector<SetWiseTarget> targets;
        if (first == 0)
            place = 0;
        for (; place < preview->changing.size() && static_cast<qint64>(targets.size()) < most;
             ++place) {
            const auto at = static_cast<size_t>(place);
            if (!preview->isRefused[at])
                targets.push_back({preview->changing.at(place), preview->engineSays[at]});
        }
        return targets;
    };
    offer->values = [preview, columns = offer->columns](Session& session) {
        return EngineValues(session, preview).of(columns);
    };
    return offer;
}

} // namespace gravin
