// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/line_offer.h"
#include "session/screen_binding.h"

namespace gravin {

// Adds fields to a screen: columns of its table, what references lead to, and what is made of
// lines. Each is one step of the project's undo.
class FieldAdder : public QObject {
    Q_OBJECT
public:
    // `binding` must outlive it.
    explicit FieldAdder(ScreenBinding* binding, QObject* parent = nullptr);

    // A column of the table that the screen does not show yet.
    void addField(const QString& column);
    // The same for a column that the table was just given.
    static void addNewField(Workspace* workspace, const QString& screenId, const QString& column,
                            bool required);
    // A computed field for what a path of references leads to, shown as it is shown there. Nothing
    // happens where the path leads nowhere.
    void addReached(const QStringList& path);
    // A computed field for what is made of a column of the lines; empty: their number.
    void addOfLines(const LinesOffer& lines, Subquery::Function function, const QString& column);

private:
    ScreenBinding* m_binding;
};

} // namespace gravin
