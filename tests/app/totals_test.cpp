// SPDX-License-Identifier: GPL-3.0-or-later
// The foot of a list: what its values come to, as they are with what is typed.
#include "app/build/plate_editor.h"
#include "app/build/plate_model.h"
#include "app/grid/totals_row.h"
#include "app/use/lines/children_panel.h"
#include "support/text.h"
#include "whole_example.h"

#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

TotalsRow* rowBelow(const GridView* grid) {
    return grid->parentWidget()->findChild<TotalsRow*>(QString(), Qt::FindDirectChildrenOnly);
}

// Waits until it says so below the column.
void expectBelow(const GridView* grid, const char* column, const QString& text) {
    const TotalsRow* row = rowBelow(grid);
    ASSERT_NE(row, nullptr);
    const auto said = [&] {
        const auto& fields = grid->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == name(column))
                return row->textBelow(i);
        }
        return QString();
    };
    EXPECT_TRUE(Driver::until([&] { return said() == text; }))
        << said().toStdString() << " instead of " << text.toStdString();
}

class TotalsOfLists : public OpenDemonstration {
protected:
    void set(PlateLine line, const char* column, const char* text) {
        BuildFace::of(page())->plate()->plateModel()->editor()->set(line, {name(column)},
                                                                    name(text));
        Driver::settle(300);
        ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() > 0; }));
    }
    QString number(const QString& sql) const {
        const auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                           Session::Access::ReadOnly);
        return (*session)->scalar(sql)->toString();
    }
    GridView* children() const { return page()->children()->grids().front(); }
};

TEST_F(TotalsOfLists, AreStatedOnThePlate) {
    ASSERT_TRUE(rowBelow(grid())->isHidden()) << "nothing is totalled yet";
    Driver::key(Qt::Key_F9);
    Driver::settle();
    const auto* editor = BuildFace::of(page())->plate()->plateModel()->editor();
    EXPECT_EQ(editor->options(PlateLine::Total,
                              *grid()->gridModel()->binding()->screen().field(name("code"))),
              (QStringList{name("none"), name("filled")}));
    set(PlateLine::Total, "code", "sum");
    EXPECT_TRUE(noticed("The total of Code is one of: none, filled."))
        << page()->noticeText().toStdString();
    set(PlateLine::Total, "code", "filled");
    set(PlateLine::Total, "fitted_on", "largest");
    EXPECT_EQ(workspace().project().definition(name("aid"), name("code"))->total,
              FieldTotal::Count);
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    EXPECT_FALSE(rowBelow(grid())->isHidden());
    expectBelow(grid(), "code", name("filled ") + number(name("SELECT count(*) FROM aid")));
    set(PlateLine::Total, "code", "none");
    set(PlateLine::Total, "fitted_on", "none");
    EXPECT_TRUE(rowBelow(grid())->isHidden());
}

TEST_F(TotalsOfLists, FollowLinesAsTheyAreTyped) {
    workspace().document()->change(name("total"), [](Project& project) {
        QList<FieldDefinition>& fields = project.fields[name("visit_part")];
        fields.removeIf([](const FieldDefinition& field) { return field.column == u"quantity"; });
        FieldDefinition quantity{name("quantity"), name("Quantity"), ShownAs::Number};
        quantity.total = FieldTotal::Sum;
        fields += quantity;
    });
    window().showScreen(name("visit"));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() > 0; }));
    ASSERT_TRUE(Driver::until([this] { return children()->model()->rowCount() > 1; }));
    const RecordId visit = grid()->currentRecord();
    const auto ofVisit = [&](const QByteArray& what) {
        return number(QStringLiteral("SELECT %1 FROM visit_part WHERE visit_id = %2")
                          .arg(QString::fromUtf8(what))
                          .arg(visit.key[0].asInteger()));
    };
    expectBelow(children(), "quantity", name("sum ") + ofVisit("sum(quantity)"));
    // A line is changed: what was there counts no more.
    const BoundScreen& screen = children()->gridModel()->binding()->screen();
    const RecordId line = children()->gridModel()->recordAt(0);
    const QString ofLine = QStringLiteral("visit_id = %1 AND part_id = %2")
                               .arg(line.key[0].asInteger())
                               .arg(line.key[1].asInteger());
    // What is not read yet nobody can type into.
    ASSERT_TRUE(Driver::until([&] {
        return workspace().records()->store(name("visit_part"))->record(line.key) != nullptr;
    }));
    workspace().records()->type(screen, line, *screen.field(name("quantity")), name("1000"));
    const QByteArray changed =
        "sum(quantity) + 1000 - (SELECT quantity FROM visit_part WHERE " + ofLine.toUtf8() + ")";
    expectBelow(children(), "quantity", name("sum ") + ofVisit(changed));
    // One more that is not saved.
    const RecordId made = workspace().records()->newRecord(
        screen, {{name("visit_id"), visit.key[0]}, {name("quantity"), Value::integer(7)}});
    expectBelow(children(), "quantity", name("sum ") + ofVisit(changed + " + 7"));
    EXPECT_TRUE(rowBelow(children())->accessibleDescription().contains(u"sum"));
    workspace().records()->discard(name("visit_part"), made);
    workspace().records()->discard(name("visit_part"), line);
    expectBelow(children(), "quantity", name("sum ") + ofVisit("sum(quantity)"));
    // Somebody else takes a line away.
    writeOutside(QStringLiteral("DELETE FROM visit_part WHERE ") + ofLine);
    Driver::key(Qt::Key_F5);
    expectBelow(children(), "quantity", name("sum ") + ofVisit("sum(quantity)"));
    // Of a visit that is not saved there are only new lines.
    QTest::keyClick(form(), Qt::Key_N, Qt::ControlModifier);
    Driver::settle(200);
    expectBelow(children(), "quantity", QString());
}

} // namespace
