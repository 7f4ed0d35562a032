// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFont>
#include <QPagedPaintDevice>
#include <QPainter>
#include <QString>

#include <optional>

namespace gravin {

// What stands on each page of a run.
struct PageWords {
    QString title; // above
    QString left;  // below; the page's number stands at the right
};

// Fills page after page of a device from above; all measures are in points (1/72 inch), of the
// page without its margins. Needs fonts, thus a QGuiApplication; one thread.
class PageFlow {
public:
    // `device` must outlive it, and have its page layout.
    PageFlow(QPagedPaintDevice& device, PageWords words);
    ~PageFlow();
    PageFlow(const PageFlow&) = delete;
    PageFlow& operator=(const PageFlow&) = delete;

    // False: the device takes nothing, as when its file cannot be written.
    bool isActive() const { return m_isActive; }
    QPainter& painter() { return m_painter; }
    double width() const { return m_width; }
    // How much is left on this page.
    double room() const { return m_bottom - m_y; }
    double y() const { return m_y; }
    bool isAtTop() const { return m_y <= m_top; }
    int pages() const { return m_page; }

    void nextPage();
    // Another title from the next page on.
    void setTitle(const QString& title) { m_words.title = title; }
    // The next page where less than this is left, unless nothing stands on this one yet.
    void want(double height);
    void advance(double height) { m_y += height; }

    static QFont font(double points, bool bold = false);
    // How high a text is within a width.
    double heightOf(const QString& text, const QFont& font, double width) const;
    // Of a text in one line.
    double widthOf(const QString& text, const QFont& font) const;
    // Draws as much of a text as fits into this height, in whole lines; answers where the rest of
    // it begins, and how high what was drawn is.
    struct Drawn {
        qsizetype end = 0;
        double height = 0;
    };
    Drawn draw(const QString& text, const QFont& font, double x, double y, double width,
               double height, Qt::Alignment alignment = Qt::AlignLeft);

private:
    void beginPage();
    void endPage();

    QPagedPaintDevice& m_device;
    PageWords m_words;
    QPainter m_painter;
    bool m_isActive = false;
    double m_width = 0;
    double m_height = 0;
    double m_top = 0;
    double m_bottom = 0;
    double m_y = 0;
    int m_page = 0;
};

} // namespace gravin
