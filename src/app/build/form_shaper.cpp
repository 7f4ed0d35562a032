// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/form_shaper.h"

#include "app/build/plate_editor.h"
#include "app/look/theme.h"
#include "core/fitting/form_arranging.h"

#include <QApplication>
#include <QKeyEvent>
#include <QLineEdit>
#include <QPainter>

namespace gravin {

namespace {
constexpr int LineThickness = 3;
constexpr int FrameGap = 3;

bool isEmptyRect(const QRect& rect) { return rect.width() <= 0 || rect.height() <= 0; }
} // namespace

FormShaper::FormShaper(ScreenBinding* binding, FormFields* fields)
    : QWidget(fields)
    , m_binding(binding)
    , m_fields(fields) {
    setObjectName(QStringLiteral("form-shaper"));
    setAccessibleName(tr("Arrange the form"));
    setFocusPolicy(Qt::StrongFocus);
    setMouseTracking(true);
    fields->installEventFilter(this);
    connect(fields, &FormFields::rebuilt, this, &FormShaper::settle);
    settle();
}

// The form was made anew: what was chosen may be gone, and the shaper lies on top again.
void FormShaper::settle() {
    const FormLayout& layout = m_fields->layoutShown();
    if (!m_column.isEmpty() && !layout.find(m_column))
        m_column.clear();
    if (m_section >= layout.sections.size())
        m_section = -1;
    setGeometry(m_fields->rect());
    raise();
    update();
    Q_EMIT chosenChanged();
}

bool FormShaper::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_fields &&
        (event->type() == QEvent::Resize || event->type() == QEvent::LayoutRequest)) {
        setGeometry(m_fields->rect());
        update();
    }
    if (watched == m_name && event->type() == QEvent::KeyPress &&
        static_cast<QKeyEvent*>(event)->key() == Qt::Key_Escape) {
        m_name->setProperty("given-up", true);
        setFocus(Qt::OtherFocusReason);
        return true;
    }
    return QWidget::eventFilter(watched, event);
}

void FormShaper::choose(const QString& column) {
    if (!m_fields->layoutShown().find(column))
        return;
    const bool same = m_column == column;
    m_section = -1;
    m_column = column;
    update();
    Q_EMIT chosenChanged();
    if (!same)
        Q_EMIT columnChosen(column);
}

void FormShaper::chooseSection(int section) {
    if (section < 0 || section >= m_fields->layoutShown().sections.size())
        return;
    m_column.clear();
    m_section = section;
    update();
    Q_EMIT chosenChanged();
}

int FormShaper::section() const {
    if (m_section >= 0)
        return m_section;
    const auto at = m_fields->layoutShown().find(m_column);
    return at ? at->section : -1;
}

QStringList FormShaper::readingOrder() const {
    QStringList order;
    for (const FormSection& section : m_fields->layoutShown().sections) {
        for (const FormPlace& place : section.places) {
            if (!place.column.isEmpty())
                order += place.column;
        }
    }
    return order;
}

// Fields in reading order, each section before its fields.
void FormShaper::chooseNext(int steps) {
    const FormLayout& layout = m_fields->layoutShown();
    struct Stop {
        int section;
        QString column;
    };
    QList<Stop> stops;
    int now = -1;
    for (int section = 0; section < layout.sections.size(); ++section) {
        if (section == m_section)
            now = static_cast<int>(stops.size());
        stops.append(Stop{section, {}});
        for (const FormPlace& place : layout.sections[section].places) {
            if (place.column.isEmpty())
                continue;
            if (place.column == m_column)
                now = static_cast<int>(stops.size());
            stops.append(Stop{section, place.column});
        }
    }
    if (stops.isEmpty())
        return;
    const qsizetype next = std::clamp<qsizetype>(now + steps, 0, stops.size() - 1);
    if (stops[next].column.isEmpty())
        chooseSection(stops[next].section);
    else
        choose(stops[next].column);
}

// Edits begin with what the form shows, also where Gravin arranged it until now.
void FormShaper::change(const QString& text, const std::function<void(FormLayout&)>& edit) {
    m_binding->workspace()->document()->change(text, [&](Project& project) {
        Screen* screen = project.screenById(m_binding->screenId());
        if (!screen)
            return;
        FormLayout layout = m_fields->layoutShown();
        edit(layout);
        if (!(layout == m_fields->layoutShown()))
            screen->form = layout;
    });
}

void FormShaper::moveChosen(int steps) {
    const int chosen = m_section;
    if (chosen >= 0) {
        const int to = chosen + steps;
        if (to < 0 || to >= m_fields->layoutShown().sections.size())
            return;
        change(tr("move section"), [&](FormLayout& layout) { moveSection(layout, chosen, to); });
        chooseSection(to);
        return;
    }
    const auto from = m_fields->layoutShown().find(m_column);
    if (!from)
        return;
    const auto size = m_fields->layoutShown().sections[from->section].places.size();
    const int to = from->place + steps;
    if (to < 0 || to >= size) {
        moveToSection(steps);
        return;
    }
    // Before the place it goes to when that is earlier, behind it when it is later.
    change(tr("move field %1").arg(m_column), [&](FormLayout& layout) {
        moveField(layout, m_column, {from->section, to > from->place ? to + 1 : to});
    });
}

void FormShaper::moveToSection(int steps) {
    const auto from = m_fields->layoutShown().find(m_column);
    if (!from) {
        moveChosen(steps);
        return;
    }
    const int to = from->section + steps;
    const auto& sections = m_fields->layoutShown().sections;
    if (to < 0 || to >= sections.size())
        return;
    change(tr("move field %1").arg(m_column), [&](FormLayout& layout) {
        moveField(layout, m_column,
                  {to, steps < 0 ? static_cast<int>(sections[to].places.size()) : 0});
    });
}

void FormShaper::setSpan(int difference) {
    const auto at = m_fields->layoutShown().find(m_column);
    if (!at)
        return;
    change(tr("span of %1").arg(m_column), [&](FormLayout& layout) {
        FormSection& section = layout.sections[at->section];
        FormPlace& place = section.places[at->place];
        place.span =
            std::clamp(std::min(place.span, section.columns) + difference, 1, section.columns);
    });
}

void FormShaper::toggleRow() {
    const auto at = m_fields->layoutShown().find(m_column);
    if (!at)
        return;
    change(tr("row of %1").arg(m_column), [&](FormLayout& layout) {
        FormPlace& place = layout.sections[at->section].places[at->place];
        place.beginsRow = !place.beginsRow;
    });
}

void FormShaper::setColumns(int columns) {
    const int chosen = std::max(0, section());
    change(tr("columns of a section"), [&](FormLayout& layout) {
        layout.sections[chosen].columns = std::clamp(columns, 1, FormSection::MostColumns);
    });
}

void FormShaper::addSectionAfter() {
    // Below the section of what is chosen; what follows the chosen field there moves along.
    const int after =
        section() < 0 ? static_cast<int>(m_fields->layoutShown().sections.size()) - 1 : section();
    const auto at = m_fields->layoutShown().find(m_column);
    change(tr("new section"), [&](FormLayout& layout) {
        addSection(layout, after, tr("Section %1").arg(layout.sections.size() + 1));
        if (!at || at->place == 0)
            return;
        QList<FormPlace>& places = layout.sections[after].places;
        layout.sections[after + 1].places = places.mid(at->place);
        layout.sections[after + 1].columns = layout.sections[after].columns;
        places = places.mid(0, at->place);
    });
    chooseSection(after + 1);
}

void FormShaper::removeChosen() {
    if (m_section >= 0) {
        change(tr("remove section"), [&](FormLayout& layout) { removeSection(layout, m_section); });
        return;
    }
    const QString column = m_column;
    m_binding->workspace()->document()->change(
        tr("field %1 not in the form").arg(column), [&](Project& project) {
            Screen* screen = project.screenById(m_binding->screenId());
            ScreenField* field = screen ? screen->field(column) : nullptr;
            if (field)
                field->shownIn = field->inGrid() ? ShownIn::Grid : ShownIn::Nowhere;
        });
}

void FormShaper::setLabels(LabelSide side) {
    change(tr("labels"), [&](FormLayout& layout) { layout.labels = side; });
}

// The name is typed where it stands.
void FormShaper::rename() {
    const bool ofSection = m_section >= 0;
    if (!ofSection && m_column.isEmpty())
        return;
    const BoundField* field = m_binding->screen().field(m_column);
    const QRect place = ofSection ? m_fields->titleRect(m_section) : m_fields->rectOf(m_column);
    delete m_name;
    m_name = new QLineEdit(
        ofSection ? m_fields->layoutShown().sections[m_section].title : field->label(), this);
    m_name->setObjectName(QStringLiteral("shape-name"));
    m_name->setGeometry(place.left(), place.top() - FrameGap, std::max(180, place.width()),
                        m_name->sizeHint().height());
    m_name->installEventFilter(this);
    m_name->selectAll();
    m_name->show();
    m_name->setFocus(Qt::OtherFocusReason);
    connect(m_name, &QLineEdit::editingFinished, this,
            [this, ofSection, section = m_section, column = m_column] {
                QLineEdit* name = std::exchange(m_name, nullptr);
                if (!name)
                    return;
                const QString text = name->text().trimmed();
                const bool givenUp = name->property("given-up").toBool();
                name->deleteLater();
                setFocus(Qt::OtherFocusReason);
                if (givenUp)
                    return;
                if (ofSection)
                    change(tr("title of a section"), [&](FormLayout& layout) {
                        if (section < layout.sections.size())
                            layout.sections[section].title = text;
                    });
                else
                    changeLabel(column, text);
            });
}

void FormShaper::changeLabel(const QString& column, const QString& text) {
    if (!text.isEmpty())
        PlateEditor(m_binding).set(PlateLine::Label, {column}, text);
}

QString FormShaper::columnAt(const QPoint& point) const {
    for (const QString& column : readingOrder()) {
        if (m_fields->rectOf(column).contains(point))
            return column;
    }
    return {};
}

int FormShaper::sectionTitleAt(const QPoint& point) const {
    for (int section = 0; section < m_fields->layoutShown().sections.size(); ++section) {
        QRect title = m_fields->titleRect(section);
        title.setWidth(m_fields->sectionRect(section).width());
        if (title.contains(point))
            return section;
    }
    return -1;
}

int FormShaper::sectionAt(const QPoint& point) const {
    const int count = static_cast<int>(m_fields->layoutShown().sections.size());
    for (int section = 0; section < count; ++section) {
        if (point.y() <= m_fields->sectionRect(section).bottom())
            return section;
    }
    return count - 1;
}

// Beside the field under the point, at the side that is nearer; below the last one of a section
// where there is none.
std::optional<FormShaper::Insertion> FormShaper::insertionAt(const QPoint& point) const {
    const int section = sectionAt(point);
    if (section < 0)
        return std::nullopt;
    const FormSection& wanted = m_fields->layoutShown().sections[section];
    for (int place = 0; place < wanted.places.size(); ++place) {
        const QRect rect = m_fields->rectOf(wanted.places[place].column);
        if (!rect.contains(point))
            continue;
        const bool across = rect.width() > m_fields->sectionRect(section).width() * 2 / 3;
        const bool after = across ? point.y() > rect.center().y() : point.x() > rect.center().x();
        QRect line;
        if (across)
            line = QRect(rect.left(), (after ? rect.bottom() + 1 : rect.top() - LineThickness),
                         rect.width(), LineThickness);
        else
            line = QRect(after ? rect.right() + 1 : rect.left() - LineThickness, rect.top(),
                         LineThickness, rect.height());
        return Insertion{{section, after ? place + 1 : place}, line};
    }
    const QRect room = m_fields->sectionRect(section);
    const QRect last = wanted.places.isEmpty() ? m_fields->titleRect(section)
                                               : m_fields->rectOf(wanted.places.back().column);
    return Insertion{{section, static_cast<int>(wanted.places.size())},
                     QRect(room.left(), last.bottom() + 1, room.width(), LineThickness)};
}

void FormShaper::mousePressEvent(QMouseEvent* event) {
    setFocus(Qt::MouseFocusReason);
    m_pressed = event->pos();
    m_dragging = false;
    if (const QString column = columnAt(event->pos()); !column.isEmpty())
        choose(column);
    else if (const int section = sectionTitleAt(event->pos()); section >= 0)
        chooseSection(section);
}

void FormShaper::mouseMoveEvent(QMouseEvent* event) {
    const bool overField = !columnAt(event->pos()).isEmpty() || sectionTitleAt(event->pos()) >= 0;
    setCursor(m_dragging ? Qt::ClosedHandCursor
                         : (overField ? Qt::OpenHandCursor : Qt::ArrowCursor));
    if (!(event->buttons() & Qt::LeftButton) || (m_column.isEmpty() && m_section < 0))
        return;
    if ((event->pos() - m_pressed).manhattanLength() < QApplication::startDragDistance())
        return;
    m_dragging = true;
    m_insertion = insertionAt(event->pos());
    if (m_insertion && m_section >= 0) {
        // A section goes between sections.
        const QRect room = m_fields->sectionRect(m_insertion->position.section);
        m_insertion->line =
            QRect(room.left(), room.top() - LineThickness, room.width(), LineThickness);
    }
    update();
}

void FormShaper::mouseReleaseEvent(QMouseEvent*) {
    if (!std::exchange(m_dragging, false) || !m_insertion)
        return;
    const FormLayout::Position to = std::exchange(m_insertion, std::nullopt)->position;
    if (m_section >= 0) {
        const int from = m_section;
        change(tr("move section"),
               [&](FormLayout& layout) { moveSection(layout, from, to.section); });
        chooseSection(to.section);
    } else {
        change(tr("move field %1").arg(m_column),
               [&](FormLayout& layout) { moveField(layout, m_column, to); });
    }
    update();
}

void FormShaper::mouseDoubleClickEvent(QMouseEvent*) { rename(); }

bool FormShaper::event(QEvent* event) {
    // While the form is shaped, moving keys are the shaper's before they are the window's.
    if (event->type() == QEvent::ShortcutOverride) {
        const auto* key = static_cast<QKeyEvent*>(event);
        const bool digits = key->key() >= Qt::Key_1 && key->key() <= Qt::Key_4;
        if (key->modifiers() == Qt::ControlModifier &&
            (digits || key->key() == Qt::Key_Home || key->key() == Qt::Key_End))
            event->accept();
    }
    return QWidget::event(event);
}

void FormShaper::keyPressEvent(QKeyEvent* event) {
    const bool ctrl = event->modifiers() & Qt::ControlModifier;
    switch (event->key()) {
    case Qt::Key_Left:
        ctrl ? moveChosen(-1) : chooseNext(-1);
        break;
    case Qt::Key_Right:
        ctrl ? moveChosen(1) : chooseNext(1);
        break;
    case Qt::Key_Up:
        ctrl ? moveToSection(-1) : chooseNext(-1);
        break;
    case Qt::Key_Down:
        ctrl ? moveToSection(1) : chooseNext(1);
        break;
    case Qt::Key_Plus:
        setSpan(1);
        break;
    case Qt::Key_Minus:
        setSpan(-1);
        break;
    case Qt::Key_Space:
        toggleRow();
        break;
    case Qt::Key_F2:
        rename();
        break;
    case Qt::Key_Insert:
        addSectionAfter();
        break;
    case Qt::Key_Delete:
        removeChosen();
        break;
    case Qt::Key_1:
    case Qt::Key_2:
    case Qt::Key_3:
    case Qt::Key_4:
        if (ctrl)
            setColumns(event->key() - Qt::Key_0);
        break;
    default:
        QWidget::keyPressEvent(event);
    }
}

void FormShaper::paintEvent(QPaintEvent*) {
    const Colours& colours = Theme::instance().colours();
    QPainter painter(this);
    const auto frame = [&](const QRect& rect, const QColor& colour, int width, Qt::PenStyle style) {
        if (isEmptyRect(rect))
            return;
        painter.setPen(QPen(colour, width, style));
        painter.drawRect(rect.adjusted(-FrameGap, -FrameGap, FrameGap, FrameGap - 4));
    };
    for (const QString& column : readingOrder())
        frame(m_fields->rectOf(column), colours.lines, 1, Qt::DashLine);
    const QColor chosen = hasFocus() ? colours.accent : colours.faint;
    if (m_section >= 0)
        frame(m_fields->sectionRect(m_section), chosen, 2, Qt::SolidLine);
    else
        frame(m_fields->rectOf(m_column), chosen, 2, Qt::SolidLine);
    if (m_dragging && m_insertion)
        painter.fillRect(m_insertion->line, colours.accent);
}

} // namespace gravin
