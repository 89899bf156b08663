// Comma-separated values; quotes keep commas together.
#include "tests/support/reference_table.h"

#include <fstream>
#include <stdexcept>

namespace glaukophos {
namespace {

std::vector<std::string> fieldsOf(const std::string& line) {
    std::vector<std::string> fields(1);
    bool quoted = false;
    for (const char c : line) {
        if (c == '"') {
            quoted = !quoted;
        } else if (c == ',' && !quoted) {
            fields.emplace_back();
        } else {
            fields.back() += c;
        }
    }
    return fields;
}

}  // namespace

std::vector<TableRow> readReferenceTable(const std::string& name) {
    std::ifstream file(std::string(GLAUKOPHOS_TEST_DATA) + "/" + name);
    if (!file) throw std::runtime_error("cannot read " + name);
    std::vector<TableRow> rows;
    std::vector<std::string> columns;
    for (std::string line; std::getline(file, line);) {
        if (line.empty() || line.front() == '#') continue;
        const std::vector<std::string> fields = fieldsOf(line);
        if (columns.empty()) {
            columns = fields;
            continue;
        }
        TableRow& row = rows.emplace_back();
        for (std::size_t i = 0; i < fields.size() && i < columns.size(); ++i) {
            row[columns[i]] = fields[i];
        }
    }
    return rows;
}

double number(const TableRow& row, const std::string& column) { return std::stod(row.at(column)); }

}  // namespace glaukophos
