// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/column.h"
#include "core/value/value.h"

#include <QList>
#include <QMap>
#include <QString>

#include <optional>
#include <vector>

namespace gravin {

// A stored procedure or function of the database. A plain value.
struct Routine {
    enum class Kind { Procedure, Function };
    struct Parameter {
        enum class Direction { In, Out, Both };
        Column column; // its name, which may be empty, and its type
        Direction direction = Direction::In;
        bool mayBeLeftOut = false; // the routine has a value of its own for it
        bool isGiven() const { return direction != Direction::Out; }
        bool isTold() const { return direction != Direction::In; }
    };

    // Unique in the catalog: the plain name, with its schema before it where that is not the
    // connection's own, and with its types in brackets where several have that name.
    QString name;
    QString schema;  // as the engine knows it
    QString routine; // the plain name
    Kind kind = Kind::Procedure;
    QList<Parameter> parameters;
    // What a function gives; no type of its own: nothing.
    Column answer;
    bool answersRows = false; // a function that gives any number of them: a source, not a step
    // The engine sees to it that it writes nothing. What a routine only says of itself does not
    // count.
    bool onlyReads = false;
    bool mayCall = true; // what the database grants this account
    QString comment = {};

    bool isFunction() const { return kind == Kind::Function; }
    const Parameter* parameter(const QString& parameterName) const; // null: none
    // "visit_close(visit integer, closed_by text)"
    QString described() const;
};

// How a routine is used to write records of a table: which column stands for which parameter.
struct RoutineUse {
    QString routine;
    QMap<QString, QString> columns; // by parameter
    friend bool operator==(const RoutineUse&, const RoutineUse&) = default;
};

// What is handed to a routine: a value for each parameter that takes one, in their order; nothing:
// it is left out.
using RoutineValues = std::vector<std::optional<Value>>;

// What a routine told: what came out of its parameters, and what a function gave, which is called
// by the function's name.
struct ToldValue {
    QString name;
    ColumnType type;
    Value value;
};

} // namespace gravin
