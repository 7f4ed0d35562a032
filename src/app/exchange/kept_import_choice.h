// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QComboBox>

#include <functional>

namespace gravin {

// The imports that the project keeps for a screen; the first entry is none of them. Seen once there
// is one.
class KeptImportChoice : public QComboBox {
    Q_OBJECT
public:
    // `workspace` must outlive it.
    KeptImportChoice(Workspace* workspace, QString screenId, QWidget* parent = nullptr);

    std::optional<KeptImport> chosen() const;
    // Asks for a name and keeps what `make` gives for it, instead of one that is called so.
    void askToKeep(std::function<KeptImport(const QString& name)> make);

Q_SIGNALS:
    void kept(const QString& name);

private:
    void list(const QString& chosen);
    void keep(const KeptImport& import);

    Workspace* m_workspace;
    QString m_screenId;
};

} // namespace gravin
