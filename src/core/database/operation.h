// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <optional>

namespace gravin {

// What can be done to a record.
enum class Operation { Insert, Update, Delete };
QString operationName(Operation operation); // "insert", "update", "delete"
std::optional<Operation> operationFromName(const QString& name);

// Which of them are allowed. The database grants, a connection and a screen narrow.
struct Rights {
    bool insert = true;
    bool update = true;
    bool remove = true;

    bool allow(Operation operation) const;
    void set(Operation operation, bool isAllowed);
    bool any() const { return insert || update || remove; }
    Rights narrowedBy(const Rights& other) const {
        return {insert && other.insert, update && other.update, remove && other.remove};
    }
    friend bool operator==(const Rights&, const Rights&) = default;
};

} // namespace gravin
