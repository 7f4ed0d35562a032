// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/card_setting.h"

#include "app/look/theme.h"
#include "paper/paper_picture.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFormLayout>
#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QSignalBlocker>

namespace gravin {

namespace {

constexpr Distance FieldListHeight(132);
constexpr qsizetype ProposedFields = 3;

bool isOnCards(const BoundField& field) {
    return field.column.type.kind != TypeKind::Binary && field.definition.shownAs != ShownAs::File;
}

} // namespace

CardForm proposedCards(const BoundScreen& screen) {
    CardForm form;
    const auto add = [&](const BoundField& field) {
        if (isOnCards(field) && !form.columns.contains(field.name()) &&
            form.columns.size() < ProposedFields)
            form.columns += field.name();
    };
    if (const BoundField* naming = screen.field(screen.namingColumn))
        add(*naming);
    for (const BoundField& field : screen.fields) {
        if (field.placement.inGrid() && !field.isKey)
            add(field);
    }
    return form;
}

CardSetting::CardSetting(const BoundScreen& screen, QWidget* parent)
    : QWidget(parent)
    , m_columns(new QListWidget)
    , m_picture(new QComboBox)
    , m_width(length("card-width", tr("Width"), CardForm::Least))
    , m_height(length("card-height", tr("Height"), CardForm::Least))
    , m_gap(length("card-gap", tr("Between them"), 0))
    , m_margin(length("card-margin", tr("Margin of the page"), 0))
    , m_marks(new QCheckBox(tr("Cut marks")))
    , m_heads(new QCheckBox(tr("Fields with their labels"))) {
    m_picture->addItem(tr("no picture"), QString());
    for (const BoundField& field : screen.fields) {
        if (isPictured(field))
            m_picture->addItem(field.label(), field.name());
        if (isOnCards(field))
            m_fields += field;
    }
    m_picture->setObjectName(QStringLiteral("card-picture"));
    m_columns->setObjectName(QStringLiteral("card-fields"));
    m_columns->setAccessibleName(tr("Fields on a card; the first stands large"));
    m_columns->setToolTip(
        tr("Ticked fields stand on a card, the first one large; dragging, or Ctrl with an arrow, "
           "changes their order"));
    m_columns->installEventFilter(this);
    m_columns->setDragDropMode(QAbstractItemView::InternalMove);
    m_columns->setFixedHeight(FieldListHeight);
    auto* form = new QFormLayout(this);
    form->setContentsMargins(0, 0, 0, 0);
    form->addRow(tr("Width"), m_width);
    form->addRow(tr("Height"), m_height);
    form->addRow(tr("Between them"), m_gap);
    form->addRow(tr("Page margin"), m_margin);
    form->addRow(m_columns);
    form->addRow(tr("Picture"), m_picture);
    form->addRow(m_heads);
    form->addRow(m_marks);
    connect(m_columns, &QListWidget::itemChanged, this, &CardSetting::edited);
    connect(m_columns->model(), &QAbstractItemModel::rowsMoved, this, &CardSetting::edited);
    connect(m_picture, &QComboBox::currentIndexChanged, this, &CardSetting::edited);
    for (QCheckBox* box : {m_marks, m_heads})
        connect(box, &QCheckBox::toggled, this, &CardSetting::edited);
    setForm(proposedCards(screen));
}

QDoubleSpinBox* CardSetting::length(const char* name, const QString& says, double least) {
    auto* box = new QDoubleSpinBox;
    box->setObjectName(QLatin1String(name));
    box->setAccessibleName(says);
    box->setDecimals(1);
    box->setRange(least, CardForm::Most);
    box->setSuffix(tr(" mm"));
    connect(box, &QDoubleSpinBox::valueChanged, this, &CardSetting::edited);
    return box;
}

bool CardSetting::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() != QEvent::KeyPress)
        return QWidget::eventFilter(watched, event);
    const auto* key = static_cast<QKeyEvent*>(event);
    const int step = key->key() == Qt::Key_Up ? -1 : key->key() == Qt::Key_Down ? 1 : 0;
    const int from = m_columns->currentRow();
    if (step == 0 || key->modifiers() != Qt::ControlModifier || from < 0)
        return QWidget::eventFilter(watched, event);
    if (const int to = from + step; to >= 0 && to < m_columns->count()) {
        m_columns->insertItem(to, m_columns->takeItem(from));
        m_columns->setCurrentRow(to);
        Q_EMIT edited();
    }
    return true;
}

CardForm CardSetting::form() const {
    CardForm form;
    for (int row = 0; row < m_columns->count(); ++row) {
        const QListWidgetItem& item = *m_columns->item(row);
        if (item.checkState() == Qt::Checked)
            form.columns += item.data(Qt::UserRole).toString();
    }
    form.picture = m_picture->currentData().toString();
    form.width = m_width->value();
    form.height = m_height->value();
    form.gap = m_gap->value();
    form.margin = m_margin->value();
    form.hasCutMarks = m_marks->isChecked();
    form.hasHeads = m_heads->isChecked();
    return form;
}

void CardSetting::setForm(const CardForm& form) {
    const QSignalBlocker quiet(this);
    m_columns->clear();
    const auto add = [&](const BoundField& field, bool isOn) {
        auto* item = new QListWidgetItem(field.label(), m_columns);
        item->setData(Qt::UserRole, field.name());
        // Dropped upon, it would be replaced.
        item->setFlags((item->flags() | Qt::ItemIsUserCheckable) & ~Qt::ItemIsDropEnabled);
        item->setCheckState(isOn ? Qt::Checked : Qt::Unchecked);
    };
    for (const QString& column : form.columns) {
        for (const BoundField& field : std::as_const(m_fields)) {
            if (field.name() == column)
                add(field, true);
        }
    }
    for (const BoundField& field : std::as_const(m_fields)) {
        if (!form.columns.contains(field.name()))
            add(field, false);
    }
    m_picture->setCurrentIndex(std::max(0, m_picture->findData(form.picture)));
    m_width->setValue(form.width);
    m_height->setValue(form.height);
    m_gap->setValue(form.gap);
    m_margin->setValue(form.margin);
    m_marks->setChecked(form.hasCutMarks);
    m_heads->setChecked(form.hasHeads);
}

} // namespace gravin
