// SPDX-License-Identifier: GPL-3.0-or-later
// What the stored values say, on the plate and on its panel; proposals accepted and taken back.
#include "app/build/build_face.h"
#include "app/build/evidence_panel.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLabel>
#include <QPushButton>
#include <QTreeWidget>

#include <algorithm>

using namespace gravin;
using namespace gravin::test;

namespace {

class EvidenceOnScreen : public OpenDemonstration {
protected:
    EvidencePanel* panel() { return window().findChild<EvidencePanel*>(); }
    template <typename Part>
    Part* part(const char* objectName) {
        return panel()->findChild<Part*>(name(objectName));
    }
    QString line(const char* column) {
        return BuildFace::of(page())
            ->plate()
            ->plateModel()
            ->indexOf(PlateLine::Evidence, name(column))
            .data()
            .toString();
    }
    void build() {
        Driver::key(Qt::Key_F9);
        ASSERT_TRUE(Driver::until([this] {
            return !line("code").isEmpty() && !line("code").endsWith(u'%'); // all of it was seen
        }));
    }
    QTreeWidgetItem* proposal(const char* id) {
        auto* list = part<QTreeWidget>("proposals");
        for (int i = 0; i < list->topLevelItemCount(); ++i) {
            if (list->topLevelItem(i)->data(0, Qt::UserRole).toString() == name(id))
                return list->topLevelItem(i);
        }
        return nullptr;
    }
};

TEST_F(EvidenceOnScreen, StandsOnThePlateAndFollowsTheRecords) {
    build();
    EXPECT_EQ(line("code"), name("full · AA-999"));
    EXPECT_EQ(line("status"), name("full · 4 values"));
    writeOutside(name("UPDATE aid SET code = 'odd' WHERE id = 1"));
    EXPECT_TRUE(Driver::until([this] { return line("code") == name("full · all different"); }))
        << qPrintable(line("code"));
}

TEST_F(EvidenceOnScreen, ReturnOnItsLineShowsMore) {
    build();
    BuildFace::of(page())->plate()->setCurrent(PlateLine::Evidence, name("day_rate"));
    BuildFace::of(page())->plate()->setFocus();
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([this] { return panel() && panel()->isVisible(); }));
    EXPECT_EQ(part<QLabel>("evidence-basis")->text(), name("All of 82 records."));
    EXPECT_EQ(part<QTreeWidget>("evidence-fields")->currentItem()->data(0, Qt::UserRole).toString(),
              name("day_rate"));
    EXPECT_TRUE(part<QLabel>("evidence-facts")->text().contains(name("Smallest and largest")));
}

TEST_F(EvidenceOnScreen, ProposalsAreAcceptedAndTakenBack) {
    build();
    const Project before = workspace().project();
    Driver::click(name("evidence"), &window());
    ASSERT_TRUE(Driver::until([this] { return panel() && proposal("pattern:code"); }));
    EXPECT_TRUE(workspace().project() == before) << "nothing is set by itself";
    ASSERT_NE(proposal("range:day_rate"), nullptr);
    proposal("range:day_rate")->setCheckState(0, Qt::Unchecked);
    Driver::click(name("proposals-accept"), panel());
    Driver::settle();
    EXPECT_EQ(proposal("pattern:code"), nullptr) << "it is so now";
    EXPECT_NE(proposal("range:day_rate"), nullptr);
    const auto checks = workspace().project().checks.value(name("aid")).checks;
    EXPECT_TRUE(std::any_of(checks.begin(), checks.end(), [](const Check& check) {
        return check.kind == CheckKind::Pattern && check.column == QStringLiteral("code");
    }));
    EXPECT_FALSE(std::any_of(checks.begin(), checks.end(), [](const Check& check) {
        return check.column == QStringLiteral("day_rate");
    }));

    Driver::click(name("proposals-accept-all"), panel());
    Driver::settle();
    EXPECT_EQ(part<QTreeWidget>("proposals")->topLevelItemCount(), 0);
    Driver::click(name("proposals-take-back"), panel());
    Driver::settle();
    EXPECT_NE(proposal("range:day_rate"), nullptr);
    Driver::click(name("proposals-take-back"), panel());
    Driver::settle();
    EXPECT_TRUE(workspace().project() == before);
    EXPECT_FALSE(part<QPushButton>("proposals-take-back")->isEnabled());
}

} // namespace
