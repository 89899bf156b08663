#include "core/io/csv.h"

#include <charconv>
#include <cmath>

#include "core/io/trimmed.h"

namespace glaukophos {
namespace {

constexpr std::string_view kFormulaMarks = "=+-@\t";

bool beginsAFormula(std::string_view text) {
    return !text.empty() && kFormulaMarks.find(text.front()) != std::string_view::npos;
}

std::string plain(std::string_view field) {
    const std::string_view text = trimmed(field);
    if (text.starts_with('\'') && beginsAFormula(text.substr(1)))
        return std::string(text.substr(1));
    return std::string(text);
}

}  // namespace

std::string csvField(std::string_view text) {
    std::string field(text);
    if (beginsAFormula(text)) field.insert(field.begin(), '\'');
    if (field.find_first_of(",\"\n\r") == std::string::npos) return field;
    std::string quoted = "\"";
    for (const char c : field) {
        if (c == '"') quoted += '"';
        quoted += c;
    }
    return quoted + "\"";
}

std::vector<CsvRow> csvRows(std::string_view text) {
    std::vector<CsvRow> rows;
    CsvRow row{1, {}};
    std::string field;
    std::size_t line = 1;
    bool quoted = false;
    const auto endField = [&] {
        row.fields.push_back(plain(field));
        field.clear();
    };
    const auto endRow = [&] {
        endField();
        const bool blank = row.fields.size() == 1 && row.fields.front().empty();
        if (!blank) rows.push_back(std::move(row));
        row = {line, {}};
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '\n') ++line;
        if (c == '"' && quoted && i + 1 < text.size() && text[i + 1] == '"') {
            field += text[++i];
        } else if (c == '"') {
            quoted = !quoted;
        } else if (c == ',' && !quoted) {
            endField();
        } else if (c == '\n' && !quoted) {
            endRow();
        } else {
            field += c;
        }
    }
    endRow();
    return rows;
}

std::optional<double> csvNumber(const std::string& field) {
    double number = 0.0;
    const char* const end = field.data() + field.size();
    const auto [read, error] = std::from_chars(field.data(), end, number);
    if (error != std::errc() || read != end || !std::isfinite(number)) return std::nullopt;
    return number;
}

}  // namespace glaukophos
