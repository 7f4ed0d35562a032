// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QList>
#include <QString>

namespace gravin {

// How texts are built, without what they say: "TB-001" and "QX-77" are both capitals, a hyphen and
// digits. Texts of the same build can be taken together.
class TextShape {
public:
    // Beyond so many runs a text counts as free.
    static constexpr int MostRuns = 12;

    static TextShape of(QStringView text);

    // The text has too many runs to be told as a shape.
    bool isFree() const { return m_isFree; }
    // Kinds of runs in order, whatever their lengths; the same for texts that can be taken
    // together.
    QString build() const;
    // Takes in another text of the same build.
    void include(const TextShape& other);
    // A capital reads A, a small letter a, a letter of a script without cases x, a digit 9, and
    // everything else itself; "…" stands for a run whose length varies: "AA-999", "Aa…".
    QString text() const;
    // A regular expression that the whole text has to match: "[A-Z]{2}-[0-9]{1,3}".
    QString pattern() const;
    // All texts have the same length, run by run.
    bool isFixed() const;
    // Letters or digits are not all there is: a sign, or letters and digits in turn.
    bool isCode() const;

private:
    struct Run {
        char32_t sign = 0; // A, a, x or 9 where `isKind`, else the character itself
        bool isKind = false;
        bool isAscii = true;
        int least = 0; // characters
        int most = 0;
    };
    QList<Run> m_runs;
    bool m_isFree = false;
};

} // namespace gravin
