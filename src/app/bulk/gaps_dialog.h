// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPushButton;

namespace gravin {

class FieldEditor;

// A field of one record that a change of many records has to ask for.
struct Gap {
    Key key;
    QString name; // of the record
    BoundField field;
    Value now;
    QString message; // of the check that fails
};

// Asks for what is missing, record by record, so that a change of many can go on.
class GapsDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the dialog.
    GapsDialog(Workspace* workspace, std::vector<Gap> gaps, QWidget* parent);

    struct Filled {
        Key key;
        QString column;
        Value before;
        Value after;
    };
    // What was filled in. Requires: it was accepted.
    std::vector<Filled> filled() const;

private:
    Result<Value> valueOf(size_t gap) const;
    void refresh();

    std::vector<Gap> m_gaps;
    std::vector<FieldEditor*> m_editors; // one for each gap
    QLabel* m_reason;
    QPushButton* m_goOn;
};

} // namespace gravin
