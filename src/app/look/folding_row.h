// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QList>
#include <QWidget>

class QAbstractButton;
class QHBoxLayout;
class QToolButton;

namespace gravin {

// Buttons in a row. Where there is not room for all, the last of those that may fold stand in the
// menu of one button at the end.
class FoldingRow : public QWidget {
    Q_OBJECT
public:
    explicit FoldingRow(QWidget* parent = nullptr);

    void add(QWidget* widget);
    // Shown whenever there is room: who owns it hides it no other way.
    void addFolding(QAbstractButton* button);
    bool isFolded(const QAbstractButton* button) const;

    QSize sizeHint() const override;
    QSize minimumSizeHint() const override;

protected:
    void resizeEvent(QResizeEvent* event) override;
    bool event(QEvent* event) override;

private:
    // How wide it is with so many of the folding ones shown.
    int widthWith(qsizetype shown) const;
    void fold();
    void fillMenu();

    QHBoxLayout* m_layout;
    QList<QWidget*> m_fixed;
    QList<QAbstractButton*> m_folding;
    QToolButton* m_more;
    qsizetype m_shown = 0; // of the folding ones
};

} // namespace gravin
