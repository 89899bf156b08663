// Figure stage, first page: size, which way it stands, and what was repaired.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "app/jobs/loader.h"
#include "app/widgets/number_field.h"
#include "core/figure/stance.h"

namespace glaukophos {

class Document;

class StandingPage : public QWidget {
    Q_OBJECT

  public:
    StandingPage(Document& document, Loader& loader, QWidget* parent = nullptr);

    // Where the viewer stands now, for "this is the front".
    void setView(const ViewChoice& view) { m_view = view; }

  signals:
    void openRequested();
    void reimportRequested();

  private:
    void buildSize();
    void connectSize();
    void buildTurns();
    void refresh();
    void restand(const QString& text, const Stance& stance);
    void scaleTo(double height_mm);
    [[nodiscard]] double shownHeight_mm() const;

    Document& m_document;
    Loader& m_loader;
    ViewChoice m_view;
    QLabel* m_measures;  // owned by Qt, as are the following
    QLabel* m_report;
    QPushButton* m_proposal;
    double m_proposed_deg = 0.0;
    QComboBox* m_unit;
    QComboBox* m_measured_to;
    QComboBox* m_usual;
    NumberField* m_height;
};

}  // namespace glaukophos
