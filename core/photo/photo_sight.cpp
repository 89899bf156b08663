#include "core/photo/photo_sight.h"

#include "core/photo/linear_photo.h"

namespace glaukophos {

Image asSeen(const Image& picture, const PhotoSight& sight) {
    if (sight == PhotoSight{}) return picture;
    Accumulation light;
    light.grid = {picture.width, picture.height};
    light.sum = linearPixels(picture.rgb);
    light.frames = 1;
    if (sight.grey) {
        for (Vec3& pixel : light.sum) {
            pixel = Vec3::Constant(pixel.dot(Vec3(0.2126F, 0.7152F, 0.0722F)));  // IEC 61966-2-1
        }
    }
    return encoded(sight.squint_px > 0.0 ? blurred(light, sight.squint_px) : light);
}

}  // namespace glaukophos
