// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_view.h"

#include <functional>

namespace gravin {

// Finds the record of a list that a person means: by its number in the list, by its key, or by a
// text that it shows. Deletes itself once it has answered.
class RecordFinder : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    RecordFinder(ScreenBinding* binding, GridView* grid, QObject* parent);

    struct Place {
        enum class By { Position, Key, Text };
        RecordId record;
        By by = By::Position;
    };
    // Called once: with none, if there is no such record; with two where a number is a position and
    // another record's key. Of several that show a text, the next one behind the current record is
    // meant, and behind the last one the first.
    using Answer = std::function<void(const QList<Place>&)>;
    void find(const QString& text, const Answer& answer);

private:
    void findText(const QString& text, const Answer& answer);
    RecordId next(const KeyIndex& found) const;

    ScreenBinding* m_binding;
    GridView* m_grid;
};

} // namespace gravin
