// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/expression_field.h"
#include "app/use/shaping_face.h"
#include "session/screen_binding.h"

class QLineEdit;
class QToolButton;
#include <QKeySequence>

namespace gravin {

class FoldingRow;
class FormShaper;
class GridView;
class FieldAdder;
struct LinesOffer;
class PlateEditor;
class PlateView;
class RecordForm;
class ScreenPage;
class ShaperBar;

// What Build adds to a screen: the plate over its grid, or the plate beside its form with the form
// open to be arranged. The widgets are placed by the screen's page, which owns them.
class BuildFace : public ShapingFace {
    Q_OBJECT
public:
    // `page` owns it.
    explicit BuildFace(ScreenPage* page);

    // That of a page; null: it has none.
    static BuildFace* of(const ScreenPage* page);

    // What stands in its head, as commands of the window, which have the keys.
    struct Tool {
        const char* id; // of the button, too
        QString text;
        QKeySequence keys = {};
        bool isInMenu = true;
    };
    static QList<Tool> allTools();
    // Why it cannot be used now; empty: it can.
    QString reasonAgainst(const Tool& tool) const;
    // Requires: nothing is against it.
    void use(const Tool& tool) const;

    PlateEditor* editor() const { return m_editor; }
    PlateView* gridPlate() const { return m_gridPlate; }
    PlateView* formPlate() const { return m_formPlate; }
    PlateView* plate() const { return m_part == Part::Grid ? m_gridPlate : m_formPlate; }
    FormShaper* shaper() const { return m_shaper; }

    // Where somebody who shapes stands, to go on there on the same screen made anew.
    struct Place {
        Part part = Part::Grid;
        bool showsAllLines = false;
        int row = -1; // of the plate; below 0: the keys are elsewhere
        int column = -1;
    };
    Place place() const;
    void goTo(const Place& place);

    QWidget* tools() const override;
    QWidget* overGrid() const override;
    QWidget* besideForm() const override;
    QWidget* overForm() const override;
    Part part() const override { return m_part; }
    void setPart(Part part) override;
    void setShown(bool shown) override;
    void followHiddenColumns() override;
    void focus() override;
    // Opens the panel on what a field offers.
    void showOffers(const QString& column);
    // Opens the panel on what must hold, with this field's check first; empty: any.
    void showChecks(const QString& column);
    // Opens the panel on what the stored values say, with this field first; empty: any.
    void showEvidence(const QString& column);
    void showComputed(const QString& column);
    // The plate of these children was come to from the screen that they stand in: a way back.
    void setCameFrom(const QString& screenId, const QString& label);

Q_SIGNALS:
    // To the plate of children, with those of the current record; or to another screen: back to
    // where that was, or to a copy.
    void childrenRequested(const gravin::RecordLink& link);
    void screenRequested(const QString& screenId);
    // A column is wanted that the table does not have.
    void newFieldRequested(const QString& table);

private:
    QList<QWidget*> makeParts();
    FoldingRow* makeTools();
    void showSettings();
    void showStatements();
    void offerChildren();
    QString fieldsOfRow(const RecordLink& link) const;
    void offerMissingFields();
    void offerReached(QMenu* menu, const QStringList& path);
    void offerLines(QMenu* menu);
    void offerColumns(QMenu* menu, const LinesOffer& lines);
    ExpressionField::Sample currentRecord() const;
    template <typename Panel>
    void keepSample(Panel* panel);
    void lookAtValues();
    void refreshProposalCount();

    ScreenPage* m_page;
    ScreenBinding* m_binding;
    GridView* m_grid;
    RecordForm* m_form;
    PlateEditor* m_editor;
    FieldAdder* m_adder;
    PlateView* m_gridPlate;
    PlateView* m_formPlate;
    FormShaper* m_shaper;
    ShaperBar* m_shaperBar;
    QToolButton* m_gridButton = nullptr;
    QToolButton* m_formButton = nullptr;
    QToolButton* m_allLines = nullptr;
    QToolButton* m_addField = nullptr;
    QToolButton* m_wayBack = nullptr;
    QToolButton* m_children = nullptr;
    QString m_cameFrom; // the id of a screen; empty: of none
    QToolButton* m_evidence = nullptr;
    QLineEdit* m_narrow = nullptr;
    FoldingRow* m_tools;
    Part m_part = Part::Grid;
    bool m_shown = false;
};

} // namespace gravin
