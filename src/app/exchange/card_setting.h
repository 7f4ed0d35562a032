// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/project/kept_cards.h"

#include <QWidget>

class QCheckBox;
class QComboBox;
class QDoubleSpinBox;
class QListWidget;

namespace gravin {

// How large labels or cards are, and what stands on them.
class CardSetting : public QWidget {
    Q_OBJECT
public:
    explicit CardSetting(const BoundScreen& screen, QWidget* parent = nullptr);

    CardForm form() const;
    void setForm(const CardForm& form);

Q_SIGNALS:
    void edited(); // by the person

protected:
    // Ctrl with an arrow moves the field up or down, as dragging does.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QDoubleSpinBox* length(const char* name, const QString& says, double least);

    QList<BoundField> m_fields; // that can stand on a card
    QListWidget* m_columns;     // ticked ones stand on it, in this order
    QComboBox* m_picture;
    QDoubleSpinBox* m_width;
    QDoubleSpinBox* m_height;
    QDoubleSpinBox* m_gap;
    QDoubleSpinBox* m_margin;
    QCheckBox* m_marks;
    QCheckBox* m_heads;
};

// A form to begin with: the record's name and a few fields behind it, as its list has them.
CardForm proposedCards(const BoundScreen& screen);

} // namespace gravin
