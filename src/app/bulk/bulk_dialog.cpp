// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/bulk/bulk_dialog.h"

#include "app/editors/field_editor.h"
#include "core/base/text.h"
#include "core/project/binding.h"
#include "core/project/field_input.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHeaderView>
#include <QLabel>
#include <QPushButton>
#include <QTableWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

BulkDialog::BulkDialog(Workspace* workspace, const QString& screenId,
                       const QList<RecordId>& records, QWidget* parent)
    : QDialog(parent)
    , m_binding(workspace, screenId)
    , m_fields(new QComboBox)
    , m_editorPlace(new QVBoxLayout)
    , m_table(new QTableWidget(0, 3))
    , m_reason(new QLabel)
    , m_run(new QPushButton) {
    setAttribute(Qt::WA_DeleteOnClose);
    setObjectName(QStringLiteral("bulk-dialog"));
    for (const RecordId& id : records) {
        if (!id.isNew())
            m_keys.push_back(id.key);
    }
    setWindowTitle(tr("Bulk update of %1").arg(countedRecords(static_cast<qint64>(m_keys.size()))));
    resize(720, 520);

    m_fields->setObjectName(QStringLiteral("bulk-field"));
    for (const BoundField& field : m_binding.fields()) {
        if (!m_binding.readOnlyReason(field, {}).isEmpty())
            continue;
        m_fields->addItem(field.label());
        m_columns += field.name();
    }
    auto* form = new QFormLayout;
    form->addRow(tr("Field"), m_fields);
    form->addRow(tr("Value"), m_editorPlace);
    m_table->setObjectName(QStringLiteral("bulk-preview"));
    m_table->setHorizontalHeaderLabels({tr("Record"), tr("Before"), tr("After")});
    m_table->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    m_table->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    m_table->verticalHeader()->hide();
    m_table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_table->setTabKeyNavigation(false);
    m_run->setProperty("main", true);
    m_run->setObjectName(QStringLiteral("bulk-run"));
    m_run->setDefault(true);
    m_reason->setObjectName(QStringLiteral("bulk-reason"));
    m_reason->setProperty("role", "faint");
    m_reason->setWordWrap(true);
    auto* cancel = new QPushButton(tr("Cancel"));
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(m_run);
    buttons->addWidget(cancel);
    buttons->addWidget(m_reason, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(form);
    layout->addWidget(m_table, 1);
    layout->addLayout(buttons);

    connect(m_fields, &QComboBox::currentIndexChanged, this, &BulkDialog::changeField);
    connect(m_run, &QPushButton::clicked, this, &BulkDialog::run);
    connect(cancel, &QPushButton::clicked, this, &QDialog::reject);
    changeField();
}

void BulkDialog::setField(const QString& column) {
    const auto at = static_cast<int>(m_columns.indexOf(column));
    if (at >= 0)
        m_fields->setCurrentIndex(at);
}

const BoundField* BulkDialog::field() const {
    const int at = m_fields->currentIndex();
    return at < 0 ? nullptr : m_binding.screen().field(m_columns[at]);
}

void BulkDialog::changeField() {
    delete m_editor;
    m_editor = nullptr;
    if (const BoundField* chosen = field()) {
        m_editor = FieldEditor::create(*chosen, m_binding.workspace(), this);
        m_editor->setContent(Value(), std::nullopt);
        m_editorPlace->addWidget(m_editor);
        connect(m_editor, &FieldEditor::edited, this, &BulkDialog::preview);
        setTabOrder(m_fields, m_editor->inner());
    }
    preview();
}

void BulkDialog::preview() {
    m_preview = {};
    const quint64 generation = ++m_generation;
    const BoundField* chosen = field();
    if (!chosen || m_keys.empty()) {
        show(Error{ErrorKind::Usage, tr("No field of these records can be changed.")});
        return;
    }
    Value value;
    const EditorContent content = m_editor->content();
    if (const QString* text = std::get_if<QString>(&content)) {
        auto read = inputValue(*chosen, *text);
        if (!read) {
            show(read.error());
            return;
        }
        value = *read;
    } else {
        value = std::get<Value>(content);
    }
    m_binding.workspace()->reader()->run<BulkPreview>(
        this,
        [table = m_binding.screen().table, keys = m_keys,
         values = BulkValues{{{chosen->name(), value}}, {}}](Session& session) {
            return previewBulkUpdate(session, *table, keys, values);
        },
        [this, generation](const Result<BulkPreview>& preview) {
            if (generation == m_generation)
                show(preview);
        });
}

void BulkDialog::show(const Result<BulkPreview>& preview) {
    m_preview = preview ? *preview : BulkPreview{};
    const auto count = static_cast<qint64>(m_preview.steps.size());
    m_run->setText(count > 0 ? tr("Change %1").arg(countedRecords(count)) : tr("Change records"));
    m_run->setEnabled(count > 0);
    if (!preview)
        m_reason->setText(preview.error().sentence);
    else if (!m_preview.unchanged.empty())
        m_reason->setText(
            tr("%1 already so")
                .arg(countedRecords(static_cast<qint64>(m_preview.unchanged.size()))));
    else
        m_reason->clear();
    fillTable();
}

void BulkDialog::fillTable() {
    m_table->setRowCount(static_cast<int>(m_preview.steps.size()));
    const BoundField* chosen = field();
    int row = 0;
    for (const BulkStep& step : m_preview.steps) {
        const QStringList cells{
            m_binding.nameOf({step.key, 0}),
            m_binding.workspace()->shown(*chosen, step.before.value(chosen->name())),
            m_binding.workspace()->shown(*chosen, step.after.value(chosen->name()))};
        for (int column = 0; column < cells.size(); ++column)
            m_table->setItem(row, column,
                             new QTableWidgetItem(cells[column].isEmpty() ? QStringLiteral("–")
                                                                          : cells[column]));
        ++row;
    }
}

void BulkDialog::run() {
    if (m_preview.steps.empty())
        return;
    m_run->setEnabled(false);
    m_reason->setText(tr("Changing…"));
    ChangeRequest request = bulkUpdateRequest(m_preview);
    request.screen = m_binding.screen().screen.label;
    for (RecordEdit& edit : request.edits) {
        for (const GapsDialog::Filled& filled : m_filled) {
            if (!(filled.key == edit.key) || edit.after.contains(filled.column))
                continue;
            edit.before.insert(filled.column, filled.before);
            edit.after.insert(filled.column, filled.after);
        }
    }
    Workspace* workspace = m_binding.workspace();
    const QString label = field()->label();
    workspace->write(std::move(request), this, [this, workspace, label](const WriteResult& result) {
        if (!result) {
            fail(result.error());
            return;
        }
        QString text = tr("Changed %1 of %2: change %3. It can be rolled back.")
                           .arg(label, countedRecords(static_cast<qint64>(result->records.size())))
                           .arg(result->id);
        if (!result->leftOut.empty())
            text +=
                u' ' + tr("Left out: %1, for example %2: %3")
                           .arg(countedRecords(static_cast<qint64>(result->leftOut.size())),
                                result->leftOut.front().record, result->leftOut.front().message);
        Q_EMIT workspace->notice({Notice::Kind::Done, text});
        accept();
    });
}

void BulkDialog::fail(const WriteFailure& failure) {
    m_run->setEnabled(true);
    const bool asks =
        !failure.problems.empty() &&
        std::all_of(failure.problems.begin(), failure.problems.end(),
                    [](const Problem& problem) { return problem.inRuns == InRuns::Ask; });
    QString text = failure.error.sentence;
    if (!asks && !failure.problems.empty() && !failure.problems.front().record.isEmpty())
        text = tr("Record %1: %2").arg(failure.problems.front().record, text);
    m_reason->setText(tr("Nothing was changed. %1").arg(text));
    if (asks)
        askForGaps(failure.problems);
}

// The records are read anew: what is filled in is guarded by what they hold now.
void BulkDialog::askForGaps(const std::vector<Problem>& problems) {
    const Table& table = *m_binding.screen().table;
    std::vector<Key> keys;
    for (const BulkStep& step : m_preview.steps) {
        const QString record = keyText(step.key, table.keyTypes());
        if (std::any_of(problems.begin(), problems.end(),
                        [&](const Problem& problem) { return problem.record == record; }))
            keys.push_back(step.key);
    }
    m_binding.workspace()->reader()->run<std::vector<Record>>(
        this,
        [shared = m_binding.screen().table, keys](Session& session) {
            return TableReader(session, *shared).records(keys);
        },
        [this, problems](const Result<std::vector<Record>>& records) {
            if (records)
                fillGaps(problems, *records);
            else
                m_reason->setText(records.error().sentence);
        });
}

void BulkDialog::fillGaps(const std::vector<Problem>& problems,
                          const std::vector<Record>& records) {
    const Table& table = *m_binding.screen().table;
    Workspace* workspace = m_binding.workspace();
    std::vector<Gap> gaps;
    for (const Problem& problem : problems) {
        const auto record = std::find_if(records.begin(), records.end(), [&](const Record& each) {
            return keyText(each.key, table.keyTypes()) == problem.record;
        });
        if (record == records.end() || !table.column(problem.field))
            continue;
        const BoundField field = bindField(workspace->project(), workspace->catalog(), table,
                                           ScreenField{problem.field});
        gaps.push_back({record->key, m_binding.screen().nameOf(record->values), field,
                        record->values[static_cast<size_t>(field.columnIndex)], problem.message});
    }
    if (gaps.empty())
        return;
    auto* dialog = new GapsDialog(workspace, std::move(gaps), this);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        // What was filled in before and did not do is replaced.
        for (const GapsDialog::Filled& filled : dialog->filled()) {
            std::erase_if(m_filled, [&](const GapsDialog::Filled& former) {
                return former.key == filled.key && former.column == filled.column;
            });
            m_filled.push_back(filled);
        }
        run();
    });
    dialog->open();
}

} // namespace gravin
