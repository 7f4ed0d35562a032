// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/kept_import_choice.h"

#include <QInputDialog>
#include <QSignalBlocker>

#include <algorithm>

namespace gravin {

KeptImportChoice::KeptImportChoice(Workspace* workspace, QString screenId, QWidget* parent)
    : QComboBox(parent)
    , m_workspace(workspace)
    , m_screenId(std::move(screenId)) {
    setObjectName(QStringLiteral("import-kept"));
    setAccessibleName(tr("Kept import"));
    setToolTip(tr("Do as an import that the project keeps"));
    list({});
}

void KeptImportChoice::list(const QString& chosen) {
    const QSignalBlocker blocker(this);
    clear();
    addItem(tr("as guessed from the file"));
    for (const KeptImport& kept : m_workspace->project().imports) {
        if (kept.screen == m_screenId)
            addItem(kept.name, kept.name);
    }
    setCurrentIndex(std::max(0, findData(chosen)));
    setVisible(count() > 1);
}

std::optional<KeptImport> KeptImportChoice::chosen() const {
    const KeptImport* kept =
        m_workspace->project().importNamed(m_screenId, currentData().toString());
    return kept ? std::optional(*kept) : std::nullopt;
}

void KeptImportChoice::askToKeep(std::function<KeptImport(const QString& name)> make) {
    auto* dialog = new QInputDialog(window());
    dialog->setObjectName(QStringLiteral("import-name"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Keep this import"));
    dialog->setLabelText(tr("Under this name, in the project:"));
    dialog->setTextValue(currentData().toString());
    connect(dialog, &QInputDialog::textValueSelected, this,
            [this, make = std::move(make)](const QString& typed) {
                if (const QString name = typed.trimmed(); !name.isEmpty())
                    keep(make(name));
            });
    dialog->open();
}

void KeptImportChoice::keep(const KeptImport& import) {
    m_workspace->document()->change(
        tr("Keep the import “%1”").arg(import.name), [&](Project& project) {
            const auto same = std::find_if(
                project.imports.begin(), project.imports.end(),
                [&](const KeptImport& each) { return each.isCalled(m_screenId, import.name); });
            if (same == project.imports.end())
                project.imports += import;
            else
                *same = import;
        });
    list(import.name);
    Q_EMIT kept(import.name);
}

} // namespace gravin
