// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/findings/finding.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

QString Finding::id() const {
    QStringList parts{screen.isEmpty() ? table : screen};
    if (!column.isEmpty())
        parts += column;
    parts.removeAll(QString());
    return parts.isEmpty() ? kind : kind + u':' + parts.join(u'.');
}

bool breaks(const Finding& finding) { return finding.severity == Finding::Severity::Breaks; }

qsizetype breakingCount(const Findings& findings) {
    return std::count_if(findings.begin(), findings.end(), breaks);
}

QString summaryOf(const Findings& findings) {
    const qsizetype breaking = breakingCount(findings);
    const qsizetype risking = static_cast<qsizetype>(findings.size()) - breaking;
    QStringList parts;
    if (breaking > 0)
        parts +=
            counted(breaking, "finding that breaks something", "findings that break something");
    if (risking > 0)
        parts += counted(risking, "risk", "risks");
    return parts.isEmpty() ? coreTr("The project fits its database.")
                           : parts.join(QStringLiteral(", ")) + u'.';
}

Status mendFindings(Project& project, const Findings& findings, const QStringList& ids) {
    Project mended = project;
    for (const QString& id : ids) {
        const auto found = std::find_if(findings.begin(), findings.end(),
                                        [&](const Finding& each) { return each.id() == id; });
        if (found == findings.end())
            return Error{ErrorKind::Usage, coreTr("There is no finding “%1”.").arg(id)};
        if (!found->apply)
            return Error{ErrorKind::Refused,
                         coreTr("%1 cannot be mended at once: %2").arg(id, found->cause)};
        found->apply(mended);
    }
    project = std::move(mended);
    return ok();
}

} // namespace gravin
