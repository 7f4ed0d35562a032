// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/build_face.h"

#include "app/build/checks_panel.h"
#include "app/build/computed_panel.h"
#include "app/build/evidence_panel.h"
#include "app/build/field_adder.h"
#include "app/build/form_shaper.h"
#include "app/build/offers_panel.h"
#include "app/build/plate_view.h"
#include "app/build/screen_settings.h"
#include "app/build/shaper_bar.h"
#include "app/build/statements_dialog.h"
#include "app/commands/command_list.h"
#include "app/grid/grid_view.h"
#include "app/look/folding_row.h"
#include "app/look/theme.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/fitting/screen_links.h"
#include "core/records/bound_expression.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QMenu>
#include <QToolButton>

namespace gravin {

namespace {
constexpr Distance NarrowFieldWidth(130);

QToolButton* toolButton(const QString& name, const QString& text) {
    auto* button = new QToolButton;
    button->setObjectName(name);
    button->setText(text);
    return button;
}

// With the keys that its command has.
void setTip(QToolButton* button, const QString& tip) {
    QString keys;
    for (const BuildFace::Tool& tool : BuildFace::allTools()) {
        if (button->objectName() == QLatin1String(tool.id))
            keys = shownKeys(button->objectName(), tool.keys);
    }
    button->setToolTip(keys.isEmpty() ? tip : BuildFace::tr("%1 (%2)").arg(tip, keys));
}
} // namespace

BuildFace::BuildFace(ScreenPage* page)
    : ShapingFace(page)
    , m_page(page)
    , m_binding(page->binding())
    , m_grid(page->grid())
    , m_form(page->form())
    , m_editor(new PlateEditor(m_binding, this))
    , m_adder(new FieldAdder(m_binding, this))
    , m_gridPlate(new PlateView(new PlateModel(m_editor, Qt::Horizontal, this)))
    , m_formPlate(new PlateView(new PlateModel(m_editor, Qt::Vertical, this)))
    , m_shaper(new FormShaper(m_binding, m_form->fields()))
    , m_shaperBar(new ShaperBar(m_shaper))
    , m_tools(makeTools()) {
    m_gridPlate->setObjectName(QStringLiteral("plate"));
    m_formPlate->setObjectName(QStringLiteral("form-plate"));
    m_gridPlate->plateModel()->setLines(gridPlateLines(false));
    m_formPlate->plateModel()->setLines(formPlateLines());
    m_gridPlate->standOver(m_grid);
    m_shaper->hide();
    m_shaperBar->hide();
    for (PlateView* plate : {m_gridPlate, m_formPlate}) {
        connect(plate, &PlateView::selectionDescribed, this, &BuildFace::described);
        connect(plate, &PlateView::offersRequested, this, &BuildFace::showOffers);
        connect(plate, &PlateView::checksRequested, this, &BuildFace::showChecks);
        connect(plate, &PlateView::evidenceRequested, this, &BuildFace::showEvidence);
        connect(plate, &PlateView::computedRequested, this, &BuildFace::showComputed);
    }
    connect(m_gridPlate, &PlateView::narrowed, this, [this] {
        for (int column = 0; column < m_gridPlate->plateModel()->columnCount(); ++column)
            m_grid->setColumnHidden(column, m_gridPlate->isColumnHidden(column));
    });
    // The field that is chosen in the form is the one on the plate, and the other way round.
    connect(m_shaper, &FormShaper::columnChosen, this,
            [this](const QString& column) { m_formPlate->setCurrent(PlateLine::Label, column); });
    connect(m_formPlate, &PlateView::currentColumnChanged, m_shaper, &FormShaper::choose);
    connect(m_editor, &PlateEditor::refused, this, &BuildFace::refused);
    connect(m_binding, &ScreenBinding::rebound, this, &BuildFace::offerMissingFields);
    connect(m_binding, &ScreenBinding::rebound, this, &BuildFace::offerChildren);
    connect(m_binding->workspace()->document(), &ProjectDocument::screenChanged, this,
            &BuildFace::offerChildren);
    connect(m_binding->workspace()->document(), &ProjectDocument::screensChanged, this,
            &BuildFace::offerChildren);
    connect(m_binding, &ScreenBinding::rebound, this, &BuildFace::refreshProposalCount);
    connect(m_binding->workspace()->records()->profiles(), &ColumnProfiles::changed, this,
            [this](const QString& table) {
                if (table != m_binding->tableName())
                    return;
                lookAtValues();
                refreshProposalCount();
            });
    offerMissingFields();
    offerChildren();
}

QList<BuildFace::Tool> BuildFace::allTools() {
    constexpr auto Both = Qt::CTRL | Qt::SHIFT;
    return {{"build-grid", tr("Shape the grid"), Both | Qt::Key_G},
            {"build-form", tr("Shape the form"), Both | Qt::Key_F},
            {"build-children", tr("Shape the children"), Both | Qt::Key_L},
            {"build-back", tr("Back to the screen come from"), Both | Qt::Key_B, false},
            {"all-settings", tr("All settings of the fields"), Qt::CTRL | Qt::Key_M},
            {"add-field", tr("Add a field…"), Both | Qt::Key_A},
            {"checks", tr("Checks…"), Both | Qt::Key_K},
            {"evidence", tr("Evidence…"), Both | Qt::Key_E},
            {"screen-settings", tr("Screen settings…"), Qt::ALT | Qt::Key_Return},
            {"statements", tr("Statements of this screen…"), {}}};
}

QString BuildFace::reasonAgainst(const Tool& tool) const {
    if (!m_tools->isVisible())
        return tr("Switch to Build first.");
    const auto* button = m_tools->findChild<QToolButton*>(QLatin1String(tool.id));
    return button && (button->isVisible() || m_tools->isFolded(button)) && button->isEnabled()
               ? QString()
               : tr("There is nothing for it on this screen.");
}

void BuildFace::use(const Tool& tool) const {
    auto* button = m_tools->findChild<QToolButton*>(QLatin1String(tool.id));
    if (QMenu* menu = button->menu())
        menu->popup(m_tools->isFolded(button) ? m_tools->mapToGlobal(m_tools->rect().bottomRight())
                                              : button->mapToGlobal(QPoint(0, button->height())));
    else
        button->click();
}

BuildFace* BuildFace::of(const ScreenPage* page) { return qobject_cast<BuildFace*>(page->face()); }

QWidget* BuildFace::tools() const { return m_tools; }
QWidget* BuildFace::overGrid() const { return m_gridPlate; }
QWidget* BuildFace::besideForm() const { return m_formPlate; }
QWidget* BuildFace::overForm() const { return m_shaperBar; }

void BuildFace::followHiddenColumns() {
    for (int column = 0; column < m_gridPlate->plateModel()->columnCount(); ++column)
        m_gridPlate->setColumnHidden(column, m_grid->isColumnHidden(column));
}

void BuildFace::focus() { plate()->setFocus(Qt::OtherFocusReason); }

void BuildFace::showSettings() {
    auto* settings = new ScreenSettings(m_binding->workspace(), m_binding->screenId(), m_page);
    connect(settings, &ScreenSettings::copied, this, &BuildFace::screenRequested);
    settings->show();
}

void BuildFace::showStatements() { (new StatementsDialog(m_binding, m_page))->open(); }

// What is shaped: the grid, the form, or what belongs to the records.
QList<QWidget*> BuildFace::makeParts() {
    m_gridButton = toolButton(QStringLiteral("build-grid"), tr("Grid"));
    m_formButton = toolButton(QStringLiteral("build-form"), tr("Form"));
    setTip(m_gridButton, tr("The plate over the grid"));
    setTip(m_formButton, tr("The plate beside the form, and the form itself to arrange"));
    for (QToolButton* part : {m_gridButton, m_formButton})
        part->setCheckable(true);
    m_wayBack = toolButton(QStringLiteral("build-back"), QString());
    m_wayBack->hide();
    connect(m_wayBack, &QToolButton::clicked, this, [this] { Q_EMIT screenRequested(m_cameFrom); });
    m_children = toolButton(QStringLiteral("build-children"), tr("Children"));
    m_children->setPopupMode(QToolButton::InstantPopup);
    connect(m_gridButton, &QToolButton::clicked, this, [this] { setPart(Part::Grid); });
    connect(m_formButton, &QToolButton::clicked, this, [this] { setPart(Part::Form); });
    return {m_wayBack, m_gridButton, m_formButton, m_children};
}

FoldingRow* BuildFace::makeTools() {
    auto* tools = new FoldingRow;
    for (QWidget* part : makeParts())
        tools->add(part);
    m_narrow = new QLineEdit;
    m_narrow->setObjectName(QStringLiteral("narrow-fields"));
    m_narrow->setAccessibleName(tr("Narrow the fields"));
    m_narrow->setPlaceholderText(tr("Narrow fields"));
    m_narrow->setClearButtonEnabled(true);
    m_narrow->setMaximumWidth(NarrowFieldWidth);
    connect(m_narrow, &QLineEdit::textChanged, this, [this](const QString& text) {
        m_gridPlate->narrow(text);
        m_formPlate->narrow(text);
    });
    m_allLines = toolButton(QStringLiteral("all-settings"), tr("All settings"));
    m_allLines->setCheckable(true);
    setTip(m_allLines, tr("Also the lines that are needed less often"));
    connect(m_allLines, &QToolButton::toggled, this,
            [this](bool all) { m_gridPlate->plateModel()->setLines(gridPlateLines(all)); });
    m_addField = toolButton(QStringLiteral("add-field"), tr("Add field"));
    connect(m_addField, &QToolButton::clicked, this, [this] {
        m_addField->menu()->popup(m_addField->mapToGlobal(QPoint(0, m_addField->height())));
    });
    auto* settings = toolButton(QStringLiteral("screen-settings"), tr("Screen…"));
    setTip(settings, tr("Name, arrangement and what people may do here"));
    connect(settings, &QToolButton::clicked, this, &BuildFace::showSettings);
    auto* checks = toolButton(QStringLiteral("checks"), tr("Checks…"));
    setTip(checks, tr("What must hold for the records of this table"));
    connect(checks, &QToolButton::clicked, this, [this] { showChecks(plate()->currentColumn()); });
    m_evidence = toolButton(QStringLiteral("evidence"), tr("Evidence…"));
    connect(m_evidence, &QToolButton::clicked, this,
            [this] { showEvidence(plate()->currentColumn()); });
    auto* statements = toolButton(QStringLiteral("statements"), tr("Statements…"));
    statements->setToolTip(tr("What is sent to the database for this screen"));
    connect(statements, &QToolButton::clicked, this, &BuildFace::showStatements);
    tools->add(m_narrow);
    tools->add(m_allLines);
    for (QToolButton* each : {m_addField, checks, m_evidence, settings, statements})
        tools->addFolding(each);
    return tools;
}

void BuildFace::setCameFrom(const QString& screenId, const QString& label) {
    m_cameFrom = screenId;
    m_wayBack->setText(QStringLiteral("‹")); // there is little room in the head
    m_wayBack->setAccessibleName(tr("Back to %1").arg(label));
    setTip(m_wayBack, tr("Back to %1").arg(label));
    m_wayBack->setVisible(!screenId.isEmpty());
}

// "Code, Name and Price": what a row of these children shows.
QString BuildFace::fieldsOfRow(const RecordLink& link) const {
    const auto bound = m_binding->workspace()->document()->bound(link.screen);
    QStringList names;
    for (const BoundField& field : bound ? bound->fields : QList<BoundField>()) {
        if (field.placement.inGrid() && !link.targetColumns.contains(field.name()))
            names += field.label();
    }
    return names.join(QStringLiteral(", "));
}

// One click away: the plate of each kind of children that the screen shows.
void BuildFace::offerChildren() {
    const Workspace* workspace = m_binding->workspace();
    const Screen& screen = m_binding->screen().screen;
    auto* menu = new QMenu(m_children);
    menu->setToolTipsVisible(true);
    const QList<RecordLink> links =
        showsChildren(screen.arrangement)
            ? childrenOf(workspace->project(), m_binding->workspace()->catalog(), screen)
            : QList<RecordLink>();
    for (const RecordLink& link : links) {
        const Screen* child = workspace->project().screenById(link.screen);
        const QString label = child ? child->label : standInTable(link.screen);
        const QString fields = fieldsOfRow(link);
        QAction* action =
            menu->addAction(fields.isEmpty() ? label : tr("%1: %2").arg(label, fields), this,
                            [this, link] { Q_EMIT childrenRequested(link); });
        action->setToolTip(child ? tr("Shape what their rows show")
                                 : tr("Makes a screen for %1, which has none yet").arg(label));
    }
    if (QMenu* before = m_children->menu())
        before->deleteLater();
    m_children->setMenu(menu);
    m_children->setVisible(!links.isEmpty());
    setTip(m_children, tr("The plate of what belongs to these records"));
}

void BuildFace::offerMissingFields() {
    auto* menu = new QMenu(m_addField);
    for (const Column& column : m_binding->screen().table->columns) {
        if (!column.isBeyond() && !m_binding->screen().field(column.name))
            menu->addAction(column.name, this,
                            [this, name = column.name] { m_adder->addField(name); });
    }
    if (menu->isEmpty())
        menu->addAction(tr("Every column of the table is on the screen"))->setEnabled(false);
    menu->addSeparator();
    offerReached(menu, {});
    offerLines(menu);
    menu->addSeparator();
    if (m_binding->screen().table->kind == Table::Kind::Table)
        menu->addAction(tr("New field of the table…"), this,
                        [this] { Q_EMIT newFieldRequested(m_binding->tableName()); })
            ->setObjectName(QStringLiteral("new-field"));
    menu->addAction(tr("Computed fields…"), this, [this] { showComputed({}); })
        ->setObjectName(QStringLiteral("computed-fields"));
    if (QMenu* before = m_addField->menu())
        before->deleteLater();
    m_addField->setMenu(menu);
    setTip(m_addField, tr("A column of the table that is not shown yet, one of a record that it "
                          "refers to, or one that is computed from others"));
}

// A menu for each reference that leads on from where the path has come to; what stands there is
// looked up when somebody opens it.
void BuildFace::offerReached(QMenu* menu, const QStringList& path) {
    const Table& table = *m_binding->screen().table;
    if (!table.references || path.size() >= References::MostSteps)
        return;
    const auto here =
        path.isEmpty() ? std::optional(expressionColumns(table)) : table.references->behind(path);
    QStringList names;
    for (const ExpressionColumn& column : here.value_or(QList<ExpressionColumn>()))
        names += column.name;
    for (const QString& name : names + table.references->ofSeveralColumns(path)) {
        const QStringList reference = path + QStringList{name};
        const auto behind = table.references->behind(reference);
        if (!behind)
            continue;
        QMenu* reached = menu->addMenu(tr("Behind %1").arg(name));
        connect(reached, &QMenu::aboutToShow, reached, [this, reached, reference, behind] {
            if (!reached->isEmpty())
                return;
            for (const ExpressionColumn& each : *behind)
                reached->addAction(
                    each.name, this,
                    [this, to = reference + QStringList{each.name}] { m_adder->addReached(to); });
            reached->addSeparator();
            offerReached(reached, reference);
        });
    }
}

// A menu for the lines of each table that refers to this one: how many there are, and what can be
// made of each of their columns. It is made when somebody opens it.
void BuildFace::offerLines(QMenu* menu) {
    const Table& table = *m_binding->screen().table;
    if (!table.references)
        return;
    for (const LinesOffer& lines : linesOf(m_binding->workspace()->catalog(), table)) {
        QMenu* made = menu->addMenu(
            lines.isOneOfSeveral
                ? tr("Of %1, by %2").arg(lines.table, lines.columns.join(QStringLiteral(", ")))
                : tr("Of %1").arg(lines.table));
        connect(made, &QMenu::aboutToShow, made, [this, made, lines] {
            if (made->isEmpty())
                offerColumns(made, lines);
        });
    }
}

void BuildFace::offerColumns(QMenu* menu, const LinesOffer& lines) {
    menu->addAction(tr("How many"), this,
                    [this, lines] { m_adder->addOfLines(lines, Subquery::Function::Count, {}); });
    for (const ExpressionColumn& column :
         m_binding->screen().table->references->columnsOf(lines.table)) {
        const ExpressionType type = expressionTypeOf(column.type);
        const QList<Subquery::Function> functions = functionsFor(type);
        if (functions.isEmpty() || lines.columns.contains(column.name))
            continue;
        QMenu* of = menu->addMenu(column.name);
        for (const Subquery::Function function : functions)
            of->addAction(functionText(function, type), this,
                          [this, lines, function, name = column.name] {
                              m_adder->addOfLines(lines, function, name);
                          });
    }
}

BuildFace::Place BuildFace::place() const {
    Place place{m_part, m_allLines->isChecked()};
    if (plate()->hasFocus() || plate()->isAncestorOf(QApplication::focusWidget())) {
        place.row = plate()->currentIndex().row();
        place.column = plate()->currentIndex().column();
    }
    return place;
}

void BuildFace::goTo(const Place& place) {
    m_allLines->setChecked(place.showsAllLines);
    setPart(place.part);
    if (place.row < 0)
        return;
    plate()->setCurrentIndex(plate()->model()->index(place.row, place.column));
    plate()->setFocus(Qt::OtherFocusReason);
}

void BuildFace::setPart(Part part) {
    m_part = part;
    setShown(m_shown);
    Q_EMIT partChanged();
    if (!m_shown)
        return;
    if (part == Part::Form)
        m_shaper->setFocus(Qt::OtherFocusReason);
    else
        m_gridPlate->setFocus(Qt::OtherFocusReason);
}

void BuildFace::setShown(bool shown) {
    m_shown = shown;
    const bool form = m_part == Part::Form;
    m_gridButton->setChecked(!form);
    m_formButton->setChecked(form);
    m_allLines->setVisible(!form);
    m_tools->setVisible(shown);
    m_gridPlate->setVisible(shown && !form);
    m_formPlate->setVisible(shown && form);
    m_shaper->setVisible(shown && form);
    m_shaperBar->setVisible(shown && form);
    m_form->fields()->setShaped(shown && form);
    if (!shown)
        m_narrow->clear();
    lookAtValues();
    refreshProposalCount();
}

// Values are only looked at for those who shape the screen.
void BuildFace::lookAtValues() {
    if (m_shown)
        m_binding->workspace()->records()->profiles()->gatherIfSmall(m_binding->tableName());
}

void BuildFace::refreshProposalCount() {
    Workspace* workspace = m_binding->workspace();
    const ColumnProfiles::Entry& entry =
        workspace->records()->profiles()->of(m_binding->tableName());
    if (!m_shown || entry.state != ColumnProfiles::State::Ready)
        return;
    const auto proposals = proposalsFrom(entry.evidence, m_binding->screen(), workspace->project(),
                                         workspace->catalog(), 1);
    const auto count = static_cast<qint64>(proposals.size());
    m_evidence->setText(count > 0 ? tr("Evidence… %1").arg(count) : tr("Evidence…"));
    setTip(m_evidence,
           tr("What the stored values say, and %1")
               .arg(counted(count, "setting that they suggest", "settings that they suggest")));
}

// The record that the grid stands on, as it is with its edits.
ExpressionField::Sample BuildFace::currentRecord() const {
    const RecordId id = m_grid->gridModel()->recordAt(m_grid->currentIndex().row());
    ExpressionField::Sample sample;
    const BoundScreen& screen = m_binding->screen();
    const Draft* draft = m_binding->draft(id);
    const Record* record =
        id.isNew() || id.isNone()
            ? nullptr
            : m_binding->workspace()->records()->store(screen.table->name)->record(id.key);
    if (!draft && !record)
        return sample;
    const std::vector<Value> values = draft ? draft->values() : record->values;
    for (qsizetype i = 0; i < screen.table->columns.size(); ++i)
        sample.insert(screen.table->columns[i].name, values[static_cast<size_t>(i)]);
    return sample;
}

// What the panel tries expressions on: it can be opened before the record has been read.
template <typename Panel>
void BuildFace::keepSample(Panel* panel) {
    panel->setSample(currentRecord());
    RecordStore* store = m_binding->workspace()->records()->store(m_binding->tableName());
    connect(store, &RecordStore::recordsArrived, panel,
            [this, panel] { panel->setSample(currentRecord()); });
}

void BuildFace::showChecks(const QString& column) {
    auto* panel = new ChecksPanel(m_binding, column, plate());
    keepSample(panel);
    panel->open();
}

void BuildFace::showComputed(const QString& column) {
    auto* panel = new ComputedPanel(m_binding, column, plate());
    keepSample(panel);
    panel->open();
}

void BuildFace::showEvidence(const QString& column) {
    auto* panel = new EvidencePanel(m_binding, column, plate());
    panel->open();
}

void BuildFace::showOffers(const QString& column) {
    if (!m_binding->screen().field(column))
        return;
    auto* panel = new OffersPanel(m_editor, column, plate());
    panel->open();
}

} // namespace gravin
