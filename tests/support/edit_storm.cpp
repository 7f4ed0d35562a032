// SPDX-License-Identifier: GPL-3.0-or-later
// Makes random edits of the records of table `t`, each guarded by what it read before; what
// somebody else was quicker with is read and tried again. Usage: gravin-edit-storm URL SEED EDITS
// [PAUSE], with so many milliseconds between edits. Prints how many it committed.
#include "core/changes/change_writer.h"
#include "core/records/table_reader.h"

#include <QCoreApplication>
#include <QThread>

#include <cstdio>
#include <random>

using namespace gravin;

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    const auto spec = ConnectionSpec::fromUrl(QString::fromLocal8Bit(argv[1]));
    const auto seed = static_cast<unsigned>(std::atoi(argv[2]));
    const int edits = std::atoi(argv[3]);
    const int pause = argc > 4 ? std::atoi(argv[4]) : 0;
    ConnectionSpec logged = *spec;
    logged.changeLog = true;
    auto session = Session::open(logged, Session::Access::ReadWrite);
    if (!session)
        return 1;
    // The others may hold the file just then.
    auto read = (*session)->readCatalog();
    for (int again = 0; !read && again < 100; ++again) {
        QThread::msleep(50);
        read = (*session)->readCatalog();
    }
    if (!read) {
        std::fputs(qPrintable(read.error().sentence + read.error().detail), stderr);
        return 1;
    }
    const Catalog& catalog = *read;
    const Table& table = *catalog.table(QStringLiteral("t"));
    const RuleBook rules;
    ChangeWriter writer(**session, catalog, rules);
    std::mt19937 random(seed);
    int committed = 0;
    for (int n = 0; committed < edits && n < 100 * edits; ++n) {
        QThread::msleep(static_cast<unsigned long>(pause));
        const Key key({Value::integer(1 + static_cast<qint64>(random() % 20))});
        const int column = 1 + static_cast<int>(random() % 3);
        const QString& name = table.columns[column].name;
        const auto record = TableReader(**session, table).record(key);
        if (!record || !*record)
            continue; // busy
        // No two edits write the same value.
        const qint64 value = static_cast<qint64>(seed) * 1'000'000 + n;
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        request.edits.push_back({Operation::Update,
                                 table.name,
                                 key,
                                 {{name, (*record)->values[static_cast<size_t>(column)]}},
                                 {{name, Value::integer(value)}}});
        const WriteResult written = writer.write(request);
        if (written)
            ++committed;
        else if (written.error().error.kind != ErrorKind::Conflict &&
                 written.error().error.kind != ErrorKind::Busy) {
            std::fputs(qPrintable(written.error().error.sentence + written.error().error.detail),
                       stderr);
            return 1;
        }
    }
    std::printf("%d\n", committed);
    return 0;
}
