// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/offers_panel.h"

#include "app/look/paint.h"
#include "core/base/text.h"
#include "core/exchange/choice_file.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/offers_text.h"
#include "core/records/table_reader.h"

#include <QCheckBox>
#include <QColorDialog>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTabWidget>
#include <QTableWidget>

namespace gravin {

namespace {
enum ChoiceColumn { StoredColumn, LabelColumn, ColourColumn, ChoiceColumnCount };
constexpr int MostProposed = 200;
} // namespace

OffersPanel::OffersPanel(PlateEditor* editor, const QString& column, QWidget* parent)
    : QDialog(parent)
    , m_editor(editor)
    , m_column(column)
    , m_kinds(new QTabWidget)
    , m_choices(new QTableWidget)
    , m_table(new QComboBox)
    , m_shown(new QListWidget)
    , m_sort(new QComboBox)
    , m_descending(new QCheckBox(tr("descending")))
    , m_filterColumn(new QComboBox)
    , m_filterValue(new QLineEdit)
    , m_note(new QLabel) {
    setObjectName(QStringLiteral("offers-panel"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("%1 offers").arg(field()->label()));
    resize(520, 420);
    m_note->setProperty("role", "problem");
    m_note->setWordWrap(true);
    m_kinds->addTab(makeChoices(), tr("Choices"));
    m_kinds->addTab(makeLookup(), tr("Lookup"));
    m_kinds->setCurrentIndex(field()->definition.shownAs == ShownAs::Lookup ? 1 : 0);
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    auto* set = buttons->addButton(tr("Set"), QDialogButtonBox::AcceptRole);
    set->setObjectName(QStringLiteral("offers-set"));
    set->setProperty("main", true);
    connect(buttons, &QDialogButtonBox::accepted, this, &OffersPanel::apply);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_kinds, 1);
    layout->addWidget(m_note);
    layout->addWidget(buttons);
}

const BoundField* OffersPanel::field() const {
    return m_editor->binding()->screen().field(m_column);
}

QWidget* OffersPanel::makeChoices() {
    m_choices->setObjectName(QStringLiteral("choices"));
    m_choices->setColumnCount(ChoiceColumnCount);
    m_choices->setHorizontalHeaderLabels({tr("Stored"), tr("Label"), tr("Colour")});
    m_choices->horizontalHeader()->setSectionResizeMode(LabelColumn, QHeaderView::Stretch);
    m_choices->verticalHeader()->hide();
    fillChoices(field()->definition.choices);
    connect(m_choices, &QTableWidget::cellDoubleClicked, this, [this](int row, int column) {
        if (column == ColourColumn)
            pickColour(row);
    });
    auto* add = new QPushButton(tr("Add"));
    auto* remove = new QPushButton(tr("Remove"));
    auto* fromData = new QPushButton(tr("From the data"));
    auto* fromFile = new QPushButton(tr("Read from a file…"));
    fromFile->setObjectName(QStringLiteral("choices-from-file"));
    fromData->setObjectName(QStringLiteral("choices-from-data"));
    connect(add, &QPushButton::clicked, this, [this] {
        addChoiceRow({});
        m_choices->setCurrentCell(m_choices->rowCount() - 1, StoredColumn);
        m_choices->editItem(m_choices->currentItem());
    });
    connect(remove, &QPushButton::clicked, this,
            [this] { m_choices->removeRow(m_choices->currentRow()); });
    connect(fromData, &QPushButton::clicked, this, &OffersPanel::proposeFromData);
    connect(fromFile, &QPushButton::clicked, this, &OffersPanel::askForFile);
    auto* row = new QHBoxLayout;
    for (QPushButton* button : {add, remove, fromData, fromFile})
        row->addWidget(button);
    row->addStretch();
    auto* part = new QWidget;
    auto* layout = new QVBoxLayout(part);
    layout->addWidget(m_choices, 1);
    layout->addLayout(row);
    return part;
}

void OffersPanel::addChoiceRow(const Choice& choice) {
    const int row = m_choices->rowCount();
    m_choices->insertRow(row);
    m_choices->setItem(row, StoredColumn, new QTableWidgetItem(choice.stored));
    m_choices->setItem(row, LabelColumn, new QTableWidgetItem(choice.label));
    auto* colour = new QTableWidgetItem(choice.colour);
    colour->setIcon(swatchIcon(choice.colour));
    m_choices->setItem(row, ColourColumn, colour);
}

void OffersPanel::fillChoices(const QList<Choice>& choices) {
    m_choices->setRowCount(0);
    for (const Choice& choice : choices)
        addChoiceRow(choice);
}

void OffersPanel::pickColour(int row) {
    QTableWidgetItem* item = m_choices->item(row, ColourColumn);
    auto* palette = new QColorDialog(swatchColour(item->text()), this);
    palette->setAttribute(Qt::WA_DeleteOnClose);
    palette->setOption(QColorDialog::DontUseNativeDialog);
    connect(palette, &QColorDialog::colorSelected, this, [item](const QColor& colour) {
        item->setText(colour.name().toUpper());
        item->setIcon(swatchIcon(item->text()));
    });
    palette->open();
}

void OffersPanel::askForFile() {
    auto* dialog = new QFileDialog(this, tr("Read choices from a text or CSV file"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setFileMode(QFileDialog::ExistingFile);
    connect(dialog, &QFileDialog::fileSelected, this, &OffersPanel::readFile);
    dialog->open();
}

void OffersPanel::readFile(const QString& path) {
    const auto read = readChoiceFile(path, field()->column.type);
    if (!read) {
        m_note->setText(read.error().sentence);
        return;
    }
    fillChoices(read->choices);
    m_note->setText(read->remarks.join(u' '));
}

void OffersPanel::proposeFromData() {
    m_editor->binding()->workspace()->database()->reader()->run<QStringList>(
        this,
        [table = m_editor->binding()->screen().table, column = field()->column](Session& session) {
            return distinctTexts(session, *table, column, MostProposed);
        },
        [this](const Result<QStringList>& texts) {
            if (!texts) {
                m_note->setText(texts.error().sentence);
                return;
            }
            QList<Choice> choices;
            for (const QString& text : *texts)
                choices.append({text, labelFromName(text)});
            fillChoices(choices);
            m_note->setText(texts->size() == MostProposed
                                ? tr("Only the first %1 different values.").arg(MostProposed)
                                : QString());
        });
}

QWidget* OffersPanel::makeLookup() {
    const Catalog& catalog = m_editor->binding()->workspace()->catalog();
    m_table->setObjectName(QStringLiteral("lookup-table"));
    m_shown->setObjectName(QStringLiteral("lookup-shown"));
    for (const Table& table : catalog.tables) {
        if (table.key.size() == 1 || table.isView())
            m_table->addItem(table.name);
    }
    const Lookup& lookup = field()->definition.lookup;
    const ForeignKey* reference = m_editor->binding()->screen().table->referenceOf(m_column);
    m_table->setCurrentText(!lookup.table.isEmpty() ? lookup.table
                            : reference             ? reference->table
                                                    : QString());
    fillColumns();
    connect(m_table, &QComboBox::currentTextChanged, this, &OffersPanel::fillColumns);
    auto* order = new QHBoxLayout;
    order->addWidget(m_sort, 1);
    order->addWidget(m_descending);
    auto* filter = new QHBoxLayout;
    filter->addWidget(m_filterColumn, 1);
    filter->addWidget(new QLabel(tr("is")));
    filter->addWidget(m_filterValue, 1);
    auto* part = new QWidget;
    auto* layout = new QFormLayout(part);
    layout->addRow(tr("Table"), m_table);
    layout->addRow(tr("Shown"), m_shown);
    layout->addRow(tr("In order of"), order);
    layout->addRow(tr("Only where"), filter);
    return part;
}

// The columns of the table that is chosen, those that are shown marked and first.
void OffersPanel::fillColumns() {
    const Table* table = m_editor->binding()->workspace()->catalog().table(m_table->currentText());
    m_shown->clear();
    m_sort->clear();
    m_filterColumn->clear();
    if (!table)
        return;
    const Lookup& lookup = field()->definition.lookup;
    QStringList marked =
        lookup.table == table->name ? lookup.shownColumns : QStringList{namingColumn(*table)};
    QStringList names = marked;
    for (const Column& column : table->columns) {
        if (!column.isBeyond() && !names.contains(column.name))
            names += column.name;
    }
    m_filterColumn->addItem(QString());
    for (const QString& name : std::as_const(names)) {
        auto* item = new QListWidgetItem(name, m_shown);
        item->setFlags(item->flags() | Qt::ItemIsUserCheckable);
        item->setCheckState(marked.contains(name) ? Qt::Checked : Qt::Unchecked);
        m_sort->addItem(name);
        m_filterColumn->addItem(name);
    }
    if (lookup.table != table->name)
        return;
    m_sort->setCurrentText(lookup.sortColumn.isEmpty() ? marked.value(0) : lookup.sortColumn);
    m_descending->setChecked(lookup.sortDescending);
    if (!lookup.conditions.isEmpty()) {
        m_filterColumn->setCurrentText(lookup.conditions.front().column);
        m_filterValue->setText(lookup.conditions.front().value);
    }
}

QString OffersPanel::choicesAsText() const {
    FieldDefinition definition;
    definition.shownAs = ShownAs::Choices;
    const auto text = [this](int row, int column) {
        const QTableWidgetItem* item = m_choices->item(row, column);
        return item ? item->text().trimmed() : QString();
    };
    for (int row = 0; row < m_choices->rowCount(); ++row) {
        const QString stored = text(row, StoredColumn);
        const QString label = text(row, LabelColumn);
        if (!stored.isEmpty())
            definition.choices.append(
                {stored, label.isEmpty() ? stored : label, text(row, ColourColumn)});
    }
    return offersText(definition);
}

QString OffersPanel::lookupAsText() const {
    FieldDefinition definition;
    definition.shownAs = ShownAs::Lookup;
    definition.lookup.table = m_table->currentText();
    for (int row = 0; row < m_shown->count(); ++row) {
        if (m_shown->item(row)->checkState() == Qt::Checked)
            definition.lookup.shownColumns += m_shown->item(row)->text();
    }
    if (m_sort->currentText() != definition.lookup.shownColumns.value(0))
        definition.lookup.sortColumn = m_sort->currentText();
    definition.lookup.sortDescending = m_descending->isChecked();
    if (!m_filterColumn->currentText().isEmpty())
        definition.lookup.conditions = {{m_filterColumn->currentText(), m_filterValue->text()}};
    return offersText(definition);
}

// What cannot be set is said here, and the panel stays.
void OffersPanel::apply() {
    const QString text = m_kinds->currentIndex() == 0 ? choicesAsText() : lookupAsText();
    QString refusal;
    const auto listening = connect(m_editor, &PlateEditor::refused, this,
                                   [&refusal](const QString& reason) { refusal = reason; });
    m_editor->set(PlateLine::Source, {m_column}, text);
    disconnect(listening);
    if (refusal.isEmpty())
        accept();
    else
        m_note->setText(refusal);
}

} // namespace gravin
