// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/log_seal.h"

#include "core/base/text.h"
#include "core/changes/log/sealed_log.h"

namespace gravin {

Status LogSeal::add(SessionWriter& writer, qint64 change, const SealedContent& sealed) {
    const QString& content = sealed.content;
    QString columns = QStringLiteral("change_id, content, records");
    QVariantList values{change, content, sealed.records};
    if (m_session.spec().isFile()) {
        const auto former = last();
        if (!former)
            return former.error();
        columns += QStringLiteral(", position, chain");
        values += {former->position + 1, chainedHash(former->chain, change, content)};
    }
    const auto added = writer.execute(
        QStringLiteral("INSERT INTO gravin_seal (%1) VALUES (%2)")
                .arg(columns,
                     QStringList(values.size(), QStringLiteral("?")).join(QStringLiteral(", "))) +
            m_session.dialect().tellingOf(QStringLiteral("change_id")),
        values);
    if (!added)
        return added.error();
    return ok();
}

Result<LogSeal::Link> LogSeal::last() {
    Link link;
    Status asked = m_session.select(
        QStringLiteral("SELECT position, chain FROM gravin_seal WHERE position IS NOT NULL "
                       "ORDER BY position DESC LIMIT 1"),
        {}, [&](const QSqlQuery& row) {
            link = {row.value(0).toLongLong(), row.value(1).toString()};
            return false;
        });
    if (!asked)
        return asked.error();
    return link;
}

Status LogSeal::chainWaiting() {
    if (m_session.spec().isFile())
        return ok();
    // Whether it is protected.
    if (const auto layout = m_session.logLayout(); !layout)
        return layout.error();
    SessionWriter writer(m_session);
    WriteTransaction transaction(writer);
    if (Status begun = transaction.begin(false); !begun)
        return begun;
    const SealingStatements sealing = m_session.dialect().sealingStatements();
    if (!sealing.relax.isEmpty()) {
        if (Status relaxed = writer.command(sealing.relax); !relaxed)
            return relaxed;
    }
    auto mine = m_session.scalar(sealing.enter);
    if (!mine)
        return mine.error();
    if (mine->toInt() != 1)
        return ok();
    Status chained = m_session.isProtected()
                         ? writer.command(m_session.dialect().logProtection()->chaining())
                         : chain(writer);
    if (chained)
        chained = transaction.commit();
    const Session::Finishing finishing(m_session);
    if (!sealing.leave.isEmpty())
        (void)m_session.scalar(sealing.leave); // it goes with the connection at the latest
    return chained;
}

// In the order in which they are found: by their number, as far as they are committed.
Status LogSeal::chain(SessionWriter& writer) {
    struct Waiting {
        qint64 change;
        QString content;
    };
    std::vector<Waiting> waiting;
    Status asked = m_session.select(
        QStringLiteral("SELECT change_id, content FROM gravin_seal WHERE position IS NULL "
                       "ORDER BY change_id"),
        {}, [&](const QSqlQuery& row) {
            waiting.push_back({row.value(0).toLongLong(), row.value(1).toString()});
            return true;
        });
    if (!asked)
        return asked;
    auto link = last();
    if (!link)
        return link.error();
    for (const Waiting& each : waiting) {
        link->position += 1;
        link->chain = chainedHash(link->chain, each.change, each.content);
        auto placed = writer.execute(
            QStringLiteral("UPDATE gravin_seal SET position = ?, chain = ? WHERE change_id = ? "
                           "AND position IS NULL"),
            {link->position, link->chain, each.change});
        if (!placed)
            return placed.error();
    }
    return ok();
}

Status LogSeal::adopt(SessionWriter& writer) {
    std::vector<qint64> without;
    Status asked = m_session.select(
        QStringLiteral("SELECT c.id FROM gravin_change c LEFT JOIN gravin_seal s ON "
                       "s.change_id = c.id WHERE s.change_id IS NULL ORDER BY c.id"),
        {}, [&](const QSqlQuery& row) {
            without.push_back(row.value(0).toLongLong());
            return true;
        });
    if (!asked)
        return asked;
    for (const qint64 change : without) {
        const auto contents = SealedLog(m_session).contentsOf(std::span(&change, 1));
        if (!contents)
            return contents.error();
        if (!contents->contains(change))
            return Error{ErrorKind::Damaged, damagedChange(change)};
        if (Status added = add(writer, change, contents->value(change)); !added)
            return added;
    }
    return ok();
}

} // namespace gravin
