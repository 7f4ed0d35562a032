// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QHeaderView>

namespace gravin {

// The heads of a list. Qt's own ask for each head, whenever it is painted, whether its whole column
// is selected, which goes through all rows: with a million of them selected for more than a minute.
class ColumnHeads : public QHeaderView {
    Q_OBJECT
public:
    explicit ColumnHeads(QWidget* parent);

protected:
    void initStyleOptionForIndex(QStyleOptionHeader* option, int logicalIndex) const override;
};

} // namespace gravin
