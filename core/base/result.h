// Errors as values: what went wrong and what the user can do about it.
#pragma once

#include <string>
#include <tl/expected.hpp>

namespace glaukophos {

enum class ErrorCode { BadInput, NotFound, NoPermission, TooLarge, Cancelled, WriteFailed };

// `message` is one sentence for the user: what is wrong, and what to do.
struct Error {
    ErrorCode code = ErrorCode::BadInput;
    std::string message;
};

// A value, or why there is none. The compiler refuses to drop one unread.
template <class T>
class [[nodiscard]] Result : public tl::expected<T, Error> {
  public:
    using tl::expected<T, Error>::expected;
};

inline tl::unexpected<Error> fail(ErrorCode code, std::string message) {
    return tl::unexpected<Error>(Error{code, std::move(message)});
}

}  // namespace glaukophos
