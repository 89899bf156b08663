// Reads the published tables in tests/reference/data.
#pragma once

#include <map>
#include <string>
#include <vector>

namespace glaukophos {

// One row by column name; '#' lines are skipped. Throws when the file cannot be read.
using TableRow = std::map<std::string, std::string>;
std::vector<TableRow> readReferenceTable(const std::string& name);

double number(const TableRow& row, const std::string& column);

}  // namespace glaukophos
