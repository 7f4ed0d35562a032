// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <QWidget>

class QButtonGroup;
class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;

namespace gravin {

// Where a database is, as fields: its kind, and then a file, or a server with an account. What the
// fields do not show of a specification is kept.
class ConnectionForm : public QWidget {
    Q_OBJECT
public:
    explicit ConnectionForm(QWidget* parent = nullptr);

    void setSpec(const ConnectionSpec& spec);
    // As it stands in the fields; the password is not part of it.
    ConnectionSpec spec() const;
    Engine engine() const;
    QString password() const;
    void clearPassword();
    bool keepsPassword() const;
    void setKeepsPassword(bool keeps);
    bool worksOnCopy() const;
    void setWorksOnCopy(bool works);
    // Whether a copy can be asked for.
    void offerCopy(bool offer);
    // What this address says stays as it says it; nothing: all can be changed.
    void setFixed(const std::optional<ConnectionSpec>& said);
    // Why nothing can be tried yet; empty: it can.
    QString missing() const;
    // Its first field; of an account that is known, the password.
    void focusFirst();
    // To what this address lacks first. `isAway`: nobody answered there.
    void focusLacking(const ConnectionSpec& said, bool isAway);

Q_SIGNALS:
    void edited(); // by the person, not by setSpec()
    // Something was done, or could not be, with the engine's or system's own words.
    void done(const QString& text);
    void refused(const QString& text, const QString& detail);

private:
    QWidget* kindFields();
    QWidget* fileFields();
    QWidget* serverFields();
    void setEngine(Engine engine);
    void takeAddress(const QString& address);
    void chooseDatabase();
    void makeDatabase();
    void followPath();

    QButtonGroup* m_engines;
    QWidget* m_filePart;
    QWidget* m_serverPart;
    QLineEdit* m_path;
    QLabel* m_pathState;
    QCheckBox* m_copy;
    QLineEdit* m_address;
    QLineEdit* m_host;
    QLineEdit* m_port;
    QLineEdit* m_database;
    QLineEdit* m_user;
    QLineEdit* m_password;
    QCheckBox* m_keep;
    QComboBox* m_tls;
    ConnectionSpec m_base; // what the fields do not show: options of an address
};

} // namespace gravin
