// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/record_finder.h"

#include "core/fitting/field_filter.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

namespace gravin {

RecordFinder::RecordFinder(ScreenBinding* binding, GridView* grid, QObject* parent)
    : QObject(parent)
    , m_binding(binding)
    , m_grid(grid) {}

void RecordFinder::find(const QString& text, const Answer& answer) {
    const GridModel* model = m_grid->gridModel();
    const QString wanted = text.trimmed();
    bool isNumber = false;
    const int number = wanted.toInt(&isNumber);
    QList<Place> found;
    const RecordId there = isNumber ? model->rows().recordAtIndex(number - 1) : RecordId();
    if (!there.isNone())
        found += {there, Place::By::Position};
    const auto key = keyFromText(wanted, m_binding->screen().table->keyTypes());
    if (key && model->view()->rowOf(*key) >= 0 && !(RecordId{*key, 0} == there))
        found += {RecordId{*key, 0}, Place::By::Key};
    const bool isSearched =
        found.isEmpty() && !isNumber && !wanted.isEmpty() && !model->view()->table().key.isEmpty();
    if (isSearched) {
        findText(wanted, answer);
        return;
    }
    deleteLater();
    answer(found);
}

void RecordFinder::findText(const QString& text, const Answer& answer) {
    RecordQuery query = m_grid->gridModel()->view()->query();
    query.search = query.search.isEmpty() ? text : query.search + u' ' + text;
    query.searched = searchedColumns(m_binding->screen(), m_binding->workspace()->catalog());
    query.form = m_binding->screen().form;
    m_binding->workspace()->database()->reader()->run<KeyIndex>(
        this,
        [table = m_binding->screen().table, query](Session& session) -> Result<KeyIndex> {
            KeyIndex found;
            const Status scanned =
                TableReader(session, *table).scanKeys(query, [&](KeyIndex&& run) {
                    found.append(std::move(run));
                    return true;
                });
            return scanned ? Result<KeyIndex>(std::move(found)) : scanned.error();
        },
        [this, answer](const Result<KeyIndex>& found) {
            deleteLater();
            const RecordId record = found ? next(*found) : RecordId();
            answer(record.isNone() ? QList<Place>() : QList<Place>{{record, Place::By::Text}});
        });
}

RecordId RecordFinder::next(const KeyIndex& found) const {
    const GridModel* model = m_grid->gridModel();
    const qsizetype current = model->rows().indexOf(m_grid->currentIndex().row());
    RecordId first;
    for (qsizetype i = 0; i < found.size(); ++i) {
        const RecordId id{found.at(i), 0};
        const qsizetype place = model->view()->rowOf(id.key);
        if (place > current)
            return id;
        if (place >= 0 && first.isNone())
            first = id;
    }
    return first;
}

} // namespace gravin
