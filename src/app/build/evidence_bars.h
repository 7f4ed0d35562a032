// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/generation/evidence.h"

#include <QWidget>

namespace gravin {

// How the values of a column are spread: upright bars between the smallest and the largest for
// what has an order, else one lying bar for each of the most frequent values.
class EvidenceBars : public QWidget {
    Q_OBJECT
public:
    explicit EvidenceBars(QWidget* parent = nullptr);

    // `evidence` may go afterwards.
    void setEvidence(const ColumnEvidence& evidence, const LocaleForm& form);

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    void paintSpread(QPainter& painter) const;
    void paintFrequent(QPainter& painter) const;
    bool isSpread() const { return !m_evidence.bars.empty() && !m_evidence.hasAllValues(); }

    ColumnEvidence m_evidence;
    LocaleForm m_form;
};

} // namespace gravin
