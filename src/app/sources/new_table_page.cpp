// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/sources/new_table_page.h"

#include "app/look/theme.h"
#include "core/base/text.h"

#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QHeaderView>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QStyledItemDelegate>
#include <QTableView>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance StatementsWidth(260);
constexpr Distance TableNameWidth(260);

// Cells with words to choose from open the list at once.
class PlanDelegate : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;

    // The current cell is framed, as in every grid here.
    void paint(QPainter* painter, const QStyleOptionViewItem& option,
               const QModelIndex& index) const override {
        QStyledItemDelegate::paint(painter, option, index);
        const auto* view = qobject_cast<const QAbstractItemView*>(option.widget);
        if (!view || !view->hasFocus() || view->currentIndex() != index)
            return;
        painter->setPen(QPen(Theme::instance().colours().accent, 2));
        painter->drawRect(QRectF(option.rect).adjusted(1, 1, -1, -1));
    }

    QWidget* createEditor(QWidget* parent, const QStyleOptionViewItem& option,
                          const QModelIndex& index) const override {
        const auto* fields = qobject_cast<const PlannedFieldsModel*>(index.model());
        const QStringList words = fields ? fields->words(index) : QStringList();
        if (words.isEmpty())
            return QStyledItemDelegate::createEditor(parent, option, index);
        auto* box = new QComboBox(parent);
        box->addItems(words);
        auto* self = const_cast<PlanDelegate*>(this);
        connect(box, &QComboBox::activated, self, [self, box] {
            Q_EMIT self->commitData(box);
            Q_EMIT self->closeEditor(box);
        });
        return box;
    }

    void setEditorData(QWidget* editor, const QModelIndex& index) const override {
        if (auto* box = qobject_cast<QComboBox*>(editor))
            box->setCurrentText(index.data(Qt::EditRole).toString());
        else
            QStyledItemDelegate::setEditorData(editor, index);
    }

    void setModelData(QWidget* editor, QAbstractItemModel* model,
                      const QModelIndex& index) const override {
        if (const auto* box = qobject_cast<QComboBox*>(editor))
            model->setData(index, box->currentText(), Qt::EditRole);
        else
            QStyledItemDelegate::setModelData(editor, model, index);
    }
};

// A grid whose lines are pasted and deleted by key.
class PlanView : public QTableView {
public:
    explicit PlanView(TablePlanModel* model)
        : m_model(model) {
        setModel(model);
        setItemDelegate(new PlanDelegate(this));
        setEditTriggers(DoubleClicked | EditKeyPressed | AnyKeyPressed | SelectedClicked);
        setProperty("role", "typed");
        verticalHeader()->hide();
        verticalHeader()->setDefaultSectionSize(space::PlateRowHeight);
        horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
        horizontalHeader()->setStretchLastSection(true);
    }

protected:
    void keyPressEvent(QKeyEvent* event) override {
        if (event->matches(QKeySequence::Paste)) {
            m_model->paste(currentIndex(), QApplication::clipboard()->text());
        } else if (event->key() == Qt::Key_Delete && event->modifiers() == Qt::ControlModifier) {
            m_model->removeRows({currentIndex().row()});
        } else if (event->key() == Qt::Key_Delete) {
            for (const QModelIndex& index : selectionModel()->selectedIndexes())
                m_model->setData(index, QString(), Qt::EditRole);
        } else if ((event->key() == Qt::Key_Tab && isLast(currentIndex())) ||
                   (event->key() == Qt::Key_Backtab && isFirst(currentIndex()))) {
            focusNextPrevChild(event->key() == Qt::Key_Tab);
        } else if (event->key() == Qt::Key_Return && state() != EditingState) {
            edit(currentIndex());
        } else {
            QTableView::keyPressEvent(event);
        }
    }

private:
    bool isFirst(const QModelIndex& index) const {
        return !index.isValid() || (index.row() == 0 && index.column() == 0);
    }
    bool isLast(const QModelIndex& index) const {
        return !index.isValid() || (index.row() == m_model->rowCount() - 1);
    }

    TablePlanModel* m_model;
};

QLabel* heading(const QString& text, QWidget* buddy) {
    auto* label = new QLabel(text);
    label->setProperty("role", "faint");
    label->setBuddy(buddy);
    return label;
}

} // namespace

NewTablePage::NewTablePage(Workspace* workspace, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_draft(new TablePlanDraft(std::make_shared<const Catalog>(workspace->catalog()),
                                 workspace->project().form(), this))
    , m_name(new QLineEdit)
    , m_fields(makeGrid(new PlannedFieldsModel(m_draft, this), "planned-fields", tr("Fields")))
    , m_rows(makeGrid(new PlannedRowsModel(m_draft, this), "planned-rows", tr("First records")))
    , m_statements(new QPlainTextEdit)
    , m_create(new QPushButton(tr("Create table")))
    , m_reason(new QLabel) {
    setObjectName(QStringLiteral("new-table-page"));
    auto* title = new QLabel(tr("New table"));
    title->setProperty("role", "title");
    nameParts();
    auto* back = new QPushButton(tr("Back"));
    back->setObjectName(QStringLiteral("cancel-table"));

    auto* head = new QHBoxLayout;
    head->addWidget(title);
    head->addStretch();
    head->addWidget(m_create);
    head->addWidget(back);
    auto* left = new QVBoxLayout;
    left->addWidget(heading(tr("Name of the table"), m_name));
    left->addWidget(m_name);
    left->addSpacing(space::Pad);
    left->addWidget(heading(tr("Fields. Ctrl+Delete takes one away."), m_fields));
    left->addWidget(m_fields, 3);
    left->addSpacing(space::Pad);
    left->addWidget(heading(tr("First records, typed or pasted; none are needed"), m_rows));
    left->addWidget(m_rows, 2);
    auto* right = new QVBoxLayout;
    right->addWidget(heading(tr("What will run"), m_statements));
    right->addWidget(m_statements, 1);
    auto* columns = new QHBoxLayout;
    columns->setSpacing(space::Pad);
    columns->addLayout(left, 3);
    columns->addLayout(right, 2);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(space::Pad, space::Pad, space::Pad, space::Pad);
    layout->addLayout(head);
    layout->addWidget(m_reason);
    layout->addLayout(columns, 1);

    const int letter = fontMetrics().averageCharWidth();
    for (const auto& [place, letters] :
         {std::pair{PlannedFieldsModel::Name, 24}, std::pair{PlannedFieldsModel::Kind, 34},
          std::pair{PlannedFieldsModel::Length, 9}, std::pair{PlannedFieldsModel::Required, 11},
          std::pair{PlannedFieldsModel::Key, 6}})
        m_fields->setColumnWidth(
            place,
            std::max(letter * letters, m_fields->horizontalHeader()->sectionSizeHint(place)));
    connect(m_name, &QLineEdit::textEdited, this, [this](const QString& name) {
        m_draft->change(tr("name of the table"),
                        [&](TablePlan& plan) { plan.name = name.trimmed(); });
    });
    connect(m_draft, &TablePlanDraft::changed, this, &NewTablePage::refresh);
    connect(workspace->database(), &Database::catalogChanged, this, [this] {
        m_draft->setCatalog(std::make_shared<const Catalog>(m_workspace->catalog()));
    });
    connect(m_create, &QPushButton::clicked, this, &NewTablePage::create);
    connect(back, &QPushButton::clicked, this, &NewTablePage::cancelled);
    refresh();
}

void NewTablePage::nameParts() {
    m_name->setObjectName(QStringLiteral("table-name"));
    m_name->setPlaceholderText(tr("for example buoy"));
    m_name->setFixedWidth(TableNameWidth);
    m_statements->setObjectName(QStringLiteral("table-statements"));
    m_statements->setAccessibleName(tr("What will run"));
    m_statements->setReadOnly(true);
    m_statements->setTabChangesFocus(true);
    m_statements->setFont(Theme::instance().monospace());
    m_statements->setMinimumWidth(StatementsWidth);
    m_create->setObjectName(QStringLiteral("create-table"));
    m_create->setProperty("main", true);
    m_create->setAutoDefault(true);
    m_reason->setObjectName(QStringLiteral("table-reason"));
    m_reason->setProperty("role", "faint");
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setWordWrap(true);
}

QTableView* NewTablePage::makeGrid(TablePlanModel* model, const char* name,
                                   const QString& accessibleName) {
    auto* view = new PlanView(model);
    view->setObjectName(QLatin1String(name));
    view->setAccessibleName(accessibleName);
    view->setCurrentIndex(model->index(0, 0));
    return view;
}

void NewTablePage::focusName() { m_name->setFocus(Qt::OtherFocusReason); }

void NewTablePage::refresh() {
    const TablePlan& plan = m_draft->plan();
    if (m_name->text().trimmed() != plan.name)
        m_name->setText(plan.name);
    const auto dialect = dialectFor(m_workspace->project().connection);
    const auto create = createStatement(*dialect, m_draft->catalog(), plan);
    QString reason = m_workspace->document()->reasonAgainstNewTable();
    if (reason.isEmpty() && !create)
        reason = create.error().sentence;
    if (reason.isEmpty())
        reason = reasonAgainstRows(m_draft->catalog(), plan);
    m_statements->setPlainText(create ? statementsText(*dialect, m_draft->catalog(), plan)
                                      : QString());
    m_reason->setText(reason);
    setStyleProperty(m_reason, "role", "faint");
    m_create->setEnabled(reason.isEmpty() && !m_creating);
}

void NewTablePage::create() {
    m_creating = true;
    m_create->setEnabled(false);
    m_reason->setText(tr("Creating…"));
    const QString name = m_draft->plan().name;
    m_workspace->writing()->createTable(
        m_draft->plan(), this, [this, name](const Result<QString>& result) {
            m_creating = false;
            const bool isThere = m_workspace->catalog().table(name);
            if (result || isThere) {
                Q_EMIT created(name, result ? Notice{Notice::Kind::Done, *result}
                                            : Notice{Notice::Kind::Refused, result.error().sentence,
                                                     result.error().detail});
                return;
            }
            m_create->setEnabled(true);
            setStyleProperty(m_reason, "role", "problem");
            m_reason->setText((result.error().sentence + u' ' + result.error().detail).trimmed());
        });
}

} // namespace gravin
