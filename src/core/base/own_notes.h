// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/json.h"
#include "core/base/result.h"

namespace gravin {

// What this person's Gravin knows of something: a small JSON file for each, in a folder of their
// own, which nobody else reads and whose content is believed only where nobody else could write it.
class OwnNotes {
public:
    // The folder is made with the first note.
    explicit OwnNotes(QString folder)
        : m_folder(std::move(folder)) {}

    // Null: nothing is known, or what is there is not as it was written. `about` is any text.
    OrderedJson of(const QString& about) const;
    Status keep(const QString& about, const OrderedJson& note) const;
    Status forget(const QString& about) const;

private:
    QString path(const QString& about) const;

    QString m_folder;
};

} // namespace gravin
