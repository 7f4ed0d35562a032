// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QList>
#include <QString>
#include <QStringList>

#include <optional>

namespace gravin {

// Where the fields of a form stand: sections one below the other, each a grid of one to four
// columns that its places fill in reading order. Positions follow from the order; nothing is
// placed by pixels.

struct FormPlace {
    QString column;         // of the table; empty: a gap
    int span = 1;           // columns of the section, cut to what it has
    bool beginsRow = false; // even where there would be room beside the one before
    QByteArray unknown = {};
    friend bool operator==(const FormPlace&, const FormPlace&) = default;
};

struct FormSection {
    static constexpr int MostColumns = 4;

    QString title; // may be empty
    int columns = 2;
    QList<FormPlace> places = {};
    QByteArray unknown = {};
    friend bool operator==(const FormSection&, const FormSection&) = default;
};

enum class LabelSide { Above, Beside };

struct FormLayout {
    LabelSide labels = LabelSide::Above;
    QList<FormSection> sections = {}; // empty: Gravin arranges the fields
    QStringList tabOrder = {};        // these first, then the others in reading order
    QByteArray unknown = {};

    // Where a field stands; nothing when it has no place.
    struct Position {
        int section = 0;
        int place = 0;
        friend bool operator==(const Position&, const Position&) = default;
    };
    std::optional<Position> find(const QString& column) const;
    friend bool operator==(const FormLayout&, const FormLayout&) = default;
};

// Where a place comes to stand in its section.
struct PlacedField {
    QString column;
    int row = 0;
    int firstColumn = 0;
    int span = 1;
};

// The places of one section on its grid; gaps are left out.
QList<PlacedField> placedFields(const FormSection& section);

// Changes of a layout that has sections. What is out of range changes nothing.

// Puts a field before the place `to`, taken from where it stands now if it stands anywhere.
void moveField(FormLayout& layout, const QString& column, FormLayout::Position to);
void moveSection(FormLayout& layout, int from, int to);
// A new section with a title after `after` (−1: at the top); it begins empty.
void addSection(FormLayout& layout, int after, const QString& title);
// Its fields go to the end of the section before (of the next, if it was the first). The last
// section stays.
void removeSection(FormLayout& layout, int section);

} // namespace gravin
