// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/project/project.h"
#include "core/value/value.h"

#include <QHash>
#include <QSet>

#include <memory>

namespace gravin {

// What a lookup shows for stored values, and what it offers to choose from. Nothing is read but
// what somebody looks at, so that the other table may be of any size. Lives in the interface's
// thread; reads in the background.
class LookupStore : public QObject {
    Q_OBJECT
public:
    struct Entry {
        Value stored;
        QStringList shown; // one text for each shown column
    };
    using Search = LatestJob<QList<Entry>>;
    using Found = std::function<void(Result<QList<Entry>>)>;

    // `reader` must outlive the store.
    // `form`: how what it shows is written.
    LookupStore(Lookup lookup, const LocaleForm& form, std::shared_ptr<const Catalog> catalog,
                Worker* reader, QObject* parent = nullptr);

    const Lookup& lookup() const { return m_lookup; }

    // What a lookup shows for these values, where there is such a record. For any thread.
    static Result<QList<Entry>> shownEntries(Session& session, const Lookup& lookup,
                                             const LocaleForm& form, const Catalog& catalog,
                                             const std::vector<Value>& values);

    // What people see for a stored value. Empty while it is on its way (arrived() tells when it is
    // here) and when there is no such record.
    QString shownFor(const Value& stored);

    // Entries whose shown texts hold every word of `text`, whatever its case, in the lookup's
    // order: `limit` of them from `offset` on.
    // `only`: of those for which this expression over their table is true; empty: of all.
    void find(const QString& text, qint64 offset, int limit, QObject* context, Found answer,
              const QString& only = {});
    // The same, where only the newest counts: what `search` looked for before is given up.
    // Requires: `search` is a member of `context`.
    void find(Search& search, const QString& text, qint64 offset, int limit, QObject* context,
              Found answer, const QString& only = {});

    // The table changed: what is shown is read anew, and stays until it is here.
    void refresh();

Q_SIGNALS:
    // Texts that shownFor() was asked for are here, or what is shown has to be asked for anew.
    void arrived();

private:
    std::function<Result<QList<Entry>>(Session&)> finding(const QString& text, qint64 offset,
                                                          int limit, const QString& only) const;
    Found remembering(Found answer);
    void want(const Value& stored);
    void fetchWanted();
    void remember(const QList<Entry>& entries);

    Lookup m_lookup;
    LocaleForm m_form;
    std::shared_ptr<const Catalog> m_catalog;
    Worker* m_reader;
    QHash<QString, QString> m_shown; // by the stored value, encoded
    QSet<QString> m_asked;           // encoded; asked for since the last refresh
    std::vector<Value> m_wanted;
    bool m_fetchQueued = false;
};

} // namespace gravin
