// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

class QWidget;

namespace gravin {

// What is put onto a screen's page for those who shape it. The page gives it its places and asks
// which part of the screen it wants to see, and knows nothing else of it: whoever makes the page
// brings the face along.
class ShapingFace : public QObject {
    Q_OBJECT
public:
    enum class Part { Grid, Form };
    using QObject::QObject;

    // Its widgets; the page's layout becomes their parent.
    virtual QWidget* tools() const = 0; // in the head
    virtual QWidget* overGrid() const = 0;
    virtual QWidget* besideForm() const = 0;
    virtual QWidget* overForm() const = 0;

    virtual Part part() const = 0;
    virtual void setPart(Part part) = 0;
    virtual void setShown(bool shown) = 0;
    // The columns of the grid that are hidden are others now.
    virtual void followHiddenColumns() = 0;
    // The keyboard goes to where shaping begins.
    virtual void focus() = 0;

Q_SIGNALS:
    void partChanged();
    void described(const QString& text); // what is selected, for the foot line
    void refused(const QString& reason);
};

} // namespace gravin
