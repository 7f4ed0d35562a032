// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_report.h"
#include "core/database/worker.h"

#include <QWidget>

#include <memory>

class QCheckBox;
class QLabel;
class QLineEdit;
class QPushButton;

namespace gravin {

class ConnectionForm;

// Where a database is described, tried and made the ground of a project: kind, where, who, what is
// allowed, where the project is kept. Also asks for a password that is missing.
class ConnectionPage : public QWidget {
    Q_OBJECT
public:
    explicit ConnectionPage(QWidget* parent = nullptr);
    ~ConnectionPage() override;

    // A new project; every field empty.
    void startNew();
    // Another database for a project that is open.
    void startRepoint(const QString& projectName, const ConnectionSpec& present);
    // A project is there, but its server is not reached, or lets nobody in: what the project does
    // not say is asked for, and remembered outside of it.
    void askAccess(const QString& projectFile, const ConnectionSpec& asked, const Error& why);

    // As it stands in the fields; the password is not part of it.
    ConnectionSpec spec() const;

Q_SIGNALS:
    // The project file was written and can be opened.
    void projectReady(const QString& file);
    // The open project is to be compared with this database.
    void comparisonRequested(const gravin::ConnectionSpec& other);
    void cancelled();

private:
    void buildFields();
    void connectFields();
    QWidget* projectFields();
    void setSpec(const ConnectionSpec& spec);
    void chooseProject();
    void proposeProject();
    void edited();
    void rememberPassword() const;
    void test();
    void showReport(const Result<ConnectionReport>& report);
    void create();
    void goOn(const ConnectionSpec& connection);
    void copyThere();
    // Keeps the password where the person wants that; then, unless it was refused, goes on.
    void keepPassword(const ConnectionSpec& connection, const std::function<void()>& then);
    void makeProject(const ConnectionSpec& connection);
    // One thing at a time is asked of a database, in the background; m_stop stops it.
    template <typename T>
    void ask(const QString& announcement, std::function<Result<T>(Session&)> job,
             std::function<void(const Result<T>&)> answer);
    void say(const QString& text, const char* role, const QString& detail = {});

    ConnectionForm* m_form;
    QCheckBox* m_insert;
    QCheckBox* m_update;
    QCheckBox* m_delete;
    QCheckBox* m_trim;
    QCheckBox* m_log;
    QWidget* m_projectPart;
    QLineEdit* m_project;
    QPushButton* m_test;
    QPushButton* m_create;
    QPushButton* m_copy; // takes the tables of the project's database along
    QPushButton* m_stop;
    QLabel* m_title;
    QLabel* m_state;
    QLabel* m_detail;
    QLabel* m_reason;
    // What the page is for.
    enum class Task { NewProject, Access, Repoint };
    Task m_task = Task::NewProject;
    QString m_existingProject; // of an access
    ConnectionSpec m_asked;    // as that project says it
    ConnectionSpec m_present;  // of the project that is to have another database
    bool m_projectProposed = true;
    WorkerHandle m_worker; // of what is asked now; null: nothing is
    Worker::JobId m_job = 0;
};

} // namespace gravin
