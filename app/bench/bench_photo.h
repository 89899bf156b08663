// At the bench: where the step goes, on the painter's own photograph of the figure.
#pragma once

#include "app/document/document.h"
#include "app/jobs/photo_maker.h"
#include "app/view/photo_view.h"

namespace glaukophos {

class BenchPhoto : public PhotoView {
    Q_OBJECT

  public:
    explicit BenchPhoto(Document& document, QWidget* parent = nullptr);

    // Whether there is a matched photograph; the newest is taken.
    [[nodiscard]] bool canShow() const { return newestMatched() != nullptr; }
    void showStep(std::size_t step);

  signals:
    void shown();

  private:
    [[nodiscard]] const PlanPhotograph* newestMatched() const;

    Document& m_document;
    PhotoBytes m_looked_at;
    PhotoMaker m_maker;  // last: its worker ends first
};

}  // namespace glaukophos
