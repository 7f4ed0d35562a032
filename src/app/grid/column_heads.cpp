// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/column_heads.h"

#include <QStyleOption>

namespace gravin {

ColumnHeads::ColumnHeads(QWidget* parent)
    : QHeaderView(Qt::Horizontal, parent) {
    setSectionsClickable(true);
    setHighlightSections(false);
}

// Without the selection, which no head shows.
void ColumnHeads::initStyleOptionForIndex(QStyleOptionHeader* option, int logicalIndex) const {
    const QVariant alignment =
        model()->headerData(logicalIndex, orientation(), Qt::TextAlignmentRole);
    option->section = logicalIndex;
    option->textAlignment =
        alignment.isValid() ? Qt::Alignment(alignment.toInt()) : defaultAlignment();
    option->text = model()->headerData(logicalIndex, orientation(), Qt::DisplayRole).toString();
    option->iconAlignment = Qt::AlignVCenter;
    const int shown = count() - hiddenSectionCount();
    int first = 0;
    while (first < count() && isSectionHidden(this->logicalIndex(first)))
        ++first;
    int last = count() - 1;
    while (last > first && isSectionHidden(this->logicalIndex(last)))
        --last;
    const int visual = visualIndex(logicalIndex);
    option->position = shown == 1        ? QStyleOptionHeader::OnlyOneSection
                       : visual == first ? QStyleOptionHeader::Beginning
                       : visual == last  ? QStyleOptionHeader::End
                                         : QStyleOptionHeader::Middle;
    option->selectedPosition = QStyleOptionHeader::NotAdjacent;
}

} // namespace gravin
