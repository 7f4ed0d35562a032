// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/plate_editor.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QTableWidget;
class QTabWidget;

namespace gravin {

// What a field offers, picked instead of typed: choices with labels and colours, typed in or read
// from a text or CSV file; or a lookup with its table, columns, order and filter. Applied as one
// step of undo.
class OffersPanel : public QDialog {
    Q_OBJECT
public:
    // `editor` must outlive the panel. Deletes itself when closed.
    OffersPanel(PlateEditor* editor, const QString& column, QWidget* parent);

    // Reads choices from a file, as if it had been chosen.
    void readFile(const QString& path);

private:
    QWidget* makeChoices();
    QWidget* makeLookup();
    void fillChoices(const QList<Choice>& choices);
    void addChoiceRow(const Choice& choice);
    void fillColumns();
    void askForFile();
    void proposeFromData();
    void pickColour(int row);
    QString choicesAsText() const;
    QString lookupAsText() const;
    void apply();
    const BoundField* field() const;

    PlateEditor* m_editor;
    QString m_column;
    QTabWidget* m_kinds;
    QTableWidget* m_choices;
    QComboBox* m_table;
    QListWidget* m_shown;
    QComboBox* m_sort;
    QCheckBox* m_descending;
    QComboBox* m_filterColumn;
    QLineEdit* m_filterValue;
    QLabel* m_note;
};

} // namespace gravin
