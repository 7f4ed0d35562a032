// SPDX-License-Identifier: GPL-3.0-or-later
// People write dates and figures as they are used to, wherever they type, and read them so.
#include "app/build/project_settings.h"
#include "app/use/form_fields.h"
#include "app/use/lists/filter_bar.h"
#include "core/value/text_form.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCalendarWidget>
#include <QClipboard>
#include <QComboBox>
#include <QGuiApplication>
#include <QLabel>
#include <QLineEdit>

using namespace gravin;
using namespace gravin::test;

namespace {

// The demonstration's project, written as in German, and with another aid of a known date and rate.
class InGerman : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        useLocale("de");
    }
    void useLocale(const char* locale) {
        workspace().document()->change(name("locale"),
                                       [&](Project& project) { project.locale = name(locale); });
        Driver::settle(200);
    }
    qint64 idOf(int row) const { return grid()->gridModel()->recordAt(row).key[0].asInteger(); }
    QString inForm(const char* column) {
        auto* editor = form()->fields()->findChild<QLineEdit*>(name("field:") + name(column));
        return editor ? editor->text() : QString();
    }
    void typeKeys(int row, const char* column, const char* text) {
        Driver::clickCell(grid(), row, columnOf(column));
        Driver::key(Qt::Key_F2);
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::type(QString::fromUtf8(text));
        Driver::key(Qt::Key_Return);
        Driver::settle();
    }
    // What is said of the cell to whoever points at it.
    QString problem(int row, const char* column) {
        return grid()->model()->index(row, columnOf(column)).data(Qt::ToolTipRole).toString();
    }
};

TEST_F(InGerman, OneLookInGridFormAndFoot) {
    typeKeys(3, "next_due", "28.11.2026");
    typeKeys(3, "day_rate", "1.204,50");
    EXPECT_EQ(shown(3, "next_due"), name("28.11.2026"));
    EXPECT_EQ(shown(3, "day_rate"), name("1.204,50 per day"));
    Driver::clickCell(grid(), 3, columnOf("day_rate"));
    EXPECT_TRUE(Driver::until([this] { return inForm("day_rate") == u"1204,50"; }));
    EXPECT_EQ(inForm("next_due"), name("28.11.2026"));
    EXPECT_TRUE(Driver::until([this] {
        return page()->findChild<QLabel*>(name("totals"))->text().contains(name(",50"));
    }));
    const qint64 id = idOf(3);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    EXPECT_EQ(stored(id, "next_due"), Value::date({2026, 11, 28}));
    EXPECT_EQ(toText(stored(id, "day_rate"), {TypeKind::Decimal}).toStdString(), "1204.50");
}

TEST_F(InGerman, WhatCanBeReadTwoWaysIsNamed) {
    typeKeys(2, "next_due", "11/12/26");
    EXPECT_TRUE(problem(2, "next_due").contains(name("11 Dezember 2026")))
        << qPrintable(problem(2, "next_due"));
    EXPECT_TRUE(problem(2, "next_due").contains(name("12 November 2026")));
    EXPECT_EQ(shown(2, "next_due"), name("11/12/26")) << "what was typed stays";
    typeKeys(2, "next_due", "11 Dezember 2026");
    EXPECT_EQ(shown(2, "next_due"), name("11.12.2026"));
    EXPECT_FALSE(problem(2, "next_due").contains(name("can mean")));
}

TEST_F(InGerman, CopiedAndPastedItStaysTheSame) {
    const Value date = stored(idOf(0), "next_due");
    const Value rate = stored(idOf(0), "day_rate");
    for (const char* column : {"next_due", "day_rate"}) {
        Driver::clickCell(grid(), 0, columnOf(column));
        Driver::key(Qt::Key_C, Qt::ControlModifier);
        Driver::clickCell(grid(), 5, columnOf(column));
        Driver::key(Qt::Key_V, Qt::ControlModifier);
        Driver::settle(200);
    }
    const qint64 id = idOf(5);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().isEmpty(); }));
    EXPECT_EQ(stored(id, "next_due"), date);
    EXPECT_EQ(stored(id, "day_rate"), rate);
    // As from a spreadsheet.
    QGuiApplication::clipboard()->setText(name("1.999,99\n2.000,01"));
    Driver::clickCell(grid(), 6, columnOf("day_rate"));
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] { return shown(7, "day_rate") == u"2.000,01 per day"; }));
}

TEST_F(InGerman, ListsAreSearchedByWhatIsRead) {
    typeKeys(4, "next_due", "24.12.2031");
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    Driver::key(Qt::Key_F, Qt::ControlModifier);
    Driver::type(name("24.12.2031"));
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 1; }));
    EXPECT_EQ(shown(0, "next_due"), name("24.12.2031"));
}

TEST_F(InGerman, TheCalendarAndItsLineAgree) {
    const qint64 id = idOf(1);
    Driver::clickCell(grid(), 1, columnOf("next_due"));
    page()->form()->focusField(name("next_due"));
    Driver::settle(100);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(name("3.2.2027"));
    Driver::key(Qt::Key_F4);
    auto* calendar = Driver::find(name("moment-picker"))->findChild<QCalendarWidget*>();
    ASSERT_NE(calendar, nullptr);
    EXPECT_EQ(calendar->selectedDate(), QDate(2027, 2, 3));
    EXPECT_EQ(calendar->firstDayOfWeek(), Qt::Monday);
    Q_EMIT calendar->activated({2027, 2, 10});
    EXPECT_TRUE(Driver::until([this] { return inForm("next_due") == u"10.02.2027"; }));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    EXPECT_EQ(stored(id, "next_due"), Value::date({2027, 2, 10}));
}

TEST_F(InGerman, SettingsAreKeptInPlainForm) {
    BuildFace* build = BuildFace::of(page());
    Driver::key(Qt::Key_F9);
    Driver::key(Qt::Key_M, Qt::ControlModifier);
    Driver::doubleClickCell(build->plate(), plateRow(PlateLine::Default), columnOf("day_rate"));
    Driver::type(name("12,5"));
    Driver::key(Qt::Key_Return);
    Driver::settle();
    const FieldDefinition* rate = workspace().project().definition(name("aid"), name("day_rate"));
    EXPECT_EQ(rate->defaultValue.text, name("12.50"));
    EXPECT_EQ(build->plate()
                  ->model()
                  ->index(plateRow(PlateLine::Default), columnOf("day_rate"))
                  .data()
                  .toString(),
              name("12,50"));
}

TEST_F(InGerman, TheProjectsSettingsSayHow) {
    useLocale("");
    (new ProjectSettings(&workspace(), &window()))->open();
    auto* locale = static_cast<QComboBox*>(Driver::find(name("project-locale")));
    ASSERT_NE(locale, nullptr);
    locale->setCurrentIndex(locale->findData(name("fr-FR")));
    Q_EMIT locale->activated(locale->currentIndex());
    EXPECT_EQ(workspace().project().locale, name("fr-FR"));
    EXPECT_TRUE(static_cast<QLabel*>(Driver::find(name("project-locale-example")))
                    ->text()
                    .endsWith(name("-1204,50")));
    window().findChild<ProjectSettings*>()->close();
    Driver::settle(300);
    typeKeys(3, "next_due", "28/11/2026");
    EXPECT_EQ(shown(3, "next_due"), name("28/11/2026"));
    workspace().document()->undoStack()->undo();
    Driver::settle(300);
    EXPECT_EQ(shown(3, "next_due"), name("2026-11-28"));
}

} // namespace
