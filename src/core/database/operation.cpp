// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/operation.h"

#include "core/base/enum_words.h"

namespace gravin {

namespace {
constexpr EnumWords Operations(std::to_array<EnumWord<Operation>>(
    {{Operation::Insert, "insert"}, {Operation::Update, "update"}, {Operation::Delete, "delete"}}));
}

QString operationName(Operation operation) { return Operations.name(operation); }

std::optional<Operation> operationFromName(const QString& name) { return Operations.from(name); }

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
