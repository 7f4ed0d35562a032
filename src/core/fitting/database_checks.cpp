// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/database_checks.h"

#include "core/records/bound_expression.h"

#include <QRegularExpression>

namespace gravin {

namespace {

// One piece of an engine's text: a quoted text, a quoted name, a word, or a single character.
struct Piece {
    enum class Kind { Text, Name, Word, Symbol };
    Kind kind = Kind::Symbol;
    QString text; // as an expression writes it
};

QString requoted(const QString& inside, QChar quote, QChar by) {
    QString text = inside;
    text.replace(QString(2, quote), QString(quote));
    text.replace(by, QString(2, by));
    return by + text + by;
}

QList<Piece> piecesOf(const QString& check, Engine engine) {
    static const QRegularExpression pattern(QStringLiteral(
        "'((?:[^']|'')*)'|\"((?:[^\"]|\"\")*)\"|`((?:[^`]|``)*)`|\\[([^\\]]*)\\]|"
        "([A-Za-z_]\\w*|\\d+(?:\\.\\d+)?(?![\\w.]))|(::|<=|>=|<>|!=|==|\\|\\||\\S)"));
    QList<Piece> pieces;
    auto matches = pattern.globalMatch(check);
    while (matches.hasNext()) {
        const auto match = matches.next();
        const auto has = [&](int group) { return match.capturedStart(group) >= 0; };
        if (has(1)) {
            // A backslash escapes in MariaDB's texts: such a text is left alone.
            const bool escapes = engine == Engine::MariaDb && match.captured(1).contains(u'\\');
            pieces += Piece{Piece::Kind::Text, escapes ? QStringLiteral("\\") : match.captured(0)};
        } else if (has(2)) {
            pieces += Piece{Piece::Kind::Name, match.captured(0)};
        } else if (has(3)) {
            pieces += Piece{Piece::Kind::Name, requoted(match.captured(3), u'`', u'"')};
        } else if (has(4) && engine == Engine::Sqlite) {
            pieces += Piece{Piece::Kind::Name, requoted(match.captured(4), u']', u'"')};
        } else if (has(4)) {
            // ARRAY[…]: the inside is read again.
            pieces += Piece{Piece::Kind::Symbol, QStringLiteral("[")};
            pieces += piecesOf(match.captured(4), engine);
            pieces += Piece{Piece::Kind::Symbol, QStringLiteral("]")};
        } else if (has(5)) {
            pieces += Piece{Piece::Kind::Word, match.captured(5)};
        } else {
            pieces += Piece{Piece::Kind::Symbol, match.captured(6)};
        }
    }
    return pieces;
}

bool isWord(const QList<Piece>& pieces, qsizetype at, const char* word) {
    return at < pieces.size() && pieces[at].kind == Piece::Kind::Word &&
           pieces[at].text.compare(QLatin1String(word), Qt::CaseInsensitive) == 0;
}

bool isSymbol(const QList<Piece>& pieces, qsizetype at, const char* symbol) {
    return at < pieces.size() && pieces[at].kind == Piece::Kind::Symbol &&
           pieces[at].text == QLatin1String(symbol);
}

// Whether the piece before this place is a number, or one in brackets.
bool isAfterNumber(const QList<Piece>& pieces, qsizetype at) {
    const bool inBrackets =
        at >= 3 && isSymbol(pieces, at - 1, ")") && isSymbol(pieces, at - 3, "(");
    const qsizetype number = inBrackets ? at - 2 : at - 1;
    return number >= 0 && pieces[number].kind == Piece::Kind::Word &&
           pieces[number].text.front().isDigit();
}

// PostgreSQL says of every constant which type it took it for. Casts to text and of constant
// numbers change nothing; any other stays, and keeps the check from being read.
void dropCasts(QList<Piece>& pieces) {
    for (qsizetype at = 0; at < pieces.size(); ++at) {
        if (!isSymbol(pieces, at, "::"))
            continue;
        qsizetype length = 1;
        if (isWord(pieces, at + 1, "character") && isWord(pieces, at + 2, "varying"))
            length = 3;
        else if (isAfterNumber(pieces, at) && isWord(pieces, at + 1, "double") &&
                 isWord(pieces, at + 2, "precision"))
            length = 3;
        else if (isWord(pieces, at + 1, "text") ||
                 (isAfterNumber(pieces, at) &&
                  (isWord(pieces, at + 1, "numeric") || isWord(pieces, at + 1, "bigint") ||
                   isWord(pieces, at + 1, "integer"))))
            length = 2;
        else if (isWord(pieces, at + 1, "date") && at > 0 &&
                 pieces[at - 1].kind == Piece::Kind::Text) {
            pieces.remove(at, 2);
            pieces.insert(at - 1, Piece{Piece::Kind::Word, QStringLiteral("DATE")});
            continue;
        } else
            continue;
        if (isSymbol(pieces, at + length, "[") && isSymbol(pieces, at + length + 1, "]"))
            length += 2;
        pieces.remove(at, length);
        --at;
    }
}

// x = ANY (ARRAY[a, b]), also with more brackets around the array, is x IN (a, b).
void spellOutAny(QList<Piece>& pieces) {
    for (qsizetype at = 0; at + 2 < pieces.size(); ++at) {
        if (!isSymbol(pieces, at, "=") || !isWord(pieces, at + 1, "ANY"))
            continue;
        qsizetype array = at + 2;
        while (isSymbol(pieces, array, "("))
            ++array;
        if (!isWord(pieces, array, "ARRAY") || !isSymbol(pieces, array + 1, "["))
            continue;
        const qsizetype brackets = array - at - 2;
        qsizetype end = array + 2;
        while (end < pieces.size() && !isSymbol(pieces, end, "]"))
            ++end;
        pieces.remove(end, std::min(brackets, pieces.size() - end));
        pieces[at] = Piece{Piece::Kind::Word, QStringLiteral("IN")};
        pieces.remove(at + 1, array + 1 - at);
        pieces.insert(at + 1, Piece{Piece::Kind::Symbol, QStringLiteral("(")});
    }
}

} // namespace

QString expressionFromEngine(const QString& check, Engine engine) {
    QList<Piece> pieces = piecesOf(check, engine);
    if (engine == Engine::PostgreSql) {
        // pg_get_constraintdef() begins with the word.
        if (isWord(pieces, 0, "CHECK"))
            pieces.removeFirst();
        dropCasts(pieces);
        spellOutAny(pieces);
    }
    QStringList words;
    for (qsizetype at = 0; at < pieces.size(); ++at) {
        QString text = pieces[at].text;
        const bool isCall = isSymbol(pieces, at + 1, "(");
        if (isCall && isWord(pieces, at, "length") && engine != Engine::MariaDb)
            text = QStringLiteral("CHAR_LENGTH");
        else if (text == u"==" && pieces[at].kind == Piece::Kind::Symbol)
            text = QStringLiteral("=");
        else if (text == u"!=" && pieces[at].kind == Piece::Kind::Symbol)
            text = QStringLiteral("<>");
        words += text;
    }
    return words.join(u' ');
}

namespace {

// Gathers what a condition leaves of one column, where it does nothing but list values.
class ListOfValues {
public:
    explicit ListOfValues(const Expression& condition)
        : m_condition(condition) {}

    // False: it says something else too.
    bool collect(int node) {
        using Operation = ExpressionNode::Operation;
        const ExpressionNode& it = m_condition.nodes()[static_cast<size_t>(node)];
        const auto isColumn = [&](int operand) {
            return m_condition.nodes()[static_cast<size_t>(operand)].operation == Operation::Column;
        };
        switch (it.operation) {
        case Operation::Or:
            return std::all_of(it.operands.begin(), it.operands.end(),
                               [this](int operand) { return collect(operand); });
        case Operation::IsNull:
            return isColumn(it.operands[0]);
        case Operation::In:
        case Operation::Equal:
            return isColumn(it.operands[0]) &&
                   std::all_of(it.operands.begin() + 1, it.operands.end(),
                               [this](int operand) { return add(operand); });
        default:
            return false;
        }
    }
    std::vector<Value> take() { return std::move(m_values); }

private:
    bool add(int node) {
        if (m_condition.nodes()[static_cast<size_t>(node)].operation !=
            ExpressionNode::Operation::Literal)
            return false;
        static const Value null;
        const std::vector<const Value*> values(static_cast<size_t>(m_condition.columns().size()),
                                               &null);
        auto value = evaluatePart(m_condition, node, values, Present::take());
        if (value && !value->isNull())
            m_values.push_back(std::move(*value));
        return value.ok();
    }

    const Expression& m_condition;
    std::vector<Value> m_values;
};

} // namespace

std::vector<Value> listedValues(const Table& table, const Column& column) {
    for (const CheckConstraint& constraint : table.checks) {
        // The catalog does not say whose it is; what is none of an engine's texts does not parse.
        for (const Engine engine : {Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb}) {
            const auto condition =
                bindCondition(expressionFromEngine(constraint.expression, engine), table);
            if (!condition || condition->expression->columns() != QStringList{column.name})
                continue;
            ListOfValues list(*condition->expression);
            if (list.collect(condition->expression->root()))
                return list.take();
        }
    }
    return {};
}

} // namespace gravin
