// SPDX-License-Identifier: GPL-3.0-or-later
// What only the database can answer, asked while somebody types; and what a change of many records
// asks for.
#include "app/bulk/gaps_dialog.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QLineEdit>

using namespace gravin;
using namespace gravin::test;

namespace {

class LiveQuestions : public OpenDemonstration {
protected:
    void typeInField(const RecordId& id, const char* column, const char* text) {
        workspace().records()->type(grid()->gridModel()->binding()->screen(), id,
                                    *grid()->gridModel()->binding()->screen().field(name(column)),
                                    name(text));
    }
    QString problem(const RecordId& id, const char* column) {
        for (const Problem& each : workspace().records()->problems(name("aid"), id)) {
            if (each.field == name(column))
                return each.check;
        }
        return {};
    }
    bool becomes(const RecordId& id, const char* column, const char* check) {
        return Driver::until([&] { return problem(id, column) == name(check); });
    }
};

TEST_F(LiveQuestions, AValueThatIsTakenIsSaidBeforeSaving) {
    const RecordId second = grid()->gridModel()->recordAt(1);
    typeInField(second, "code", "TB-001");
    EXPECT_TRUE(becomes(second, "code", "unique"));
    EXPECT_TRUE(
        grid()->gridModel()->binding()->saveReason(second).contains(name("1 thing to mend")));
    typeInField(second, "code", "TB-999");
    EXPECT_EQ(problem(second, "code"), QString())
        << "an old message goes when editing starts again";
    Driver::settle(400);
    EXPECT_EQ(problem(second, "code"), QString());

    // Its own value is nobody else's; a text that differs is none.
    typeInField(second, "code", "TB-001");
    EXPECT_TRUE(becomes(second, "code", "unique"));
    writeOutside(name("UPDATE aid SET code = 'TB-777' WHERE id = 1"));
    EXPECT_TRUE(becomes(second, "code", "")) << "the other one was changed meanwhile";
}

TEST_F(LiveQuestions, AProjectsOwnChecksAreAskedToo) {
    Check unique;
    unique.kind = CheckKind::Unique;
    unique.column = name("name");
    unique.severity = Severity::Warn;
    workspace().document()->change(
        name("check"), [&](Project& project) { project.checks[name("aid")].checks = {unique}; });
    const RecordId first = grid()->gridModel()->recordAt(0);
    const RecordId second = grid()->gridModel()->recordAt(1);
    typeInField(second, "name", shown(0, "name").toUtf8().constData());
    EXPECT_TRUE(becomes(second, "name", "unique"));
    EXPECT_EQ(problem(first, "name"), QString());
    EXPECT_FALSE(grid()->gridModel()->binding()->warningReason(second).isEmpty());
}

TEST_F(LiveQuestions, AChangeOfManyAsksForWhatIsMissing) {
    Check filled;
    filled.kind = CheckKind::Required;
    filled.column = name("light_character");
    filled.message = name("Say how the light flashes.");
    filled.inRuns = InRuns::Ask;
    workspace().document()->change(name("check"), [&](Project& project) {
        project.checks[name("aid")].checks = {filled};
        project.definition(name("aid"), name("light_character"))->required = false;
    });
    writeOutside(name("UPDATE aid SET light_character = NULL WHERE id IN (2, 3)"));
    ASSERT_TRUE(Driver::until([this] {
        return shown(2, "light_character").isEmpty() || shown(2, "light_character") == name("–");
    }));
    // The list is read anew as well; what is chosen before would be chosen no more.
    Driver::settle(600);
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    Driver::clickCell(grid(), 0, columnOf("notes"));
    Driver::clickCell(grid(), 3, columnOf("notes"), Qt::ShiftModifier);
    Driver::click(name("bulk-update"));
    ASSERT_TRUE(Driver::choose(Driver::find(name("bulk-field")), name("Status")));
    QWidget* dialog = Driver::find(name("bulk-dialog"));
    ASSERT_TRUE(Driver::choose(Driver::find(name("field:status"), dialog), name("stored")));
    QWidget* run = Driver::find(name("bulk-run"), dialog);
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    Driver::click(run);
    QWidget* gaps = Driver::find(name("gaps-dialog"));
    ASSERT_NE(gaps, nullptr);
    QWidget* goOn = Driver::find(name("gaps-go-on"), gaps);
    EXPECT_FALSE(goOn->isEnabled());
    EXPECT_EQ(storedText(1, "status"), "in service") << "nothing is written before";
    const auto fields = gaps->findChildren<QLineEdit*>(name("field:light_character"));
    ASSERT_EQ(fields.size(), 2) << "what is stored already is no gap";
    for (QLineEdit* field : fields) {
        Driver::click(field);
        Driver::type(name("Fl Y 3s"));
    }
    ASSERT_TRUE(Driver::until([&] { return goOn->isEnabled(); }));
    Driver::click(goOn);
    ASSERT_TRUE(noticed("3 records")) << "one of the four is stored already";
    EXPECT_EQ(storedText(1, "status"), "stored");
    EXPECT_EQ(storedText(2, "status"), "stored");
    EXPECT_EQ(storedText(3, "light_character"), "Fl Y 3s");
}

} // namespace
