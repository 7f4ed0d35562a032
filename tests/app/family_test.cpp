// SPDX-License-Identifier: GPL-3.0-or-later
// A parent with its new children: one save, one change.
#include "app/use/edit_window.h"
#include "app/use/lines/children_panel.h"
#include "app/use/open_edits.h"
#include "session/drafts/draft_keeper.h"
#include "session/drafts/draft_saver.h"
#include "whole_example.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QLineEdit>
#include <QPushButton>
#include <QStandardPaths>
#include <QTest>

#include <cmath>

namespace gravin {
namespace {

class FamilyTest : public test::OpenDemonstration {
protected:
    static constexpr int Parts = 30;

    void SetUp() override {
        OpenDemonstration::SetUp();
        window().showScreen(QStringLiteral("visit"));
        ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() > 0; }));
        Driver::settle(200);
    }
    Session& session() {
        if (!m_session)
            m_session =
                *Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                               Session::Access::ReadOnly);
        return *m_session;
    }
    qint64 count(const QString& table) {
        return session().scalar(QStringLiteral("SELECT count(*) FROM ") + table)->toLongLong();
    }
    QStringList partNames() {
        const auto names = session().scalar(QStringLiteral(
            "SELECT group_concat(name, '|') FROM (SELECT name FROM part GROUP BY name "
            "HAVING count(*) = 1 ORDER BY name LIMIT 30)"));
        return names->toString().split(u'|');
    }
    GridView* children() const { return page()->children()->grids().front(); }
    void set(const RecordId& id, const char* column, const QString& text) {
        const BoundScreen& screen = grid()->gridModel()->binding()->screen();
        workspace().records()->type(screen, id, *screen.field(QLatin1String(column)), text);
    }
    // A new visit with thirty new parts, not saved yet.
    RecordId begin() {
        QTest::keyClick(form(), Qt::Key_N, Qt::ControlModifier);
        Driver::settle();
        const RecordId visit = grid()->currentRecord();
        EXPECT_TRUE(visit.isNew());
        set(visit, "aid_id", QStringLiteral("1"));
        set(visit, "visited_on", QStringLiteral("2026-11-20"));
        QString text;
        for (const QString& name : partNames())
            text += name + QStringLiteral("\t2\n");
        QGuiApplication::clipboard()->setText(text);
        children()->setFocus();
        Driver::settle();
        QTest::keyClick(children(), Qt::Key_N, Qt::ControlModifier);
        Driver::settle(200);
        Driver::key(Qt::Key_Escape);
        children()->setFocus();
        const auto& fields = children()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == u"part_id")
                children()->setCurrentIndex(children()->model()->index(0, i));
        }
        QTest::keyClick(children(), Qt::Key_V, Qt::ControlModifier);
        EXPECT_TRUE(noticed("Pasted 60 cells into 30 records"));
        EXPECT_TRUE(Driver::until([&] {
            return grid()->gridModel()->binding()->saveReason(visit).isEmpty();
        })) << qPrintable(grid()->gridModel()->binding()->saveReason(visit));
        return visit;
    }

private:
    std::unique_ptr<Session> m_session;
};

TEST_F(FamilyTest, AParentWithThirtyNewChildrenIsOneChangeAndGoesBackAsOne) {
    const qint64 visits = count(QStringLiteral("visit"));
    const qint64 parts = count(QStringLiteral("visit_part"));
    begin();
    EXPECT_EQ(children()->gridModel()->rows().recordRows(), Parts);
    EXPECT_EQ(count(QStringLiteral("visit")), visits) << "nothing is stored before it is finished";
    auto* save = qobject_cast<QPushButton*>(Driver::find(QStringLiteral("save-record"), page()));
    ASSERT_TRUE(Driver::until([&] { return save->text() == u"Save 31 records"; }))
        << qPrintable(save->text());
    Driver::click(save);
    ASSERT_TRUE(noticed("Saved 31 records as one: change 1"));
    EXPECT_EQ(count(QStringLiteral("visit")), visits + 1);
    EXPECT_EQ(count(QStringLiteral("visit_part")), parts + Parts);
    EXPECT_EQ(session()
                  .scalar(QStringLiteral("SELECT count(*) FROM visit_part WHERE visit_id = "
                                         "(SELECT max(id) FROM visit)"))
                  ->toInt(),
              Parts);
    EXPECT_TRUE(
        Driver::until([this] { return children()->gridModel()->rows().recordRows() == Parts; }));
    EXPECT_FALSE(grid()->currentRecord().isNew());
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());

    QTest::keyClick(form(), Qt::Key_Z, Qt::ControlModifier);
    QWidget* back = Driver::find(QStringLiteral("rollback-run"));
    ASSERT_NE(back, nullptr);
    ASSERT_TRUE(Driver::until([&] { return back->isEnabled(); }));
    Driver::click(back);
    ASSERT_TRUE(noticed("Rolled back 31 records"));
    EXPECT_EQ(count(QStringLiteral("visit")), visits);
    EXPECT_EQ(count(QStringLiteral("visit_part")), parts);
}

TEST_F(FamilyTest, OneWrongChildStopsAllAndIsNamed) {
    const qint64 visits = count(QStringLiteral("visit"));
    const RecordId visit = begin();
    const RecordId child = children()->gridModel()->recordAt(4);
    const BoundScreen& screen = children()->gridModel()->binding()->screen();
    workspace().records()->type(screen, child, *screen.field(QStringLiteral("quantity")),
                                QStringLiteral("many"));
    Driver::settle();
    EXPECT_TRUE(grid()->gridModel()->binding()->saveReason(visit).startsWith(
        QStringLiteral("1 record saved with it to mend: <a href=\"other:\">")));
    QWidget* save = Driver::find(QStringLiteral("save-record"), page());
    EXPECT_TRUE(Driver::until([&] { return !save->isEnabled(); }));
    EXPECT_EQ(count(QStringLiteral("visit")), visits);
}

TEST_F(FamilyTest, DiscardingTheParentEndsItsChildren) {
    const RecordId visit = begin();
    workspace().records()->discard(QStringLiteral("visit"), visit);
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
    for (int row = 0; row < children()->gridModel()->rows().recordRows(); ++row)
        EXPECT_FALSE(children()->gridModel()->recordAt(row).isNew());
}

TEST_F(FamilyTest, ChildrenOfAStoredParentAreSavedWithIt) {
    const RecordId visit = grid()->currentRecord();
    ASSERT_TRUE(Driver::until([this] { return children()->gridModel()->rows().recordRows() > 0; }));
    set(visit, "hours", QStringLiteral("7.5"));
    const RecordId child = children()->gridModel()->recordAt(0);
    const BoundScreen& screen = children()->gridModel()->binding()->screen();
    ASSERT_TRUE(Driver::until([&] {
        return workspace().records()->store(QStringLiteral("visit_part"))->record(child.key) !=
               nullptr;
    }));
    workspace().records()->type(screen, child, *screen.field(QStringLiteral("quantity")),
                                QStringLiteral("41"));
    form()->focusField(QStringLiteral("hours"));
    auto* save = qobject_cast<QPushButton*>(Driver::find(QStringLiteral("save-record"), page()));
    ASSERT_TRUE(Driver::until([&] { return save->text() == u"Save 2 records"; }))
        << qPrintable(save->text());
    Driver::click(save);
    ASSERT_TRUE(noticed("Saved 2 records as one"));
    EXPECT_EQ(session()
                  .scalar(QStringLiteral("SELECT count(*) FROM visit_part WHERE quantity = 41"))
                  ->toInt(),
              1);
}

// What the visit's parts cost, in the form, in the list and in a window, while they are typed.
TEST_F(FamilyTest, ASumOverTheLinesIsRightAtEachStepAndEverywhere) {
    const RecordId visit = grid()->currentRecord();
    ASSERT_TRUE(Driver::until([this] { return children()->gridModel()->rows().recordRows() > 0; }));
    EditWindow* window = this->window().openEdits()->open(page()->screenId(), visit);
    const auto inForm = [](const RecordForm* form) {
        const auto* line = form->findChild<QLineEdit*>(QStringLiteral("field:parts_cost"));
        QString text = line ? line->text() : QString();
        return text.remove(u',').toDouble();
    };
    const auto inList = [&] {
        return shown(grid()->gridModel()->rowOf(visit), "parts_cost").remove(u',').toDouble();
    };
    const auto isEverywhere = [&](double sum) {
        const bool isSo = Driver::until([&] {
            return std::abs(inForm(form()) - sum) < 0.005 && std::abs(inList() - sum) < 0.005 &&
                   std::abs(inForm(window->form()) - sum) < 0.005;
        });
        EXPECT_TRUE(isSo) << sum << ": form " << inForm(form()) << ", list " << inList()
                          << ", window " << inForm(window->form());
        return isSo;
    };
    const auto ofStored = [&] {
        return session()
            .scalar(QStringLiteral("SELECT sum(quantity * price) FROM visit_part JOIN part ON "
                                   "part.id = part_id WHERE visit_id = %1")
                        .arg(visit.key[0].asInteger()))
            ->toDouble();
    };
    const auto priceOf = [&](qint64 part) {
        return session()
            .scalar(QStringLiteral("SELECT price FROM part WHERE id = %1").arg(part))
            ->toDouble();
    };
    double sum = ofStored();
    ASSERT_TRUE(isEverywhere(sum));

    // A line changed.
    const BoundScreen& screen = children()->gridModel()->binding()->screen();
    RecordStore* store = workspace().records()->store(QStringLiteral("visit_part"));
    const RecordId line = children()->gridModel()->recordAt(0);
    ASSERT_TRUE(Driver::until([&] { return store->record(line.key) != nullptr; }));
    const std::vector<Value> was = store->record(line.key)->values;
    const auto at = [&](const char* column) {
        return was[static_cast<size_t>(screen.table->indexOf(QLatin1String(column)))].asInteger();
    };
    const double price = priceOf(at("part_id"));
    workspace().records()->type(screen, line, *screen.field(QStringLiteral("quantity")),
                                QStringLiteral("50"));
    sum += price * (50 - static_cast<double>(at("quantity")));
    ASSERT_TRUE(isEverywhere(sum));
    // A new one, another article picked for it, and taken away again.
    const QMap<QString, Value> presets{{QStringLiteral("visit_id"), visit.key[0]},
                                       {QStringLiteral("part_id"), Value::integer(1)},
                                       {QStringLiteral("quantity"), Value::integer(3)}};
    const RecordId made = workspace().records()->newRecord(screen, presets);
    ASSERT_TRUE(isEverywhere(sum + 3 * priceOf(1)));
    workspace().records()->choose(screen, made, *screen.field(QStringLiteral("part_id")),
                                  Value::integer(2));
    ASSERT_TRUE(isEverywhere(sum + 3 * priceOf(2)));
    workspace().records()->discard(QStringLiteral("visit_part"), made);
    ASSERT_TRUE(isEverywhere(sum));
    // Saved, the database says the same.
    workspace().writing()->save(screen, line);
    ASSERT_TRUE(Driver::until([&] { return workspace().records()->openDrafts().isEmpty(); }));
    EXPECT_NEAR(ofStored(), sum, 0.005);
    EXPECT_TRUE(isEverywhere(sum));
}

TEST_F(FamilyTest, AFamilyLeftByACrashComesBackWhole) {
    begin();
    const DraftStore* parts = workspace().records()->drafts(QStringLiteral("visit_part"));
    QList<JournalledDraft> kept;
    for (const auto& open : workspace().records()->openDrafts())
        kept += journalled(*workspace().records()->drafts(open.table)->find(open.id),
                           *workspace().records()->table(open.table), QStringLiteral("run"));
    ASSERT_EQ(kept.size(), Parts + 1);
    // As a crash leaves it: another process's file, which nobody holds.
    const QString data = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                         QStringLiteral("/gravin/drafts");
    const QString project = workspace().document()->file();
    closeWindow();
    {
        DraftJournal crashed(data, project);
        QString problem;
        (void)crashed.takeLeftOver(problem);
        ASSERT_TRUE(crashed.write(kept));
    }
    open(project);
    DraftKeeper* keeper = workspace().writing()->draftKeeper();
    ASSERT_EQ(keeper->leftOver().size(), Parts + 1);
    QList<int> all;
    for (int i = 0; i <= Parts; ++i)
        all += i;
    int taken = 0;
    keeper->decide(all, &window(), [&](int count) { taken = count; });
    ASSERT_TRUE(Driver::until([&] { return taken == Parts + 1; }));
    parts = workspace().records()->drafts(QStringLiteral("visit_part"));
    const RecordId visit =
        workspace().records()->drafts(QStringLiteral("visit"))->newRecords().front();
    EXPECT_EQ(
        workspace().records()->families().savedTogether({{QStringLiteral("visit"), visit}}).size(),
        Parts + 1);
    for (const RecordId& id : parts->newRecords())
        EXPECT_TRUE(parts->find(id)->parent) << id.newNumber;
}

} // namespace
} // namespace gravin
