// SPDX-License-Identifier: GPL-3.0-or-later
// The parts of a screen's page: which are shown, where each stands, and how they share the room.
#include "app/look/theme.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/record_form.h"
#include "app/use/save_many.h"
#include "app/use/screen_page.h"
#include "app/use/shaping_face.h"
#include "app/use/status_bar.h"
#include "core/base/text.h"

#include <QAction>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QPushButton>
#include <QScrollBar>
#include <QSplitter>

namespace gravin {

namespace {

// So wide that a record and its lines stand beside each other.
constexpr Distance WideEnough(1400);
const QString BesideSplit = QStringLiteral("beside");
const QString BelowSplit = QStringLiteral("below");
const QString FormSplit = QStringLiteral("form"); // between the list and the form beside it
// What a list gets beside a form, of their room: as much as its columns need, from and up to.
constexpr double LeastOfList = 0.36;
constexpr double MostOfList = 0.57;

} // namespace

bool ScreenPage::showsGrid() const {
    if (m_build)
        return m_face->part() == ShapingFace::Part::Grid;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    const bool isFolded = m_folded == Folded::List && arrangement == Arrangement::GridForm;
    return arrangement != Arrangement::Form && arrangement != Arrangement::FormChildren &&
           !isFolded;
}

bool ScreenPage::showsForm() const {
    if (m_build)
        return m_face->part() == ShapingFace::Part::Form;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    return arrangement == Arrangement::Form || arrangement == Arrangement::FormChildren ||
           (arrangement == Arrangement::GridForm && m_folded != Folded::Form);
}

void ScreenPage::applyArrangement() {
    const Screen& screen = m_binding.screen().screen;
    if (m_arranged != screen.arrangement || m_listedChildren != screen.children)
        makeChildren();
    m_arranged = screen.arrangement;
    m_listedChildren = screen.children;
    m_list->setVisible(showsGrid());
    m_formSide->setVisible(showsForm());
    if (m_children)
        m_children->setVisible(!m_build);
    if (m_nested)
        m_nested->setOpens(!m_build);
    if (m_face)
        m_face->followHiddenColumns();
    placeBar();
    placeFormFoot();
    applySplitSoon();
}

void ScreenPage::fold(Folded part) {
    if (m_build || m_binding.screen().screen.arrangement != Arrangement::GridForm) {
        showNotice({Notice::Kind::Refused, tr("Here is nothing beside each other to fold away.")});
        return;
    }
    m_folded = m_folded == part ? Folded::None : part;
    applyArrangement();
    focusWork();
}

void ScreenPage::setFolded(Folded folded) {
    if (m_folded == folded || m_binding.screen().screen.arrangement != Arrangement::GridForm)
        return;
    m_folded = folded;
    applyArrangement();
}

void ScreenPage::placeBar() {
    const bool inHead = !showsGrid() && !m_build;
    FilterBar* bar = m_list->bar();
    if (inHead)
        m_head->insertWidget(m_head->indexOf(m_onlyThese) + 1, bar);
    else
        m_list->putBarBack();
    bar->setInOneLine(inHead);
    bar->show();
}

void ScreenPage::placeFormFoot() {
    const bool below = showsForm() && !showsGrid() && m_children && !m_build;
    if (below)
        m_footLine->insertWidget(0, m_form->foot(), 1);
    else
        m_form->putFootBack();
    m_form->setDense(below);
}

void ScreenPage::applySplit() {
    if (!m_children || m_build)
        return;
    const bool beside = width() >= WideEnough;
    m_all->setOrientation(beside ? Qt::Horizontal : Qt::Vertical);
    const int room = beside ? m_all->width() : m_all->height();
    int upper = beside ? room * 2 / 5 : room / 2;
    if (const auto own = m_own.split(beside ? BesideSplit : BelowSplit))
        upper = static_cast<int>(*own * room);
    else if (!beside && showsForm() && !showsGrid())
        upper = m_form->heightOverLines(room, m_grid->verticalHeader()->defaultSectionSize());
    m_all->setSizes({upper, room - upper});
}

// A list of few columns leaves its room to the form.
void ScreenPage::applyFormSplit() {
    if (m_build || !showsGrid() || !showsForm() || m_halves->width() == 0)
        return;
    const double room = m_halves->width();
    const double needed = m_grid->horizontalHeader()->length() + m_grid->verticalHeader()->width() +
                          m_grid->verticalScrollBar()->sizeHint().width() + 2;
    const double part =
        m_own.split(FormSplit).value_or(std::clamp(needed / room, LeastOfList, MostOfList));
    const auto list = static_cast<int>(part * room);
    // The plate stands between them, hidden now.
    m_halves->setSizes(m_halves->count() > 2
                           ? QList<int>{list, PlateShare, m_halves->width() - list}
                           : QList<int>{list, m_halves->width() - list});
}

void ScreenPage::keepFormSplit() {
    const QList<int> sizes = m_halves->sizes();
    if (!m_build && showsGrid() && showsForm() && sizes.size() > 1 && sizes.back() > 0)
        m_own.keepSplit(FormSplit,
                        static_cast<double>(sizes.front()) / (sizes.front() + sizes.back()));
}

// A person's hand counts more than what fields need.
void ScreenPage::keepSplit() {
    const QList<int> sizes = m_all->sizes();
    if (sizes.size() < 2 || sizes[0] + sizes[1] == 0)
        return;
    m_own.keepSplit(m_all->orientation() == Qt::Horizontal ? BesideSplit : BelowSplit,
                    static_cast<double>(sizes[0]) / (sizes[0] + sizes[1]));
}

void ScreenPage::putBack() {
    m_own.forget();
    applySplit();
    applyFormSplit();
}

// Once for all that happens in this turn of the event loop, when all is laid out.
void ScreenPage::applySplitSoon() {
    if (std::exchange(m_splitsSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            m_splitsSoon = false;
            applySplit();
            applyFormSplit();
        },
        Qt::QueuedConnection);
}

// The key of a command that cannot be carried out now says why.
void ScreenPage::resizeEvent(QResizeEvent* event) {
    QWidget::resizeEvent(event);
    applySplitSoon();
}

void ScreenPage::refreshPosition() {
    const RecordView* view = m_model->view();
    const RecordId id = m_grid->currentRecord();
    const QString count = QLocale().toString(static_cast<qint64>(view->count())) +
                          (view->isComplete() ? QString() : QStringLiteral("…"));
    QString position;
    if (id.isNew())
        position = tr("new record");
    else if (id.isNone())
        position = !view->isComplete()           ? tr("reading…")
                   : m_list->bar()->isFiltered() ? tr("no records match")
                                                 : tr("no records");
    else
        position = tr("%1 of %2")
                       .arg(QLocale().toString(static_cast<qint64>(
                                m_model->rows().indexOf(m_grid->currentIndex().row()) + 1)),
                            count);
    m_form->setPosition(position);
    const qint64 chosen = m_grid->chosenCount();
    if (m_grid->tickedCount() > 0)
        position += QStringLiteral(" · ") + tr("%1 ticked").arg(QLocale().toString(chosen));
    else if (chosen > 1)
        position += QStringLiteral(" · ") + tr("%1 selected").arg(QLocale().toString(chosen));
    m_foot->setPosition(position);
    if (m_build)
        return;
    const auto drafts = draftsToSave(*m_binding.workspace(), tablesShown()).size();
    // The form's own button beside it saves them already where they are all of this record.
    const bool isSaid = m_footLine->count() > 1 && m_binding.recordsSaved(m_current) >= drafts;
    m_foot->setNote(drafts == 0 || isSaid ? QString() : counted(drafts, "draft", "drafts"));
    m_foot->setDrafts(isSaid ? 0 : drafts);
}

} // namespace gravin
