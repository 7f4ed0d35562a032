// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/select_parameters.h"

#include <functional>

namespace gravin {

namespace {

bool isNameStart(QChar letter) { return letter.isLetter() || letter == u'_'; }
bool isNamePart(QChar letter) { return letter.isLetterOrNumber() || letter == u'_'; }

// Goes through a statement and says which parts of it are its own words.
class SelectScan {
public:
    SelectScan(const QString& text, Engine engine)
        : m_text(text)
        , m_engine(engine) {}

    // Calls `found` with the name of each parameter, and `other` with every other part, in order.
    void run(const std::function<void(const QString&)>& found,
             const std::function<void(const QString&)>& other) {
        while (m_at < m_text.size()) {
            const qsizetype from = m_at;
            if (skipApart()) {
                other(m_text.mid(from, m_at - from));
                continue;
            }
            const QChar before = from > 0 ? m_text[from - 1] : QChar(u' ');
            const bool begins = here() == u':' && before != u':' && !isNamePart(before) &&
                                isNameStart(at(from + 1));
            ++m_at;
            if (!begins) {
                other(m_text.mid(from, 1));
                continue;
            }
            while (m_at < m_text.size() && isNamePart(m_text[m_at]))
                ++m_at;
            found(m_text.mid(from + 1, m_at - from - 1));
        }
    }

private:
    QChar at(qsizetype place) const { return place < m_text.size() ? m_text[place] : QChar(); }
    QChar here() const { return at(m_at); }
    bool startsWith(const QString& text) const {
        return QStringView(m_text).mid(m_at).startsWith(text);
    }

    // Past a text, a quoted name or a comment, where one begins here.
    bool skipApart() {
        const bool isMariaDb = m_engine == Engine::MariaDb;
        if (here() == u'\'' || here() == u'"' || here() == u'`') {
            skipQuoted(here(), (isMariaDb && here() != u'`') || isEscaping());
            return true;
        }
        if (m_engine == Engine::Sqlite && here() == u'[') {
            skipTo(QStringLiteral("]"));
            return true;
        }
        if (startsWith(QStringLiteral("--")) || (isMariaDb && here() == u'#')) {
            skipTo(QStringLiteral("\n"));
            return true;
        }
        if (startsWith(QStringLiteral("/*"))) {
            skipComment();
            return true;
        }
        return m_engine == Engine::PostgreSql && here() == u'$' && skipDollars();
    }

    // PostgreSQL's E'…', in which a backslash takes the next sign along.
    bool isEscaping() const {
        return m_engine == Engine::PostgreSql && here() == u'\'' && m_at > 0 &&
               m_text[m_at - 1].toUpper() == u'E' && (m_at < 2 || !isNamePart(m_text[m_at - 2]));
    }

    void skipQuoted(QChar quote, bool escapes) {
        for (++m_at; m_at < m_text.size(); ++m_at) {
            if (escapes && m_text[m_at] == u'\\') {
                ++m_at;
            } else if (m_text[m_at] == quote) {
                ++m_at;
                if (here() != quote)
                    return; // doubled, it stands for itself
            }
        }
    }

    void skipTo(const QString& end) {
        const qsizetype found = m_text.indexOf(end, m_at);
        m_at = found < 0 ? m_text.size() : found + end.size();
    }

    // PostgreSQL's comments stand within each other; the others' end at the first end.
    void skipComment() {
        int depth = 0;
        while (m_at < m_text.size()) {
            if (startsWith(QStringLiteral("/*")) &&
                (depth == 0 || m_engine == Engine::PostgreSql)) {
                ++depth;
                m_at += 2;
            } else if (startsWith(QStringLiteral("*/"))) {
                m_at += 2;
                if (--depth == 0)
                    return;
            } else {
                ++m_at;
            }
        }
    }

    // $$…$$ and $tag$…$tag$
    bool skipDollars() {
        qsizetype end = m_at + 1;
        while (end < m_text.size() && isNamePart(m_text[end]))
            ++end;
        if (at(end) != u'$' || (m_at > 0 && isNamePart(m_text[m_at - 1])))
            return false;
        const QString tag = m_text.mid(m_at, end + 1 - m_at);
        m_at = end + 1;
        skipTo(tag);
        return true;
    }

    const QString& m_text;
    Engine m_engine;
    qsizetype m_at = 0;
};

} // namespace

QStringList parametersOf(const QString& select, Engine engine) {
    QStringList names;
    SelectScan(select, engine)
        .run(
            [&](const QString& name) {
                if (!names.contains(name))
                    names += name;
            },
            [](const QString&) {});
    return names;
}

QString withParameters(const QString& select, Engine engine, const QMap<QString, QString>& texts) {
    QString filled;
    SelectScan(select, engine)
        .run([&](const QString& name) { filled += texts.value(name, u':' + name); },
             [&](const QString& other) { filled += other; });
    return filled;
}

} // namespace gravin
