// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

class QPainter;

namespace gravin {

class GridView;

// Paints the heads of the groups that are in sight, each as one band across all columns: the name
// at the left, what fields come to below their heads.
void paintGroupBands(QPainter& painter, const GridView& view);

} // namespace gravin
