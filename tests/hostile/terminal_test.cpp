// SPDX-License-Identifier: GPL-3.0-or-later
// What is stored, named or typed cannot steer the terminal that shows it.
#include "hostile/program.h"

#include <csignal>

namespace gravin::test {
namespace {

class HostileText : public ::testing::Test {
protected:
    // Colour red, then a window title, then the C1 form of the same, then a turned direction.
    static constexpr const char* Sql =
        "CREATE TABLE buoy (id INTEGER PRIMARY KEY, name TEXT, [bad\x1b[31mcolumn] TEXT);"
        "INSERT INTO buoy VALUES (1, char(27) || '[31mred' || char(27) || ']0;title' || char(7) || "
        "char(155) || '31m' || char(8238) || 'lla' || char(10) || 'Done.', 'x');";

    HostileText()
        : m_database(QString::fromUtf8(Sql)) {
        EXPECT_EQ(Program()
                      .run({QStringLiteral("new"), project(), QStringLiteral("--database"),
                            QStringLiteral("sqlite:") + m_database.path()})
                      .code,
                  0);
    }
    QString project() const { return m_database.folder() + QStringLiteral("/p.gravin"); }

    static void expectPlain(const Answer& answer, const char* what) {
        const QString text = QString::fromUtf8(answer.all());
        for (const QChar c : text) {
            const bool isShown =
                c == u'\n' || c == u'\t' ||
                (c.category() != QChar::Other_Control && c.category() != QChar::Other_Format);
            ASSERT_TRUE(isShown) << what << " sends U+"
                                 << qPrintable(QString::number(c.unicode(), 16)) << "\n"
                                 << qPrintable(text.toHtmlEscaped());
        }
    }

    ScratchDatabase m_database;
};

TEST_F(HostileText, ReachesNoTerminalAsItIs) {
    const QString p = project();
    const auto run = [&](const QStringList& arguments) {
        const Answer answer = Program().run(arguments);
        expectPlain(answer, qPrintable(arguments.join(u' ').left(40)));
        return answer;
    };
    const QString buoy = QStringLiteral("buoy");
    run({QStringLiteral("rows"), p, buoy});
    run({QStringLiteral("rows"), p, buoy, QStringLiteral("--json")});
    run({QStringLiteral("tables"), p});
    run({QStringLiteral("tables"), p, QStringLiteral("--json")});
    run({QStringLiteral("edit"), p, buoy, QStringLiteral("--key"), QStringLiteral("1"),
         QStringLiteral("name=\x1b[32mgreen\u202e")});
    const Answer shown = run({QStringLiteral("show"), p, QStringLiteral("1")});
    EXPECT_TRUE(shown.out.contains("␛[32mgreen⟨U+202E⟩")) << shown.out.constData();
    run({QStringLiteral("show"), p, QStringLiteral("1"), QStringLiteral("--json")});
    run({QStringLiteral("note"), p, QStringLiteral("1"), QStringLiteral("\x1b[2J")});
    run({QStringLiteral("log"), p});
    run({QStringLiteral("check"), p});
    run({QStringLiteral("rows"), p, QStringLiteral("\x1b[31m")});
    run({QStringLiteral("rows"), p, buoy, QStringLiteral("--where"), QStringLiteral("\x1b = 1")});
    run({QStringLiteral("tables"), QStringLiteral("sqlite:/\x1b[31mnowhere")});
    run({QStringLiteral("rows"), QStringLiteral("/\x1b]0;x\x07.gravin"), buoy});
    run({QStringLiteral("\x1b[31m"), QStringLiteral("--\x1b[31m")});
}

// More than a pipe holds, so that the program is still writing when the reader has gone.
TEST_F(HostileText, AReaderThatGoesEndsItQuietly) {
    m_database.sqlite(QStringLiteral(
        "WITH RECURSIVE n (i) AS (SELECT 2 UNION ALL SELECT i + 1 FROM n WHERE i < 20000) INSERT "
        "INTO buoy SELECT i, 'buoy ' || i, '' FROM n;"));
    QProcess shell;
    shell.start(QStringLiteral("bash"),
                {QStringLiteral("-c"),
                 QStringLiteral("\"$0\" rows \"$1\" buoy | head -n 1; exit ${PIPESTATUS[0]}"),
                 QStringLiteral(GRAVIN), project()});
    ASSERT_TRUE(shell.waitForFinished(Program::MostSeconds * 1000));
    EXPECT_EQ(shell.readAllStandardOutput().count('\n'), 1);
    EXPECT_EQ(shell.readAllStandardError(), QByteArray());
    constexpr int EndedByPipe = 128 + SIGPIPE; // as the shell tells it
    EXPECT_EQ(shell.exitCode(), EndedByPipe);
}

TEST_F(HostileText, JsonHoldsTheSameTextAllTheSame) {
    const Answer answer = Program().run(
        {QStringLiteral("rows"), project(), QStringLiteral("buoy"), QStringLiteral("--json")});
    const QString name =
        QString::fromStdString(answer.json()["rows"][0]["name"].get<std::string>());
    EXPECT_EQ(name, QStringLiteral("\x1b[31mred\x1b]0;title\x07\u009b31m\u202ella\nDone."));
}

} // namespace
} // namespace gravin::test
