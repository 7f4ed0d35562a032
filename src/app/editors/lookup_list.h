// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/lookup_model.h"

#include <QFrame>

class QLabel;
class QToolButton;
class QTreeView;

namespace gravin {

// The list of a lookup, below its field. It never takes the focus: the field hands it its keys.
class LookupList : public QFrame {
    Q_OBJECT
public:
    // `model` must outlive the list.
    LookupList(LookupModel* model, QWidget* field);

    void showBelow();
    // Steps, pages, choosing, and what stands at the foot; true when the key was meant for the
    // list.
    bool takeKey(const QKeyEvent& key);
    // Whether a record is chosen that could be opened.
    void setOpenOffered(bool offered);
    void setNewOffered(bool offered, const QString& reason);

Q_SIGNALS:
    void chosen(const gravin::LookupStore::Entry& entry);
    void cleared();
    void openRequested();
    void newRequested();

private:
    void refresh();
    void choose(const QModelIndex& index);
    void step(int rows);

    LookupModel* m_model;
    QWidget* m_field;
    QTreeView* m_view;
    QLabel* m_note;
    QToolButton* m_clear;
    QToolButton* m_open;
    QToolButton* m_new;
};

} // namespace gravin
