// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"

#include <QWidget>

class QCheckBox;
class QComboBox;

namespace gravin {

// What an import does with its rows, and with the records that the file lacks.
class ImportWays : public QWidget {
    Q_OBJECT
public:
    // `screen` must outlive it.
    explicit ImportWays(const BoundScreen& screen, QWidget* parent = nullptr);

    // Emits nothing.
    void show(const ImportSetUp& setUp);
    void apply(ImportSetUp& setUp) const;
    // Offers what this says of unknown texts and of what is unusual.
    void follow(const ImportPreview& preview);
    // Until follow() nobody knows what could be made.
    void wait();
    // Nothing is made after all. Emits nothing.
    void makeNothing();
    void forget(); // that something unusual was accepted, and what could be made
    // Lookups whose unknown texts are to become records, of those that have some.
    QStringList makes() const;
    bool acceptsWarnings() const;

Q_SIGNALS:
    void edited();      // the rows come to something else
    void makesWanted(); // what it lacks has to be said before
    void accepted();    // they do not, but may be written now, or not

private:
    const BoundScreen& m_screen;
    QComboBox* m_does;
    QComboBox* m_missing;
    QCheckBox* m_leavesOut;
    QCheckBox* m_makes;           // where there is something to make
    QCheckBox* m_acceptsWarnings; // where there are some
    QStringList m_unknown;        // lookups that have unknown texts
    bool m_lacksMore = false;     // more has to be said of what is made
};

} // namespace gravin
