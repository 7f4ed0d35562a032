// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QList>
#include <QMap>
#include <QString>
#include <QStringList>

#include <optional>

namespace gravin {

// One thing that an action does.
struct ActionStep {
    enum class Does {
        Set,        // fields of the record get values
        BulkUpdate, // one that the project keeps, on these records
        NewRecord,  // begun on a screen, with values
        GoTo,       // those of a screen that belong to the record
        OpenLink,
        Call,  // a routine of the database
        Print, // the record's sheet, or cards that the project keeps
        Next,  // the next record is shown
        Close  // the window, where it is one of its own
    };
    Does does = Does::Set;
    // Set: what each column gets; NewRecord: what the new one begins with; Call: what each
    // parameter gets, what is not named is asked for. Expressions over the record.
    QMap<QString, QString> values = {};
    // BulkUpdate, Print: of what is kept; Print: empty: the sheet; Call: of the routine.
    QString name = {};
    QString screen = {};      // NewRecord, GoTo: its id
    QStringList columns = {}; // GoTo: the values of these here
    QStringList match = {};   // are those of these there; as many
    QString where = {};       // GoTo: and a condition over the records there
    // OpenLink: an expression that gives the address. Print: a folder for the PDF file; empty: the
    // printer.
    QString text = {};
    QByteArray unknown = {};
    friend bool operator==(const ActionStep&, const ActionStep&) = default;
};

// What a screen can do with its records beside what all can: a button, a key, and steps that follow
// each other. A plain value.
struct ScreenAction {
    enum class Place { Button, Menu };

    QString name; // unique among those of its screen; what people read
    Place place = Place::Button;
    QString key = {};  // "Ctrl+Shift+K", as QKeySequence reads it; empty: none
    QString when = {}; // only in records for which this is true; empty: in all
    QString asks = {}; // what is asked before; empty: nothing
    QList<ActionStep> steps = {};
    QByteArray unknown = {};
    friend bool operator==(const ScreenAction&, const ScreenAction&) = default;
};

// "set", "bulk_update", "new_record", "go_to", "open_link", "call", "print", "next", "close".
QString actionStepName(ActionStep::Does does);
std::optional<ActionStep::Does> actionStepFromName(const QString& name);
QString actionStepLabel(ActionStep::Does does); // "Set fields"
QList<ActionStep::Does> allActionSteps();
bool writes(ActionStep::Does does);

// "status = 'closed'; closed_on = CURRENT_DATE": the form in which people write values, and back.
// Nothing: it is none.
QString assignmentsText(const QMap<QString, QString>& values);
std::optional<QMap<QString, QString>> assignmentsFrom(const QString& text);

} // namespace gravin
