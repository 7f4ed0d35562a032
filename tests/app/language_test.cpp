// SPDX-License-Identifier: GPL-3.0-or-later
// Every text of every page goes through the translator, and has room for longer languages: seen
// with a language that marks each text and makes it 40 % longer.
#include "app/bulk/bulk_dialog.h"
#include "app/commands/command_list.h"
#include "app/history/change_log_panel.h"
#include "app/look/translation.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/fitting/generation/screen_generator.h"
#include "support/text.h"
#include "whole_example.h"

#include <QAbstractButton>
#include <QAbstractItemView>
#include <QComboBox>
#include <QGroupBox>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPlainTextEdit>
#include <QSet>
#include <QTabBar>
#include <QTabWidget>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class Pseudo : public QTranslator {
public:
    bool isEmpty() const override { return false; }
    QString translate(const char*, const char* source, const char*, int) const override {
        const QString text = QString::fromUtf8(source);
        return u'⟦' + text + QString(text.size() * 2 / 5, u'~') + u'⟧';
    }
};

class InAnotherLanguage : public OpenDemonstration {
protected:
    void SetUp() override {
        QCoreApplication::installTranslator(&m_pseudo);
        OpenDemonstration::SetUp();
        // What the developer has named is theirs.
        workspace().document()->change(name("names"), [](Project& project) {
            project.name = name("⟦");
            for (Screen& screen : project.screens) {
                screen.label = name("⟦") + screen.label;
                screen.group = name("⟦") + screen.group;
                for (FormSection& section : screen.form.sections)
                    section.title = name("⟦") + section.title;
            }
            for (auto& fields : project.fields) {
                for (FieldDefinition& field : fields) {
                    field.label = name("⟦") + field.label;
                    field.hint = field.hint.isEmpty() ? QString() : name("⟦");
                    field.help = name("⟦");
                    field.format.clear();
                    for (Choice& choice : field.choices)
                        choice.label = name("⟦") + choice.label;
                }
            }
        });
        collectData();
        Driver::settle(300);
    }
    void TearDown() override {
        closeWindow();
        QCoreApplication::removeTranslator(&m_pseudo);
    }

    // What the database says, and the labels that are made of it.
    void collectData() {
        auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
        m_data += {personName(), name("Renamed"), name("Unsaved")};
        for (const Screen& screen : workspace().project().screens) {
            for (const ScreenAction& action : screen.ownActions)
                m_data += action.name;
        }
        for (const Table& table : workspace().catalog().tables) {
            m_data += {table.name, labelFromName(table.name)};
            for (const Column& column : table.columns)
                m_data +=
                    {column.name, labelFromName(column.name), labelFromName(column.name, true)};
            const auto records = TableReader(**session, table).range({}, 0, 1000);
            for (const Record& record : records ? *records : std::vector<Record>()) {
                for (const Value& value : record.values) {
                    if (value.kind() == Value::Kind::Text)
                        m_data += value.asText();
                }
            }
        }
    }

    bool isFine(const QString& text) const {
        static const QRegularExpression words(name("\\p{L}{2,}"));
        return text.contains(u'⟦') || !words.match(text).hasMatch() || m_data.contains(text);
    }
    // Left out by the translator or cut, of all that is seen.
    QStringList wrong() {
        QStringList found;
        const auto check = [&](const QWidget* widget, const QString& text) {
            if (!isFine(text))
                found += name("untranslated %1 “%2”").arg(whose(widget), text.left(60));
        };
        const auto fits = [&](const QWidget* widget, const QString& text, int needed) {
            if (text.contains(u'⟦') && needed > widget->width() + 1)
                found += name("cut %1 “%2”: %3 of %4")
                             .arg(whose(widget), text.left(40))
                             .arg(widget->width())
                             .arg(needed);
        };
        for (const QWidget* widget : QApplication::allWidgets()) {
            if (!widget->isVisible() || isOfData(widget))
                continue;
            if (widget->isWindow())
                check(widget, widget->windowTitle());
            if (const auto* label = qobject_cast<const QLabel*>(widget)) {
                check(label, label->text());
                if (!label->wordWrap() && label->textFormat() != Qt::RichText)
                    fits(label, label->text(), label->sizeHint().width());
            } else if (const auto* button = qobject_cast<const QAbstractButton*>(widget)) {
                check(button, button->text());
                fits(button, button->text(), button->sizeHint().width());
                if (const auto* tool = qobject_cast<const QToolButton*>(button);
                    tool && tool->menu()) {
                    for (const QAction* action : tool->menu()->actions())
                        check(button, action->text());
                }
            } else if (const auto* line = qobject_cast<const QLineEdit*>(widget)) {
                check(line, line->placeholderText());
            } else if (const auto* box = qobject_cast<const QComboBox*>(widget)) {
                for (int i = 0; i < box->count(); ++i)
                    check(box, box->itemText(i));
            } else if (const auto* group = qobject_cast<const QGroupBox*>(widget)) {
                check(group, group->title());
            } else if (const auto* tabs = qobject_cast<const QTabBar*>(widget)) {
                for (int i = 0; i < tabs->count(); ++i)
                    check(tabs, tabs->tabText(i));
            } else if (const auto* head = qobject_cast<const QHeaderView*>(widget)) {
                for (int i = 0; head->model() && head->orientation() == Qt::Horizontal &&
                                i < head->model()->columnCount();
                     ++i)
                    check(head, head->model()->headerData(i, Qt::Horizontal).toString());
            }
            if (!widget->toolTip().isEmpty())
                check(widget, widget->toolTip());
            if (!widget->accessibleName().isEmpty())
                check(widget, widget->accessibleName());
        }
        found.removeDuplicates();
        return found;
    }
    void expectFine(const char* page) {
        Driver::settle(300);
        const QStringList found = wrong();
        EXPECT_TRUE(found.isEmpty()) << page << ":\n  " << qPrintable(found.join(name("\n  ")));
    }
    void closeDialogs() {
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (top != &window() && top->isVisible() && top->isWindow())
                top->close();
        }
        window().activateWindow();
        Driver::settle(200);
    }

private:
    // Fields show values, names of files and addresses.
    static bool isOfData(const QWidget* widget) {
        for (const QWidget* at = widget; at; at = at->parentWidget()) {
            const QString called = at->objectName();
            if (called.startsWith(u"field:") || called == u"guide-text" ||
                called == u"guide-parts" || called == u"statement-text" ||
                called == u"project-locale" || called == u"language")
                return true;
        }
        return false;
    }
    static QString whose(const QWidget* widget) {
        for (const QWidget* at = widget; at; at = at->parentWidget()) {
            if (!at->objectName().isEmpty() && !at->objectName().startsWith(u"qt_"))
                return QString::fromLatin1(widget->metaObject()->className()) + name(" in ") +
                       at->objectName();
        }
        return QString::fromLatin1(widget->metaObject()->className());
    }

    Pseudo m_pseudo;
    QSet<QString> m_data;
};

TEST_F(InAnotherLanguage, TheScreenIsWhole) {
    for (const char* screen : {"aid", "visit", "defect"}) {
        window().showScreen(name(screen));
        ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
        expectFine(screen);
    }
}

TEST_F(InAnotherLanguage, BuildIsWhole) {
    Driver::key(Qt::Key_F9);
    expectFine("plate");
    for (const char* tool : {"all-settings", "build-form"}) {
        window().commands()->run(name(tool));
        expectFine(tool);
    }
    for (const char* tool : {"checks", "evidence", "screen-settings", "statements"}) {
        window().commands()->run(name(tool));
        Driver::settle(500);
        expectFine(tool);
        closeDialogs();
    }
    // A field for the table, and another table for the screen.
    auto* adding = page()->findChild<QToolButton*>(name("add-field"));
    for (QAction* action : adding->menu()->actions()) {
        if (action->objectName() == u"new-field")
            action->trigger();
    }
    ASSERT_NE(Driver::find(name("new-field-dialog")), nullptr);
    expectFine("new-field");
    closeDialogs();
    window().commands()->run(name("screen-settings"));
    Driver::click(name("screen-other-table"));
    ASSERT_NE(Driver::find(name("table-switch-dialog")), nullptr);
    expectFine("table-switch");
    closeDialogs();
}

TEST_F(InAnotherLanguage, DialogsAndPagesAreWhole) {
    for (const char* command :
         {"bulk-update", "delete", "as-stored", "field-history", "filter", "shown-fields", "keys",
          "said", "language", "project-settings", "check-project", "guide", "open-window"}) {
        Driver::clickCell(grid(), 1, columnOf("name"));
        window().commands()->run(name(command));
        Driver::settle(400);
        expectFine(command);
        closeDialogs();
    }
    for (const char* command : {"change-log", "new-screens", "other-database", "start-page"}) {
        window().commands()->run(name(command));
        Driver::settle(400);
        expectFine(command);
    }
}

TEST_F(InAnotherLanguage, WhatIsReachedThroughOthersIsWhole) {
    // A change, its plan, and the screen as it was before it.
    typeIn(1, "name", "Renamed");
    Driver::clickCell(grid(), 1, columnOf("name"));
    window().commands()->run(name("save"));
    ASSERT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().isEmpty(); }));
    window().commands()->run(name("change-log"));
    Driver::settle(300);
    Driver::click(name("roll-back"));
    Driver::settle(500);
    expectFine("rollback");
    closeDialogs();
    Q_EMIT window().changeLog()->asItWasRequested(1);
    Driver::settle(600);
    expectFine("as-it-was");
    Driver::click(name("as-it-was-return"));
    // Leaving with something typed.
    typeIn(2, "name", "Unsaved");
    window().close();
    Driver::settle(300);
    expectFine("leave");
    closeDialogs();
    Driver::key(Qt::Key_F9);
    BuildFace* build = BuildFace::of(page());
    build->showOffers(name("status"));
    expectFine("offers");
    closeDialogs();
    build->showOffers(name("sector_id"));
    expectFine("lookup");
    closeDialogs();
    build->showComputed({});
    expectFine("computed");
    closeDialogs();
    build->showChecks(name("day_rate"));
    auto* tabs = static_cast<QTabWidget*>(Driver::find(name("checks-tabs")));
    ASSERT_NE(tabs, nullptr);
    for (int i = 0; i < tabs->count(); ++i) {
        tabs->setCurrentIndex(i);
        expectFine("checks");
    }
    closeDialogs();
    window().commands()->run(name("new-screens"));
    Driver::settle(300);
    Driver::click(name("new-query"));
    expectFine("query");
    closeDialogs();
    Driver::click(name("new-table"));
    expectFine("table");
}

TEST_F(InAnotherLanguage, TheMenuIsWhole) {
    for (const Command& command : window().commands()->all())
        EXPECT_TRUE(isFine(command.text)) << qPrintable(command.id);
}

TEST(Language, FormsOfPluralsAreTheLanguages) {
    EXPECT_EQ(counted(1, "record", "records"), name("1 record"));
    EXPECT_EQ(countedRecords(1204), name("1,204 records"));
    installLanguage(*qApp, name("de"));
    EXPECT_EQ(countedRecords(1), name("1 Datensatz"));
    EXPECT_EQ(countedRecords(2), name("2 Datensätze"));
    EXPECT_EQ(countedRecords(0), name("0 Datensätze"));
    EXPECT_EQ(countedRecords(5'000'000'000), name("5,000,000,000 Datensätze"));
    // Whoever asks for a text.
    EXPECT_EQ(coreTr("Save record"), QString::fromUtf8("Datensatz speichern"));
    EXPECT_EQ(QCoreApplication::translate("gravin::ScreenPage", "Save record"),
              QString::fromUtf8("Datensatz speichern"));
    for (QTranslator* translator : qApp->findChildren<QTranslator*>())
        QCoreApplication::removeTranslator(translator);
}

} // namespace
