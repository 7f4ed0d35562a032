// SPDX-License-Identifier: GPL-3.0-or-later
// Lists go out into files and files come in, on real windows.
#include "app/commands/command_list.h"
#include "app/exchange/import_dialog.h"
#include "app/exchange/print_dialog.h"
#include "core/project/project_json.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QDropEvent>
#include <QFile>
#include <QGuiApplication>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QMimeData>
#include <QPlainTextEdit>
#include <QPointer>
#include <QProcess>
#include <QPushButton>
#include <QRegularExpression>
#include <QTableWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class FilesWindow : public OpenDemonstration {
protected:
    QString path(const char* file) const { return m_files.filePath(name(file)); }
    static QStringList linesOf(const QString& path) {
        QFile file(path);
        EXPECT_TRUE(file.open(QIODevice::ReadOnly)) << qPrintable(path);
        return QString::fromUtf8(file.readAll()).split(name("\r\n"), Qt::SkipEmptyParts);
    }
    static void write(const QString& path, const QByteArray& content) {
        QFile file(path);
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(content);
    }
    static QString counts() {
        return qobject_cast<QLabel*>(Driver::find(name("import-counts")))->text();
    }
    static bool countsSay(const char* part) {
        return Driver::until([&] { return counts().contains(name(part)); });
    }
    ImportDialog* openImport(const char* file) {
        window().commands()->run(name("import"));
        auto* dialog = qobject_cast<ImportDialog*>(Driver::find(name("import-dialog")));
        EXPECT_NE(dialog, nullptr);
        if (dialog)
            dialog->take(path(file));
        return dialog;
    }
    QTemporaryDir m_files;
};

TEST_F(FilesWindow, AListGoesOutAsItStands) {
    window().commands()->run(name("export"));
    auto* to = qobject_cast<QLineEdit*>(Driver::find(name("export-path")));
    ASSERT_NE(to, nullptr);
    to->setText(path("aids.csv"));
    Driver::click(name("export-run"));
    ASSERT_TRUE(noticed("Exported 82 records to"));
    const QStringList lines = linesOf(path("aids.csv"));
    ASSERT_EQ(lines.size(), 83);
    EXPECT_TRUE(lines[0].startsWith(name("\"Code\",\"Name\"")));
    EXPECT_TRUE(lines[1].contains(shown(0, "name")));
    // What is there is replaced only by a button that says so.
    window().commands()->run(name("export"));
    qobject_cast<QLineEdit*>(Driver::find(name("export-path")))->setText(path("aids.csv"));
    EXPECT_EQ(qobject_cast<QPushButton*>(Driver::find(name("export-run")))->text(),
              name("Replace the file"));
    // Nowhere to write to is said before.
    qobject_cast<QLineEdit*>(Driver::find(name("export-path")))->setText(name("/nowhere/a.csv"));
    EXPECT_FALSE(Driver::find(name("export-run"))->isEnabled());
}

TEST_F(FilesWindow, AnExportThatIsStoppedSaysWhatCameOfIt) {
    window().commands()->run(name("export"));
    QPointer<QWidget> dialog = Driver::find(name("export-dialog"));
    ASSERT_NE(dialog, nullptr);
    qobject_cast<QLineEdit*>(Driver::find(name("export-path")))->setText(path("aids.csv"));
    qobject_cast<QPushButton*>(Driver::find(name("export-run")))->click();
    qobject_cast<QDialog*>(dialog.data())->reject();
    ASSERT_TRUE(dialog && dialog->isVisible()) << "nobody knows yet whether the file is there";
    const auto* reason = dialog->findChild<QLabel*>(name("export-reason"));
    ASSERT_TRUE(Driver::until([&] {
        return !dialog || !dialog->isVisible() || reason->text().contains(name("Nothing was"));
    }));
    // Either it was stopped and there is nothing, or all of it is there and was said.
    const bool isThere = QFile::exists(path("aids.csv"));
    EXPECT_EQ(isThere, !dialog || !dialog->isVisible());
    if (isThere) {
        EXPECT_EQ(linesOf(path("aids.csv")).size(), 83);
        EXPECT_TRUE(noticed("Exported 82 records to"));
    }
}

TEST_F(FilesWindow, AFileComesInIsMendedAndGoesBackWithOneClick) {
    write(path("in.csv"), "Code;Name;Status;Day rate\r\n"
                          "TB-001;Old Lady;in service;12.50\r\n"
                          "TB-002;;broken;x\r\n"
                          "TB-900;New Rock;in service;99\r\n");
    openImport("in.csv");
    // The number in the database is not in the file: the code finds the record.
    ASSERT_TRUE(countsSay("to add"));
    auto* match = qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")));
    ASSERT_NE(match, nullptr);
    match->setChecked(true);
    ASSERT_TRUE(countsSay("1 to change"));
    EXPECT_TRUE(countsSay("2 refused")) << qPrintable(counts());
    auto* refused = qobject_cast<QTableWidget*>(Driver::find(name("import-refused")));
    EXPECT_EQ(refused->item(0, 0)->text(), name("3"));
    EXPECT_FALSE(Driver::find(name("import-run"))->isEnabled());
    auto* leaves = qobject_cast<QCheckBox*>(Driver::find(name("import-leaves-out")));
    leaves->setChecked(true);
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("import-run"))->isEnabled(); }));
    Driver::click(name("import-run"));
    ASSERT_TRUE(noticed("Imported 1 record from in.csv"));
    EXPECT_TRUE(Driver::until([this] { return shown(0, "name") == u"Old Lady"; }));
}

TEST_F(FilesWindow, FiguresAreReadAsTheFileHasThem) {
    write(path("in.csv"), "Code;Day rate\r\nTB-001;1.412,50\r\n");
    openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 refused")) << qPrintable(counts());
    auto* form = qobject_cast<QComboBox*>(Driver::find(name("import-form")));
    form->setCurrentIndex(form->findData(name("de")));
    ASSERT_TRUE(countsSay("1 to change")) << qPrintable(counts());
    auto* changes = qobject_cast<QTableWidget*>(Driver::find(name("import-changes")));
    EXPECT_TRUE(changes->item(0, 3)->text().contains(name("→ 1412.50")))
        << qPrintable(changes->item(0, 3)->text());
    Driver::key(Qt::Key_Escape);
}

TEST_F(FilesWindow, WhatIsStoredGoesBeforeWhatIsShown) {
    // As an export of both heads them.
    write(path("in.csv"), "Sector,Sector (stored),Code\nNorth,1,TB-001\n");
    openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    const auto goesTo = [](const char* box) {
        return qobject_cast<QComboBox*>(Driver::find(name(box)))->currentData().toString();
    };
    EXPECT_EQ(goesTo("import-field-0"), QString());
    EXPECT_EQ(goesTo("import-field-1"), name("sector_id"));
    EXPECT_EQ(goesTo("import-field-2"), name("code"));
    Driver::key(Qt::Key_Escape);
}

TEST_F(FilesWindow, WhatIsUnusualIsTakenByThePersonOnly) {
    Check cheap;
    cheap.condition = name("day_rate >= 10");
    cheap.column = name("day_rate");
    cheap.message = name("A rate below ten is rare.");
    cheap.severity = Severity::Warn;
    workspace().document()->change(
        name("a check"), [&](Project& project) { project.checks[name("aid")].checks += cheap; });
    Driver::settle();
    write(path("in.csv"), "Code;Name;Day rate\r\nTB-001;Old Lady;9.50\r\n");
    ImportDialog* dialog = openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 unusual")) << qPrintable(counts());
    auto* unusual = qobject_cast<QTableWidget*>(Driver::find(name("import-unusual")));
    ASSERT_EQ(unusual->rowCount(), 1);
    EXPECT_EQ(unusual->item(0, 3)->text(), name("A rate below ten is rare."));
    EXPECT_FALSE(Driver::find(name("import-run"))->isEnabled());
    auto* takes = qobject_cast<QCheckBox*>(Driver::find(name("import-accepts-warnings")));
    takes->setChecked(true);
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("import-run"))->isEnabled(); }));
    // The same file, taken again, is looked at again.
    dialog->take(path("in.csv"));
    ASSERT_TRUE(Driver::until([&] { return !takes->isChecked(); }));
    ASSERT_TRUE(countsSay("to add"));
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 unusual"));
    takes->setChecked(true);
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("import-run"))->isEnabled(); }));
    Driver::click(name("import-run"));
    ASSERT_TRUE(noticed("Imported 1 record from in.csv"));
}

TEST_F(FilesWindow, RowsArePastedAndTheirLookupsMade) {
    QGuiApplication::clipboard()->setText(
        name("Code\tName\tLamp\nTB-001\tOld Lady\tCandle 3B\nTB-002\tYoung Lady\tCandle 3B\n"));
    window().commands()->run(name("import"));
    ASSERT_NE(Driver::find(name("import-dialog")), nullptr);
    Driver::click(name("import-paste"));
    ASSERT_TRUE(countsSay("2 refused")) << qPrintable(counts());
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    auto* refused = qobject_cast<QTableWidget*>(Driver::find(name("import-refused")));
    ASSERT_NE(refused, nullptr);
    EXPECT_TRUE(refused->item(0, 3)->text().contains(name("No record of lamp shows")))
        << qPrintable(refused->item(0, 3)->text());
    auto* makes = qobject_cast<QCheckBox*>(Driver::find(name("import-makes")));
    ASSERT_NE(makes, nullptr);
    ASSERT_TRUE(Driver::until([&] { return makes->isEnabled(); }));
    EXPECT_EQ(makes->text(), name("Make 1 record in lamp…"));
    makes->setChecked(true);
    // A lamp has to have its watts.
    QWidget* gaps = Driver::find(name("gaps-dialog"));
    ASSERT_NE(gaps, nullptr);
    auto* watts = gaps->findChild<QLineEdit*>(name("field:watts"));
    ASSERT_NE(watts, nullptr);
    Driver::click(watts);
    Driver::type(name("3.5"));
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("gaps-go-on"))->isEnabled(); }));
    Driver::click(name("gaps-go-on"));
    ASSERT_TRUE(countsSay("2 to change")) << qPrintable(counts());
    auto* changes = qobject_cast<QTableWidget*>(Driver::find(name("import-changes")));
    EXPECT_TRUE(changes->item(0, 3)->text().contains(name("Candle 3B (new)")))
        << qPrintable(changes->item(0, 3)->text());
    Driver::click(name("import-run"));
    ASSERT_TRUE(noticed("Imported 3 records from clipboard"));
    EXPECT_TRUE(Driver::until([this] { return shown(0, "lamp_id") == u"Candle 3B"; }))
        << qPrintable(shown(0, "lamp_id"));
}

TEST_F(FilesWindow, WhatTheFileLacksIsListedAndNamedWhereItCannotGo) {
    write(path("in.csv"), "Code,Name\nTB-001,Old Lady\n");
    openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    auto* missing = qobject_cast<QComboBox*>(Driver::find(name("import-missing")));
    missing->setCurrentIndex(1);
    ASSERT_TRUE(countsSay("nobody knows what the file lacks")) << qPrintable(counts());
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("81 not in the file")) << qPrintable(counts());
    auto* lacked =
        Driver::find(name("import-dialog"))->findChild<QTableWidget*>(name("import-lacked"));
    ASSERT_NE(lacked, nullptr);
    EXPECT_EQ(lacked->rowCount(), 81);
    auto* run = qobject_cast<QPushButton*>(Driver::find(name("import-run")));
    EXPECT_EQ(run->text(), name("Import 1 row"));
    missing->setCurrentIndex(2);
    ASSERT_TRUE(countsSay("81 to delete")) << qPrintable(counts());
    EXPECT_EQ(run->text(), name("Import 1 row, delete 81 records"));
    // Others refer to them: nothing is written, and the record is named.
    Driver::click(run);
    ASSERT_TRUE(countsSay("Nothing was written. Record")) << qPrintable(counts());
    Driver::click(name("import-close"));
    EXPECT_TRUE(Driver::until([this] { return shown(1, "code") == u"TB-002"; }));
}

TEST_F(FilesWindow, WhatACheckAsksForIsAskedAndImportedThen) {
    Check check;
    check.column = name("notes");
    check.condition = name("name IS NULL OR notes IS NOT NULL"); // asked when the name changes
    check.message = name("Say something of it.");
    check.inRuns = InRuns::Ask;
    workspace().document()->change(
        name("a check"), [&](Project& project) { project.checks[name("aid")].checks += check; });
    Driver::settle();
    write(path("in.csv"), "Code,Name,Notes\nTB-001,Old Lady,\nTB-003,Young Lady,Kept.\n");
    openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 refused")) << qPrintable(counts());
    auto* run = qobject_cast<QPushButton*>(Driver::find(name("import-run")));
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    EXPECT_EQ(run->text(), name("Import 2 rows…"));
    Driver::click(run);
    QWidget* gaps = Driver::find(name("gaps-dialog"));
    ASSERT_NE(gaps, nullptr);
    auto* editor = gaps->findChild<QPlainTextEdit*>(name("field:notes"));
    ASSERT_NE(editor, nullptr);
    editor->setFocus();
    Driver::type(name("Seen."));
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("gaps-go-on"))->isEnabled(); }));
    Driver::click(name("gaps-go-on"));
    ASSERT_TRUE(noticed("Imported 2 records from in.csv"));
    EXPECT_EQ(storedText(1, "notes"), "Seen.");
}

TEST_F(FilesWindow, AnImportIsKeptAndDoneAgain) {
    write(path("in.csv"), "Mark,Called\nTB-001,Old Lady\n");
    ImportDialog* dialog = openImport("in.csv");
    ASSERT_TRUE(countsSay("No column of the file goes to a field"));
    const auto choose = [](const char* box, const char* column) {
        auto* fields = qobject_cast<QComboBox*>(Driver::find(name(box)));
        fields->setCurrentIndex(fields->findData(name(column)));
    };
    // Each to the other's field, and then dragged onto it.
    choose("import-field-0", "name");
    choose("import-field-1", "code");
    auto* mapping = qobject_cast<QTableWidget*>(Driver::find(name("import-mapping")));
    const std::unique_ptr<QMimeData> dragged(
        mapping->model()->mimeData({mapping->model()->index(0, 0)}));
    const QPoint onto = mapping->visualItemRect(mapping->item(1, 0)).center();
    QDragEnterEvent enter(onto, Qt::MoveAction, dragged.get(), Qt::LeftButton, {});
    QCoreApplication::sendEvent(mapping->viewport(), &enter);
    EXPECT_TRUE(enter.isAccepted());
    QDropEvent drop(onto, Qt::MoveAction, dragged.get(), Qt::LeftButton, {});
    QCoreApplication::sendEvent(mapping->viewport(), &drop);
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 to change")) << qPrintable(counts());
    Driver::click(name("import-keep"));
    auto* asked = qobject_cast<QInputDialog*>(Driver::find(name("import-name")));
    ASSERT_NE(asked, nullptr);
    asked->setTextValue(name("New names"));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(countsSay("Kept as “New names”"));
    ASSERT_EQ(workspace().project().imports.size(), 1);
    const auto again = projectFromJson(projectToJson(workspace().project()));
    ASSERT_TRUE(again);
    EXPECT_EQ(again->imports, workspace().project().imports);
    Driver::click(name("import-close"));

    write(path("more.csv"), "More,Called,Mark\nx,Young Lady,TB-002\n");
    dialog = openImport("more.csv");
    ASSERT_TRUE(countsSay("No column of the file goes to a field"));
    auto* kept = qobject_cast<QComboBox*>(Driver::find(name("import-kept")));
    ASSERT_NE(kept, nullptr);
    kept->setCurrentIndex(1);
    ASSERT_TRUE(countsSay("1 to change")) << qPrintable(counts());
    // A file that lacks a head says so.
    write(path("other.csv"), "Mark\nTB-002\n");
    dialog->take(path("other.csv"));
    EXPECT_TRUE(countsSay("The file has no head “Called”")) << qPrintable(counts());
    dialog->take(path("more.csv"));
    ASSERT_TRUE(countsSay("1 to change")) << qPrintable(counts());
    Driver::click(name("import-run"));
    ASSERT_TRUE(noticed("Imported 1 record from more.csv"));
}

TEST_F(FilesWindow, WhatIsNoFileOfRowsIsSaid) {
    write(path("picture.png"), "\x89PNG");
    write(path("empty.csv"), "");
    write(path("ragged.csv"), "Code,Name\nTB-001,A,B\n");
    ImportDialog* dialog = openImport("picture.png");
    ASSERT_NE(dialog, nullptr);
    EXPECT_TRUE(countsSay("files that end with .csv"));
    dialog->take(path("empty.csv"));
    EXPECT_TRUE(countsSay("is empty"));
    dialog->take(path("ragged.csv"));
    EXPECT_TRUE(countsSay("1 refused"));
    dialog->take(path("missing.csv"));
    EXPECT_TRUE(countsSay("There is no file"));
    Driver::click(name("import-close"));
}

} // namespace

namespace {

class PrintWindow : public FilesWindow {
protected:
    // A rule of the stage "output" on the aids, which five of them fail.
    void demandNotes(InRuns inRuns) {
        Check check;
        check.column = name("notes");
        check.condition =
            name("notes IS NOT NULL AND notes = 'Seen.' OR id NOT IN (3, 20, 37, 54, 71)");
        check.message = name("Say something of it.");
        check.stages = {name("output")};
        check.inRuns = inRuns;
        workspace().document()->change(name("a check"), [&](Project& project) {
            project.checks[name("aid")].checks += check;
        });
    }
    PrintDialog* openPrintOfAll() {
        PrintDialog* dialog = openPrint();
        auto* which = qobject_cast<QComboBox*>(Driver::find(name("print-which")));
        which->setCurrentIndex(which->count() - 1);
        return dialog;
    }
    PrintDialog* openPrint() {
        window().commands()->run(name("print"));
        return qobject_cast<PrintDialog*>(Driver::find(name("print-dialog")));
    }
    // As another program counts them; −1: it is no such file.
    static int pagesOf(const QString& file) {
        QProcess process;
        process.start(name("pdfinfo"), {file});
        process.waitForFinished();
        const QString text = QString::fromUtf8(process.readAllStandardOutput());
        const auto found = QRegularExpression(name("Pages:\\s+(\\d+)")).match(text);
        return found.hasMatch() ? found.captured(1).toInt() : -1;
    }
    static bool says(const char* part) {
        return Driver::until([&] {
            auto* said = qobject_cast<QLabel*>(Driver::find(name("print-said")));
            return said && said->text().contains(name(part));
        });
    }
};

TEST_F(PrintWindow, TheFirstPagesAreSeenAndAllIsPrinted) {
    PrintDialog* dialog = openPrintOfAll();
    ASSERT_NE(dialog, nullptr);
    EXPECT_TRUE(Driver::until(
        [] { return Driver::find(name("print-pages"))->findChildren<QLabel*>().size() == 7; }));
    dialog->printTo(path("sheets.pdf"));
    ASSERT_TRUE(noticed("Printed 82 records to"));
    QFile file(path("sheets.pdf"));
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    EXPECT_TRUE(file.read(5) == "%PDF-");
}

TEST_F(PrintWindow, ARecordThatLacksSomethingIsLeftOutAndNamed) {
    demandNotes(InRuns::LeaveOut);
    openPrintOfAll()->printTo(path("some.pdf"));
    ASSERT_TRUE(noticed("Printed 77 records to"));
    ASSERT_TRUE(noticed("Say something of it."));
    EXPECT_EQ(pagesOf(path("some.pdf")), 77);
}

TEST_F(PrintWindow, OrStopsTheRun) {
    demandNotes(InRuns::Stop);
    openPrintOfAll()->printTo(path("none.pdf"));
    EXPECT_TRUE(says("Nothing was printed."));
    EXPECT_TRUE(says("Say something of it."));
    EXPECT_FALSE(QFile::exists(path("none.pdf")));
    Driver::key(Qt::Key_Escape);
}

TEST_F(PrintWindow, OrIsAskedForSavedAndPrintedThen) {
    demandNotes(InRuns::Ask);
    openPrintOfAll()->printTo(path("all.pdf"));
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("gaps-dialog")); }));
    const auto editors =
        Driver::find(name("gaps-dialog"))->findChildren<QPlainTextEdit*>(name("field:notes"));
    ASSERT_EQ(editors.size(), 5);
    for (QPlainTextEdit* editor : editors) {
        editor->setFocus();
        editor->selectAll();
        Driver::type(name("Seen."));
    }
    Driver::click(name("gaps-go-on"));
    ASSERT_TRUE(noticed("Printed 82 records to"));
    for (const int id : {3, 20, 37, 54, 71})
        EXPECT_EQ(storedText(id, "notes"), "Seen.");
    EXPECT_EQ(pagesOf(path("all.pdf")), 82);
    // What was asked for is one change, and says why it was made.
    const auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
    const auto logged = (*session)->scalar(
        name("SELECT count(*) FROM gravin_change WHERE records = 5 AND note LIKE 'asked for while "
             "% was printed'"));
    EXPECT_EQ(logged->toInt(), 1);
}

// Label, format, check and lookup are changed in one place, and all that goes out or comes in
// follows.
TEST_F(PrintWindow, AFieldIsDescribedOnce) {
    workspace().document()->change(name("test"), [&](Project& project) {
        FieldDefinition& rate = *project.definition(name("aid"), name("day_rate"));
        rate.label = name("Crowns a day");
        rate.format = name("0.0 kr");
        project.definition(name("aid"), name("sector_id"))->lookup.shownColumns = {name("code")};
        Check check;
        check.kind = CheckKind::Range;
        check.column = name("day_rate");
        check.most = name("5000");
        check.message = name("Too dear.");
        project.checks[name("aid")].checks += check;
    });
    Driver::settle(300);
    // The window.
    EXPECT_EQ(grid()->model()->headerData(columnOf("day_rate"), Qt::Horizontal).toString(),
              name("Crowns a day"));
    EXPECT_TRUE(Driver::until([this] { return shown(0, "day_rate").endsWith(name(" kr")); }));
    const QString sector = shown(0, "sector_id");
    EXPECT_LE(sector.size(), 4) << qPrintable(sector);
    // A file that goes out.
    window().commands()->run(name("export"));
    qobject_cast<QLineEdit*>(Driver::find(name("export-path")))->setText(path("aids.csv"));
    Driver::click(name("export-run"));
    ASSERT_TRUE(noticed("Exported 82 records to"));
    const QStringList lines = linesOf(path("aids.csv"));
    EXPECT_TRUE(lines[0].contains(name("Crowns a day")));
    EXPECT_TRUE(lines[1].contains(sector)) << qPrintable(lines[1]);
    // A file that comes in: by that label, that lookup and that check.
    write(path("in.csv"), "Code,Sector,Crowns a day\r\nTB-001," + sector.toUtf8() +
                              ",77.50\r\nTB-002," + sector.toUtf8() + ",9000\r\n");
    openImport("in.csv");
    ASSERT_TRUE(countsSay("to add"));
    qobject_cast<QCheckBox*>(Driver::find(name("import-match-0")))->setChecked(true);
    ASSERT_TRUE(countsSay("1 to change")) << qPrintable(counts());
    ASSERT_TRUE(countsSay("1 refused"));
    auto* refused = qobject_cast<QTableWidget*>(Driver::find(name("import-refused")));
    QStringList said;
    for (int column = 0; column < refused->columnCount(); ++column)
        said += refused->item(0, column)->text();
    EXPECT_TRUE(said.join(u' ').contains(name("Too dear."))) << qPrintable(said.join(u' '));
    Driver::click(name("import-close"));
    // Paper.
    PrintDialog* dialog = openPrint();
    qobject_cast<QComboBox*>(Driver::find(name("print-as")))->setCurrentIndex(1);
    auto* which = qobject_cast<QComboBox*>(Driver::find(name("print-which")));
    which->setCurrentIndex(which->count() - 1);
    dialog->printTo(path("list.pdf"));
    ASSERT_TRUE(noticed("Printed 82 records to"));
    QProcess process;
    process.start(name("pdftotext"), {name("-layout"), path("list.pdf"), name("-")});
    process.waitForFinished();
    const QString paper = QString::fromUtf8(process.readAllStandardOutput());
    EXPECT_TRUE(paper.contains(name(" kr"))) << qPrintable(paper.left(800));
    EXPECT_TRUE(paper.contains(sector));
}

// Labels, as many on a page as there is room for; kept under a name, and printed by it.
TEST_F(PrintWindow, CardsAreKeptAndPrinted) {
    PrintDialog* dialog = openPrintOfAll();
    auto* as = qobject_cast<QComboBox*>(Driver::find(name("print-as")));
    as->setCurrentIndex(2);
    auto* width = qobject_cast<QDoubleSpinBox*>(Driver::find(name("card-width")));
    width->setValue(300);
    EXPECT_TRUE(says("larger than the page"));
    width->setValue(90);
    qobject_cast<QDoubleSpinBox*>(Driver::find(name("card-height")))->setValue(50);
    // The second field goes before the first, by keys.
    auto* fields = qobject_cast<QListWidget*>(Driver::find(name("card-fields")));
    const QString second = fields->item(1)->data(Qt::UserRole).toString();
    fields->setFocus();
    fields->setCurrentRow(1);
    Driver::key(Qt::Key_Up, Qt::ControlModifier);
    Driver::click(name("keep-cards"));
    auto* asked = qobject_cast<QInputDialog*>(Driver::find(name("cards-name")));
    ASSERT_NE(asked, nullptr);
    asked->setTextValue(name("Berth cards"));
    asked->accept();
    ASSERT_TRUE(says("Kept as “Berth cards”"));
    EXPECT_EQ(as->currentText(), name("Berth cards"));
    const Project& project = workspace().project();
    ASSERT_EQ(project.cards.size(), 1);
    EXPECT_EQ(project.cards[0].form.width, 90);
    EXPECT_EQ(project.cards[0].form.columns.value(0), second);
    const auto again = projectFromJson(projectToJson(project));
    ASSERT_TRUE(again);
    EXPECT_EQ(again->cards, project.cards);
    dialog->printTo(path("cards.pdf"));
    ASSERT_TRUE(noticed("Printed 82 records to"));
    // Two beside and five below each other.
    EXPECT_EQ(pagesOf(path("cards.pdf")), 9);
}

} // namespace
