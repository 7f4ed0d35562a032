// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QLabel;
class QLineEdit;
class QListWidget;
class QTextBrowser;

namespace gravin {

// The guide that comes with the program, to be read and searched without a network. There is one
// window of it; it stays beside the work.
class GuideWindow : public QDialog {
    Q_OBJECT
public:
    enum class Page { Guide, Expressions };

    static void showPage(Page page, QWidget* window);
    // At the part that begins with this heading.
    static void showPart(const QString& heading, QWidget* window);
    // The heading of the part that fits where the keyboard is in that window.
    static QString partFor(const QWidget* window);

private:
    explicit GuideWindow(QWidget* window);
    static GuideWindow* in(QWidget* window);
    void load(Page page);
    void listParts();
    void goTo(const QString& heading);
    // From where the reader is, and round.
    void findNext(bool backwards);

    QTextBrowser* m_text;
    QListWidget* m_parts;
    QLineEdit* m_search;
    QLabel* m_found;
    Page m_page = Page::Guide;
};

} // namespace gravin
