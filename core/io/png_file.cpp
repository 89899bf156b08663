// libpng's simplified interface, into memory and then atomically to disk.
#include "core/io/png_file.h"

#include <png.h>

#include <string>

#include "core/io/file_bytes.h"

namespace glaukophos {

Result<void> writePng(const Image& image, const std::filesystem::path& file) {
    png_image png{};
    png.version = PNG_IMAGE_VERSION;
    png.width = static_cast<png_uint_32>(image.width);
    png.height = static_cast<png_uint_32>(image.height);
    png.format = PNG_FORMAT_RGB;
    png_alloc_size_t size = PNG_IMAGE_PNG_SIZE_MAX(png);
    std::string bytes(size, '\0');
    if (png_image_write_to_memory(&png, bytes.data(), &size, 0, image.rgb.data(), 0, nullptr) ==
        0) {
        return fail(ErrorCode::WriteFailed, "The picture could not be made.");
    }
    bytes.resize(size);
    return writeAtomically(file, bytes);
}

}  // namespace glaukophos
