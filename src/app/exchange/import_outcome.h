// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"

#include <QTabWidget>

class QTableWidget;

namespace gravin {

// What would come of an import: what changes, what is refused, and what is unusual.
class ImportOutcomeView : public QTabWidget {
    Q_OBJECT
public:
    // `screen` must outlive it.
    explicit ImportOutcomeView(const BoundScreen& screen, QWidget* parent = nullptr);

    void show(const ImportPreview& preview);
    // "3 to add · 1 to change · 2 refused"
    static QString inWords(const ImportPreview& preview);

private:
    void addChanged(const ImportRow& row);
    static void addProblems(QTableWidget* table, qint64 line,
                            const std::vector<ImportProblem>& problems);

    const BoundScreen& m_screen;
    QTableWidget* m_changes;
    QTableWidget* m_refused;
    QTableWidget* m_unusual;
    QTableWidget* m_missing;
};

// A table of texts to look at, whose cells nobody edits.
QTableWidget* makeLookTable(const QString& name, const QStringList& heads);
void addLookRow(QTableWidget* table, const QStringList& cells);

} // namespace gravin
