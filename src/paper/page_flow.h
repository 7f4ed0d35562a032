// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QFont>
#include <QImage>
#include <QPagedPaintDevice>
#include <QPainter>
#include <QString>

#include <memory>
#include <vector>

namespace gravin {

// What stands on each page of a run.
struct PageWords {
    QString title;       // above
    QString left;        // below; the page's number stands at the right
    bool isBare = false; // nothing of it: the page belongs to what is put there
};

// Where pages go: a printer, a file, pictures of the first ones to look at.
class PageTarget {
public:
    virtual ~PageTarget() = default;
    virtual QPageLayout layout() const = 0;
    // The device for the next page, the first included: the same one again, or another; null: it
    // takes no more, and nothing else is asked for.
    virtual QPaintDevice* nextPage() = 0;
};

// Of a printer or a PDF file, with its own layout. Requires: `device` outlives it.
class PagedTarget : public PageTarget {
public:
    explicit PagedTarget(QPagedPaintDevice& device)
        : m_device(device) {}
    QPageLayout layout() const override { return m_device.pageLayout(); }
    QPaintDevice* nextPage() override;

private:
    QPagedPaintDevice& m_device;
    bool m_isFirst = true;
};

// Pictures of the first pages; those behind them are counted only.
class PicturedPages : public PageTarget {
public:
    // `scale`: dots a point.
    PicturedPages(const QPageLayout& layout, double scale, int most)
        : m_layout(layout)
        , m_scale(scale)
        , m_most(most) {}
    QPageLayout layout() const override { return m_layout; }
    QPaintDevice* nextPage() override;
    QList<QImage> images() const;

private:
    QPageLayout m_layout;
    double m_scale;
    int m_most;
    std::vector<std::unique_ptr<QImage>> m_pages;
};

// Fills page after page of a target from above; all measures are in points (1/72 inch), of the
// page without its margins. Needs fonts, thus a QGuiApplication; one thread.
class PageFlow {
public:
    // `target` must outlive it.
    PageFlow(PageTarget& target, PageWords words);
    ~PageFlow();
    PageFlow(const PageFlow&) = delete;
    PageFlow& operator=(const PageFlow&) = delete;

    // False: the target takes no more.
    bool isActive() const { return m_painter.isActive(); }
    void setInk(const QColor& colour);
    void drawLine(double y, const QColor& colour); // across the page
    void drawStroke(QPointF from, QPointF to, const QColor& colour);
    // As large as the place allows, in its middle.
    void drawImage(const QImage& image, const QRectF& place);
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

    PageTarget& m_target;
    QPaintDevice* m_device = nullptr; // of this page
    PageWords m_words;
    QPainter m_painter;
    double m_width = 0;
    double m_height = 0;
    double m_top = 0;
    double m_bottom = 0;
    double m_y = 0;
    int m_page = 0;
};

} // namespace gravin
