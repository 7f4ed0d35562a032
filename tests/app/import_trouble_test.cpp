// SPDX-License-Identifier: GPL-3.0-or-later
// A long file with all kinds of trouble in it: seen, left out, mended, imported and taken back, on
// real windows.
#include "app/commands/command_list.h"
#include "support/text.h"
#include "whole_example.h"

#include <QApplication>
#include <QCheckBox>
#include <QFile>
#include <QFileDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableWidget>
#include <QTimer>

using namespace gravin;
using namespace gravin::test;

namespace {

const QStringList Heads{
    QStringLiteral("Code"),        QStringLiteral("Name"),     QStringLiteral("Sector"),
    QStringLiteral("Kind"),        QStringLiteral("Status"),   QStringLiteral("Light character"),
    QStringLiteral("Paint"),       QStringLiteral("Lamp"),     QStringLiteral("Latitude"),
    QStringLiteral("Longitude"),   QStringLiteral("Day rate"), QStringLiteral("Radar reflector"),
    QStringLiteral("Established"), QStringLiteral("Next due"), QStringLiteral("Replaces"),
    QStringLiteral("Photo")};

QStringList goodRow(const QString& code) {
    return QStringLiteral("%1|New mark %1|Inner Harbour|Lighthouse|in service|Fl R 4s|#C8102E|"
                          "Tallow 30A|54.1|-3.1|100.50|yes|2001-02-03|2027-01-01||")
        .arg(code)
        .split(u'|');
}

struct Trouble {
    const char* head;
    const char* text;
    const char* reason; // a part of what is said of it
};

const Trouble Troubles[] = {
    {"Code", "", "missing"},
    {"Code", "TOO-LONG-9", "at most 8 fit"},
    {"Code", "N-0001", "another row of the file"},
    {"Code", "TB-001", "another record already has"},
    {"Name", "", "missing"},
    {"Name", "A name that goes on and on, and on, and has no end to it, ever at all",
     "at most 60 fit"},
    {"Sector", "Nowhere", "No record of sector shows"},
    {"Sector", "Twin", "2 records of sector show"},
    {"Sector", "", "missing"},
    {"Kind", "Submarine", "No record of aid_type shows"},
    {"Kind", "", "missing"},
    {"Status", "mothballed", "none of the choices"},
    {"Light character", "Fl (2+1) W 10s, by night and by day, and in fog", "at most 40 fit"},
    {"Paint", "red", "is no colour"},
    {"Paint", "#12345", "is no colour"},
    {"Lamp", "Candle", "No record of lamp shows"},
    {"Lamp", "999", "No record of lamp shows"},
    {"Latitude", "north", "north"},
    {"Latitude", "95", "-90"},
    {"Latitude", "-90.5", "-90"},
    {"Latitude", "1e999", "1e999"},
    {"Longitude", "3 W", "3 W"},
    {"Longitude", "--3.1", "--3.1"},
    {"Day rate", "a lot", "a lot"},
    {"Day rate", "1.239", "1.239"},
    {"Day rate", "1234567.00", "1234567.00"},
    {"Day rate", "12.5.3", "12.5.3"},
    {"Day rate", "12 pounds", "12 pounds"},
    {"Radar reflector", "perhaps", "perhaps"},
    {"Radar reflector", "2", "2"},
    {"Established", "2026-02-30", "2026-02-30"},
    {"Established", "soon", "soon"},
    {"Established", "31.11.2026", "31.11.2026"},
    {"Established", "2026-13-01", "2026-13-01"},
    {"Next due", "10000-01-01", "10000-01-01"},
    {"Next due", "1999-01-01", "before the aid was established"},
    {"Next due", "2027-1", "2027-1"},
    {"Replaces", "Nobody", "No record of aid shows"},
    {"Photo", "\\xA?", "Photo"},
    {"", "more", "stands behind the last column"},
};

class ImportTrouble : public OpenDemonstration {
protected:
    static constexpr int Rows = 5000;
    static constexpr int Kinds = static_cast<int>(std::size(Troubles));

    QString path(const char* file) const { return m_files.filePath(name(file)); }

    static QString lineOf(QStringList cells) {
        for (QString& cell : cells) {
            if (cell.contains(u',') || cell.contains(u'"'))
                cell = u'"' + cell.replace(u'"', name("\"\"")) + u'"';
        }
        return cells.join(u',') + name("\r\n");
    }

    // Each kind stands somewhere in the midst of good rows.
    void writeFile(const QString& file) const {
        QFile out(file);
        ASSERT_TRUE(out.open(QIODevice::WriteOnly));
        out.write(lineOf(Heads).toUtf8());
        for (int n = 1; n <= Rows; ++n) {
            QStringList row = goodRow(name("N-%1").arg(n, 4, 10, QChar(u'0')));
            const int kind = n / 100;
            if (n % 100 == 50 && kind < Kinds) {
                const Trouble& trouble = Troubles[kind];
                const auto column = Heads.indexOf(name(trouble.head));
                if (column < 0)
                    row += name(trouble.text);
                else
                    row[column] = name(trouble.text);
            }
            out.write(lineOf(row).toUtf8());
        }
    }

    static bool countsSay(const char* part) {
        return Driver::until([&] {
            auto* counts = qobject_cast<QLabel*>(Driver::find(name("import-counts")));
            return counts && counts->text().contains(name(part));
        });
    }

    int aidsNow() {
        const auto session =
            Session::open(workspace().project().connection, Session::Access::ReadOnly);
        return (*session)->scalar(name("SELECT count(*) FROM aid"))->toInt();
    }

    QTemporaryDir m_files;
};

TEST_F(ImportTrouble, FortyKindsOfItAreSaidLeftOutMendedAndTakenBack) {
    static_assert(std::size(Troubles) == 40);
    writeOutside(name("INSERT INTO sector (code, name) VALUES ('ZZ1', 'Twin'), ('ZZ2', 'Twin')"));
    writeFile(path("marks.csv"));
    const int before = aidsNow();
    // By keys alone: the page, the file, leaving out, the run.
    Driver::key(Qt::Key_I, Qt::ControlModifier | Qt::ShiftModifier);
    auto* from = qobject_cast<QLineEdit*>(Driver::find(name("import-path")));
    ASSERT_NE(from, nullptr);
    from->setFocus();
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(path("marks.csv"));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(countsSay("40 refused"));
    ASSERT_TRUE(countsSay("4,960 to add") || countsSay("4960 to add"));
    const auto* refused =
        Driver::find(name("import-dialog"))->findChild<QTableWidget*>(name("import-refused"));
    ASSERT_NE(refused, nullptr);
    QStringList said;
    for (int row = 0; row < refused->rowCount(); ++row) {
        QStringList cells;
        for (int column = 0; column < refused->columnCount(); ++column)
            cells += refused->item(row, column) ? refused->item(row, column)->text() : QString();
        said += cells.join(u'|');
    }
    for (int kind = 0; kind < Kinds; ++kind) {
        // The heads are the first line.
        const QString line = QString::number(kind * 100 + 50 + 1) + u'|';
        const bool isSaid = std::any_of(said.begin(), said.end(), [&](const QString& row) {
            return row.startsWith(line) && row.contains(name(Troubles[kind].reason));
        });
        EXPECT_TRUE(isSaid) << Troubles[kind].head << " = " << Troubles[kind].text << '\n'
                            << qPrintable(said.filter(line).join(u'\n'));
    }
    EXPECT_FALSE(Driver::find(name("import-run"))->isEnabled());
    // What is refused goes into a file like this one.
    QTimer::singleShot(300, qApp, [this] {
        auto* dialog = qobject_cast<QFileDialog*>(QApplication::activeModalWidget());
        ASSERT_NE(dialog, nullptr);
        dialog->findChild<QLineEdit*>()->setText(path("refused.csv"));
        QMetaObject::invokeMethod(dialog, "accept", Qt::QueuedConnection);
    });
    Driver::click(name("import-save-refused"));
    ASSERT_TRUE(Driver::until([this] { return QFile::exists(path("refused.csv")); }));
    auto* leaves = qobject_cast<QCheckBox*>(Driver::find(name("import-leaves-out")));
    leaves->window()->activateWindow(); // a desktop does so when the file's dialog is gone
    Driver::settle();
    leaves->setFocus();
    Driver::key(Qt::Key_Space);
    ASSERT_TRUE(leaves->isChecked());
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("import-run"))->isEnabled(); }))
        << qPrintable(Driver::find(name("import-run"))->toolTip());
    Driver::find(name("import-run"))->setFocus();
    Driver::key(Qt::Key_Space);
    ASSERT_TRUE(noticed("records from marks.csv"));
    EXPECT_EQ(aidsNow(), before + Rows - Kinds);

    // Mended, it comes in by mouse.
    QFile file(path("refused.csv"));
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    const QStringList lines =
        QString::fromUtf8(file.readAll()).split(name("\r\n"), Qt::SkipEmptyParts);
    file.close();
    ASSERT_EQ(lines.size(), Kinds + 1);
    EXPECT_TRUE(lines[0].contains(name("Reason")));
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(lineOf(Heads + QStringList{name("Reason")}).toUtf8());
    for (int n = 1; n <= Kinds; ++n)
        file.write(lineOf(goodRow(name("M-%1").arg(n)) + QStringList{name("mended")}).toUtf8());
    file.close();
    window().commands()->run(name("import"));
    from = qobject_cast<QLineEdit*>(Driver::find(name("import-path")));
    from->setText(path("refused.csv"));
    Q_EMIT from->editingFinished();
    ASSERT_TRUE(countsSay("40 to add"));
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("import-run"))->isEnabled(); }));
    Driver::click(name("import-run"));
    ASSERT_TRUE(noticed("Imported 40 records from refused.csv"));
    EXPECT_EQ(aidsNow(), before + Rows);

    // One click back, and what it asks.
    Driver::click(name("notice-roll-back"));
    ASSERT_TRUE(Driver::until([] {
        QWidget* run = Driver::find(name("rollback-run"));
        return run && run->isEnabled();
    }));
    Driver::click(name("rollback-run"));
    EXPECT_TRUE(Driver::until([&] { return aidsNow() == before + Rows - Kinds; }));
}

} // namespace
