// Comma-separated text (RFC 4180): one reader and one writer of fields for all tables.
#pragma once

#include <cstddef>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

namespace glaukophos {

// A field, in quotes when it holds a comma, a quote or a line break. Text that a spreadsheet would
// take for a formula (it begins with = + - @ or a tab) gets a leading apostrophe.
std::string csvField(std::string_view text);

struct CsvRow {
    std::size_t line = 0;  // where it begins, from 1
    std::vector<std::string>
        fields;  // without blanks at their ends, quotes and csvField's apostrophe
};
// Rows that are not blank. Quoted fields may hold line breaks; a missing last quote ends with the
// text.
std::vector<CsvRow> csvRows(std::string_view text);

// All of a field as a finite number.
std::optional<double> csvNumber(const std::string& field);

}  // namespace glaukophos
