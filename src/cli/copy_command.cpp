// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/opened.h"
#include "cli/repointing.h"
#include "core/base/text.h"
#include "core/exchange/copy/database_copy.h"

#include <QFileInfo>

namespace gravin::cli {

namespace {

Json jsonOfTexts(const QStringList& texts) {
    Json list = Json::array();
    for (const QString& text : texts)
        list.push_back(utf8(text));
    return list;
}

int sayPlan(const CopyPlan& plan, bool json) {
    if (json) {
        print({{"statements", utf8(plan.statements())}, {"notes", jsonOfTexts(plan.notes)}});
        return Done;
    }
    printLine(plan.statements());
    for (const QString& note : plan.notes)
        complain(note);
    return Done;
}

Json copiedJson(const DatabaseCopied& copied) {
    Json tables = Json::array();
    for (const CopiedTable& table : copied.tables)
        tables.push_back({{"table", utf8(table.name)},
                          {"records", table.records},
                          {"checksum", utf8(table.checksum)}});
    return {{"tables", tables},
            {"views", jsonOfTexts(copied.views)},
            {"notes", jsonOfTexts(copied.notes)}};
}

void say(const DatabaseCopied& copied, const ConnectionSpec& target) {
    QList<QStringList> rows;
    for (const CopiedTable& table : copied.tables)
        rows += {table.name, QString::number(table.records), table.checksum};
    printTable({coreTr("table"), coreTr("records"), coreTr("checksum, the same in both")}, rows);
    for (const QString& view : copied.views)
        printLine(coreTr("The view %1 gives the same in both.").arg(view));
    for (const QString& note : copied.notes)
        complain(note);
    printLine(coreTr("Copied to %1.").arg(target.shownName()));
}

} // namespace

int runCopy(const CopyOptions& options) {
    const auto source = connectionOf(options.source);
    if (!source)
        return report(source.error(), options.json);
    auto target = ConnectionSpec::fromUrl(options.target);
    if (!target)
        return report(target.error(), options.json);
    if (target->isFile())
        target->path = QFileInfo(target->path).absoluteFilePath();
    if (options.repoint && ConnectionSpec::fromUrl(options.source))
        return report({ErrorKind::Usage,
                       coreTr("--repoint is for a project; %1 is an address.").arg(options.source)},
                      options.json);
    // Whole tables leave: of a project for whoever builds it.
    if (!ConnectionSpec::fromUrl(options.source)) {
        const auto opened = openProject(options.source, Session::Access::ReadOnly);
        const Status may = opened ? mayDo(*opened, Act::Build) : Status(opened.error());
        if (!may)
            return report(may.error(), options.json);
    }
    auto session = Session::open(*source, Session::Access::ReadOnly);
    if (!session)
        return report(session.error(), options.json);
    const Watched watched(**session);
    if (options.dryRun) {
        const auto plan = planCopyTo(**session, *target);
        return plan ? sayPlan(*plan, options.json) : report(plan.error(), options.json);
    }
    const auto copied = copyTables(**session, *target);
    if (!copied)
        return report(copied.error(), options.json);
    if (!options.json)
        say(*copied, *target);
    else if (!options.repoint)
        print(copiedJson(*copied));
    if (!options.repoint)
        return Done;
    RepointOptions to;
    to.file = options.source;
    to.database = options.target;
    to.json = options.json;
    return repoint(to, options.json ? copiedJson(*copied) : Json::object());
}

} // namespace gravin::cli
