// SPDX-License-Identifier: GPL-3.0-or-later
// How the view of a project keeps its file: saving it, and what others make of it meanwhile.
#include "app/build/merge_dialog.h"
#include "app/shell/workspace_view.h"
#include "app/use/screen_page.h"

namespace gravin {

void WorkspaceView::save() {
    if (m_build) {
        saveProject();
        return;
    }
    ScreenPage* page = currentPage();
    if (!page)
        return;
    page->endCellEdit();
    page->save();
}

void WorkspaceView::saveProject() {
    ProjectDocument* document = m_workspace->document();
    const bool wasSigned = document->isSigned();
    const Status saved = document->save();
    if (saved)
        Q_EMIT said({Notice::Kind::Done,
                     wasSigned && !document->isSigned()
                         ? tr("Saved the project to %1. It is not signed any more: gravin sign "
                              "signs it anew.")
                               .arg(document->file())
                         : tr("Saved the project to %1.").arg(document->file())});
    else if (saved.error().kind == ErrorKind::Conflict)
        bringTogether();
    else
        Q_EMIT said({Notice::Kind::Refused, saved.error().sentence, saved.error().detail});
}

void WorkspaceView::bringTogether() {
    auto* dialog = new MergeDialog(m_workspace, this);
    connect(dialog, &MergeDialog::takenTogether, this, [this] {
        const bool isLeft = m_workspace->document()->isModified();
        Q_EMIT said({Notice::Kind::Done,
                     isLeft ? tr("Brought together. It is not saved yet; undo takes it back here.")
                            : tr("The project is as it is in the file.")});
    });
    dialog->open();
}

void WorkspaceView::tellOfFile() {
    const bool builds = m_workspace->document()->standing().may(Act::Build) && !m_useOnly;
    m_workspace->notices()->refuse(
        builds ? tr("Somebody else has saved the project meanwhile. Saving it here (Ctrl+S in "
                    "Build) shows what differs and brings both together.")
               : tr("Somebody has saved the project meanwhile. Open it again to work with it as it "
                    "is now."));
}

} // namespace gravin
