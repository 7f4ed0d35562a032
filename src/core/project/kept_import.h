// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QMap>
#include <QString>
#include <QStringList>

#include <optional>

namespace gravin {

// How files of some kind are imported, kept by the project to be done again. A plain value.
struct KeptImport {
    enum class Does { Both, AddOnly, ChangeOnly };
    // What becomes of the screen's records that no row finds.
    enum class Missing { Stay, Listed, Deleted };

    QString name;   // unique among those of its screen
    QString screen; // its id
    // The fields' columns by the heads of the file.
    QMap<QString, QString> columns;
    QStringList match; // columns by which a row finds its record
    Does does = Does::Both;
    bool leavesOut = false; // rows that are refused
    Missing missing = Missing::Stay;
    QStringList makes; // lookups whose unknown texts become records
    // How dates and figures are written, as a BCP 47 name; empty: as whoever imports writes them.
    QString locale;
    QString sheet;     // of a workbook; empty: its first one
    QString separator; // of CSV, one character; empty: guessed for each file
    bool hasHeads = true;
    QByteArray unknown = {};

    // Without regard to case.
    bool isCalled(const QString& screenId, const QString& wanted) const {
        return screen == screenId && name.compare(wanted, Qt::CaseInsensitive) == 0;
    }
    friend bool operator==(const KeptImport&, const KeptImport&) = default;
};

// "both", "add", "change"; "stay", "listed", "deleted".
QString wordOf(KeptImport::Does does);
QString wordOf(KeptImport::Missing missing);
std::optional<KeptImport::Does> keptDoes(const QString& word);
std::optional<KeptImport::Missing> keptMissing(const QString& word);

} // namespace gravin
