// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/operation.h"

namespace gravin {

QString operationName(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return QStringLiteral("insert");
    case Operation::Update:
        return QStringLiteral("update");
    case Operation::Delete:
        return QStringLiteral("delete");
    }
    return {};
}

std::optional<Operation> operationFromName(const QString& name) {
    for (const Operation operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        if (operationName(operation) == name)
            return operation;
    }
    return std::nullopt;
}

bool Rights::allow(Operation operation) const {
    switch (operation) {
    case Operation::Insert:
        return insert;
    case Operation::Update:
        return update;
    case Operation::Delete:
        return remove;
    }
    return false;
}

void Rights::set(Operation operation, bool isAllowed) {
    switch (operation) {
    case Operation::Insert:
        insert = isAllowed;
        break;
    case Operation::Update:
        update = isAllowed;
        break;
    case Operation::Delete:
        remove = isAllowed;
        break;
    }
}

} // namespace gravin
