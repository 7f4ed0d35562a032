// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/start_page.h"

#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

namespace gravin {

StartPage::StartPage(QWidget* parent)
    : QWidget(parent)
    , m_state(new QLabel) {
    setObjectName(QStringLiteral("start-page"));
    auto* title = new QLabel(tr("Gravin"));
    title->setProperty("role", "title");
    auto* text = new QLabel(
        tr("Data screens on a real database, with a change log that can be rolled back."));
    text->setProperty("role", "faint");
    m_state->setWordWrap(true);
    m_state->setTextFormat(Qt::PlainText);
    m_state->setObjectName(QStringLiteral("start-state"));
    auto* open = new QPushButton(tr("Open a project…"));
    auto* make = new QPushButton(tr("New project from a database…"));
    auto* demonstration = new QPushButton(tr("Open the demonstration"));
    open->setObjectName(QStringLiteral("open-project"));
    make->setObjectName(QStringLiteral("new-project"));
    demonstration->setObjectName(QStringLiteral("open-demonstration"));
    open->setProperty("main", true);
    connect(open, &QPushButton::clicked, this, &StartPage::openRequested);
    connect(make, &QPushButton::clicked, this, &StartPage::newRequested);
    connect(demonstration, &QPushButton::clicked, this, &StartPage::demonstrationRequested);
    auto* column = new QVBoxLayout;
    column->setSpacing(10);
    for (QWidget* widget :
         std::initializer_list<QWidget*>{title, text, open, make, demonstration, m_state})
        column->addWidget(widget);
    auto* layout = new QHBoxLayout(this);
    layout->addStretch(1);
    auto* middle = new QVBoxLayout;
    middle->addStretch(1);
    middle->addLayout(column);
    middle->addStretch(2);
    layout->addLayout(middle, 2);
    layout->addStretch(1);
}

void StartPage::showError(const Error& error) {
    m_state->setProperty("role", "problem");
    m_state->setText(error.detail.isEmpty() ? error.sentence
                                            : tr("%1\n%2").arg(error.sentence, error.detail));
}

void StartPage::showReading(const QString& file) {
    m_state->setProperty("role", "faint");
    m_state->setText(tr("Opening %1…").arg(file));
}

} // namespace gravin
