// The painter's rack goes with the painter, not only with the plan: new figures start with it.
#pragma once

#include "app/document/document.h"

namespace glaukophos {

class OwnRack : public QObject {
    Q_OBJECT

  public:
    // Kept as a file in `folder`.
    OwnRack(Document& document, const QString& folder, QObject* parent = nullptr);

    // The rack that was last worked with; nothing when there is none yet, or it cannot be read.
    [[nodiscard]] std::optional<std::vector<Paint>> last() const;

  private:
    void keep();
    [[nodiscard]] QString file() const;

    Document& m_document;
    QString m_folder;
    std::vector<Paint> m_kept;
};

}  // namespace glaukophos
