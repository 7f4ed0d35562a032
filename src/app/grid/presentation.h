// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/look/paint.h"
#include "session/screen_binding.h"

#include <QColor>
#include <QElapsedTimer>
#include <QHash>

#include <functional>
#include <memory>

namespace gravin {

class WindowNumbers;

// How one field of one record is shown now.
struct CellPresentation {
    enum class Kind {
        Pending, // still being read
        Empty,
        Yes, // of a yes or no without words of its own
        No,
        Given, // the database gives it when the record is saved
        Other
    };
    Kind kind = Kind::Other;
    QString text;             // at most some 1,000 characters of it
    QString colour;           // of the choice that the value is, as text; empty: none
    QByteArray picture;       // of a field that shows one
    quint64 pictureKey = 0;   // the same for the same picture
    QString tag;              // the words of tags that stand in this cell
    QColor tint;              // of the tag that the record or the field bears; invalid: none
    bool isDraft = false;     // edited and not saved
    bool isProblem = false;   // stands in the way of saving
    bool isWarning = false;   // is unusual, but the record can be saved so
    bool isElsewhere = false; // somebody else changed it too
    bool isNews = false;      // somebody else has just saved it
    bool isOdd = false;       // not of its column's declared type
    bool isRemoved = false;   // of a record that the next save deletes
};

struct RecordPresentation {
    RecordMarks marks;
    std::vector<CellPresentation> cells; // of all fields of the screen, hidden ones too
};

// How the records of a list are shown: worked out once a record, kept until something about it
// changes. Lives in the interface's thread.
class Presentations {
public:
    // Both must outlive it.
    Presentations(const ScreenBinding* binding, const WindowNumbers* windows);

    // Of which records it is shown that they are not here any more after the save.
    void setGoes(std::function<bool(const Draft&)> goes) { m_goes = std::move(goes); }
    // Good until the next call.
    const RecordPresentation& of(const RecordId& id);
    void forget(const RecordId& id) { m_known.remove(id); }
    void forgetAll() { m_known.clear(); }
    // How many were worked out so far, for those who measure.
    qint64 workedOut() const { return m_workedOut; }

    // Who has just saved it, in words; empty: nobody else has.
    QString newsOf(const RecordId& id, const QString& column = {}) const;

private:
    RecordPresentation workOut(const RecordId& id) const;
    CellPresentation cell(const RecordId& id, const BoundField& field, const Draft* draft) const;
    RecordMarks marks(const RecordId& id, const Draft* draft,
                      const std::vector<Problem>& problems) const;
    void addTags(const RecordId& id, std::vector<CellPresentation>& cells) const;
    qsizetype cellOf(const Tag& tag) const;
    Records& records() const { return *m_binding->workspace()->records(); }

    const ScreenBinding* m_binding;
    const WindowNumbers* m_windows;
    std::function<bool(const Draft&)> m_goes;
    QHash<RecordId, std::shared_ptr<const RecordPresentation>> m_known;
    std::shared_ptr<const RecordPresentation> m_last; // also one that is not kept
    QElapsedTimer m_age;
    qint64 m_workedOut = 0;
};

} // namespace gravin
