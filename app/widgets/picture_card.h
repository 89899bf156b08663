// A button that holds a picture above a title and a sentence.
#pragma once

#include <QPushButton>

class QLabel;

namespace glaukophos {

inline constexpr int kPicture_px = 190;  // high

class PictureCard : public QPushButton {
    Q_OBJECT

  public:
    // The picture may be null; `sentence` may be empty.
    PictureCard(const QPixmap& picture, const QString& title, const QString& sentence,
                QWidget* parent);

    [[nodiscard]] QString title() const { return m_title; }
    [[nodiscard]] bool hasPicture() const { return m_has_picture; }
    [[nodiscard]] QSize sizeHint() const override;

  private:
    QString m_title;
    bool m_has_picture;
};

}  // namespace glaukophos
