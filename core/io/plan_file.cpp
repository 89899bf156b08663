// .glauk by libzip, always in memory: nothing of an archive is ever unpacked to disk.
#include "core/io/plan_file.h"

#include <fmt/format.h>
#include <zip.h>

#include <memory>

#include "core/figure/stance.h"
#include "core/io/bench_file.h"
#include "core/io/file_bytes.h"
#include "core/io/surface_ply.h"

namespace glaukophos {
namespace {

constexpr const char* kBenchEntry = "bench.json";

namespace fs = std::filesystem;

constexpr zip_uint64_t kLargestPlanText = 16'000'000;
constexpr zip_uint64_t kLargestUnpacked = 4'000'000'000;

struct DiscardZip {
    void operator()(zip_t* archive) const { zip_discard(archive); }
};
using ZipArchive = std::unique_ptr<zip_t, DiscardZip>;

struct CloseZipFile {
    void operator()(zip_file_t* file) const { zip_fclose(file); }
};

tl::unexpected<Error> damaged(const fs::path& file, const std::string& why) {
    return fail(ErrorCode::BadInput, fmt::format("{} is damaged: {}. Use an earlier copy.",
                                                 file.filename().string(), why));
}

// Opens an archive that lies in `bytes`, which must outlive it.
ZipArchive archiveOf(std::span<const char> bytes) {
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* source = zip_source_buffer_create(bytes.data(), bytes.size(), 0, &error);
    zip_t* archive = source == nullptr ? nullptr : zip_open_from_source(source, ZIP_RDONLY, &error);
    if (archive == nullptr && source != nullptr) zip_source_free(source);
    zip_error_fini(&error);
    return ZipArchive(archive);
}

// The content of one entry; `budget` shrinks by its size.
Result<std::vector<char>> unpack(zip_t* archive, const std::string& name, zip_uint64_t& budget,
                                 const fs::path& file) {
    zip_stat_t stat;
    if (zip_stat(archive, name.c_str(), 0, &stat) != 0 || (stat.valid & ZIP_STAT_SIZE) == 0) {
        return damaged(file, fmt::format("\"{}\" is missing", name));
    }
    if (stat.size > budget) return damaged(file, fmt::format("\"{}\" is too large", name));
    budget -= stat.size;
    const std::unique_ptr<zip_file_t, CloseZipFile> entry(zip_fopen(archive, name.c_str(), 0));
    std::vector<char> bytes(stat.size);
    if (entry == nullptr || zip_fread(entry.get(), bytes.data(), bytes.size()) !=
                                static_cast<zip_int64_t>(bytes.size())) {
        return damaged(file, fmt::format("\"{}\" cannot be unpacked", name));
    }
    return bytes;
}

Result<std::shared_ptr<const Figure>> figureWithSurface(ImportedFigure imported,
                                                        std::span<const char> surface_bytes,
                                                        std::size_t part_count,
                                                        const Progress& progress) {
    auto whole = parseSurfacePly(surface_bytes, part_count);
    if (!whole) return tl::unexpected(whole.error());
    auto labels = std::make_shared<const PartLabels>(whole->labels);
    auto form = makeForm(std::move(imported), std::move(*whole), progress);
    if (!form) return tl::unexpected(form.error());
    return dividedFigure(std::move(*form), std::move(labels), part_count);
}

Result<void> standCopies(ImportedFigure& imported, const std::vector<WrittenCopy>& copies) {
    for (const WrittenCopy& copy : copies) {
        std::vector<PartIndex> single;
        for (const std::string& name : copy.single) {
            const auto part = std::ranges::find(imported.parts, name, &ImportedPart::name);
            if (part == imported.parts.end()) {
                return fail(ErrorCode::BadInput,
                            fmt::format("The plan cannot be read: a copy has no part \"{}\" to "
                                        "stand on.",
                                        name));
            }
            single.push_back(static_cast<PartIndex>(part - imported.parts.begin()));
        }
        const auto stood = standCopy(imported, copy.where, single);
        if (!stood) return tl::unexpected(stood.error());
    }
    return {};
}

template <class Load>
Result<void> loadPhotographs(WrittenPlan& written, const Load& load) {
    for (std::size_t i = 0; i < written.photo_files.size(); ++i) {
        auto bytes = load(written.photo_files[i]);
        if (!bytes) return tl::unexpected(bytes.error());
        if (bytes->size() > kLargestPhotograph) {
            return fail(ErrorCode::TooLarge,
                        fmt::format("The photograph \"{}\" of the plan is larger than {} MB.",
                                    written.photo_files[i], kLargestPhotograph / 1'000'000));
        }
        PlanPhotograph& photo = written.plan.photographs[i];
        photo.bytes = std::make_shared<const std::vector<char>>(std::move(*bytes));
    }
    return {};
}

// Loads the files a plan names, by way of `load(name)` which gives their bytes.
template <class Load>
Result<Plan> completed(WrittenPlan written, const fs::path& file, const Load& load,
                       const Progress& progress) {
    std::vector<NamedMesh> meshes;
    for (const std::string& name : written.mesh_files) {
        auto bytes = load(name);
        if (!bytes) return tl::unexpected(bytes.error());
        auto read = parseMeshes(file.parent_path() / name, *bytes, {progress.stop, {}});
        if (!read) return tl::unexpected(read.error());
        std::ranges::move(*read, std::back_inserter(meshes));
        if (progress.stopped()) return fail(ErrorCode::Cancelled, "Stopped.");
        progress.at(0.3 * static_cast<double>(meshes.size()) /
                    static_cast<double>(written.mesh_files.size()));
    }
    if (auto read = loadPhotographs(written, load); !read) return tl::unexpected(read.error());
    auto imported = assembleFigure(std::move(meshes), written.division, file.filename().string(),
                                   {progress.stop, {}});
    if (!imported) return tl::unexpected(imported.error());
    const auto copies = standCopies(*imported, written.copies);
    if (!copies) return tl::unexpected(copies.error());
    if (written.surface_file.empty()) {
        auto figure = makeFigure(std::move(*imported), progress);
        if (!figure) return tl::unexpected(figure.error());
        return withFigure(std::move(written), std::move(*figure));
    }
    const auto surface = load(written.surface_file);
    if (!surface) return tl::unexpected(surface.error());
    auto figure =
        figureWithSurface(std::move(*imported), *surface, written.plan.parts.size(), progress);
    if (!figure) return tl::unexpected(figure.error());
    return withFigure(std::move(written), std::move(*figure));
}

Result<PlanWithLog> openArchive(const fs::path& file, std::span<const char> bytes,
                                const Progress& progress) {
    const ZipArchive archive = archiveOf(bytes);
    if (archive == nullptr) return damaged(file, "it is not a complete archive");
    zip_uint64_t text_budget = kLargestPlanText;
    const auto text = unpack(archive.get(), "plan.json", text_budget, file);
    if (!text) return tl::unexpected(text.error());
    auto written = parsePlan({text->data(), text->size()});
    if (!written) return tl::unexpected(written.error());
    zip_uint64_t budget = kLargestUnpacked;
    auto plan = completed(
        std::move(*written), file,
        [&](const std::string& name) { return unpack(archive.get(), name, budget, file); },
        progress);
    if (!plan) return tl::unexpected(plan.error());
    BenchLog log;
    if (zip_name_locate(archive.get(), kBenchEntry, 0) >= 0) {
        const auto log_text = unpack(archive.get(), kBenchEntry, text_budget, file);
        if (!log_text) return tl::unexpected(log_text.error());
        auto read = parseBench({log_text->data(), log_text->size()});
        if (!read) return tl::unexpected(read.error());
        log = std::move(*read);
    }
    return PlanWithLog{std::move(*plan), std::move(log)};
}

// glTF is JSON too; its specification demands an "asset".
bool isGltf(std::string_view json) {
    return json.find("\"asset\"") != std::string_view::npos &&
           json.find("glaukophos-plan") == std::string_view::npos;
}

Result<Plan> openText(const fs::path& file, std::span<const char> bytes, const Progress& progress) {
    auto written = parsePlan({bytes.data(), bytes.size()});
    if (!written) return tl::unexpected(written.error());
    return completed(
        std::move(*written), file,
        [&](const std::string& name) {
            return readBytes(file.parent_path() / name, kLargestMeshFile);
        },
        progress);
}

bool addEntry(zip_t* archive, const std::string& name, const std::string& bytes) {
    zip_source_t* source = zip_source_buffer(archive, bytes.data(), bytes.size(), 0);
    if (source == nullptr) return false;
    const zip_int64_t index = zip_file_add(archive, name.c_str(), source, ZIP_FL_ENC_UTF_8);
    if (index < 0) {
        zip_source_free(source);
        return false;
    }
    const auto entry = static_cast<zip_uint64_t>(index);
    // The quickest setting: a mesh shrinks by half either way. A fixed date keeps equal plans
    // equal byte for byte.
    return zip_set_file_compression(archive, entry, ZIP_CM_DEFLATE, 1) == 0 &&
           zip_file_set_dostime(archive, entry, 0, 0x21, 0) == 0;
}

// The archive's bytes; empty on failure. `entries` must outlive the call only.
std::string zipped(const std::vector<std::pair<std::string, std::string>>& entries) {
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* target = zip_source_buffer_create(nullptr, 0, 0, &error);
    if (target == nullptr) return {};
    zip_source_keep(target);
    zip_t* archive = zip_open_from_source(target, ZIP_TRUNCATE, &error);
    bool complete = archive != nullptr;
    for (const auto& [name, bytes] : entries) {
        complete = complete && addEntry(archive, name, bytes);
    }
    if (archive != nullptr && (!complete || zip_close(archive) != 0)) {
        zip_discard(archive);
        complete = false;
    }
    std::string bytes;
    if (complete && zip_source_open(target) == 0) {
        zip_source_seek(target, 0, SEEK_END);
        bytes.resize(static_cast<std::size_t>(zip_source_tell(target)));
        zip_source_seek(target, 0, SEEK_SET);
        zip_source_read(target, bytes.data(), bytes.size());
        zip_source_close(target);
    }
    zip_source_free(target);
    zip_error_fini(&error);
    return bytes;
}

}  // namespace

bool isPlan(const fs::path& file, std::string_view content) {
    if (file.extension() == ".glauk") return true;
    if (content.starts_with("PK\x03\x04")) {
        return content.substr(0, 200).find("plan.json") != std::string_view::npos;
    }
    const std::size_t first = content.find_first_not_of(" \t\r\n\xEF\xBB\xBF");
    return first != std::string_view::npos && content[first] == '{' && !isGltf(content);
}

Result<PlanWithLog> openWithLog(const fs::path& file, const Progress& progress) {
    const auto bytes = readBytes(file, kLargestMeshFile);
    if (!bytes) return tl::unexpected(bytes.error());
    const std::string_view content(bytes->data(), bytes->size());
    const auto alone = [](Result<Plan> plan) -> Result<PlanWithLog> {
        if (!plan) return tl::unexpected(plan.error());
        return PlanWithLog{std::move(*plan), {}};
    };
    if (isPlan(file, content)) {
        if (content.starts_with("PK\x03\x04")) return openArchive(file, *bytes, progress);
        if (content.find('{') < 16) return alone(openText(file, *bytes, progress));
        return damaged(file, "it is not a complete archive");
    }
    auto imported = readFigure({&file, 1}, Division::Pieces,
                               {progress.stop, [&](double f) { progress.at(0.4 * f); }});
    if (!imported) return tl::unexpected(imported.error());
    return alone(planFromFigure(file.stem().string(), std::move(*imported),
                                {progress.stop, [&](double f) { progress.at(0.4 + 0.6 * f); }}));
}

Result<Plan> openPlan(const fs::path& file, const Progress& progress) {
    auto opened = openWithLog(file, progress);
    if (!opened) return tl::unexpected(opened.error());
    return std::move(opened->plan);
}

Result<ImportedFigure> importFigure(std::span<const fs::path> files,
                                    std::optional<float> doubtful_unit_mm, const Progress& progress,
                                    const SeenMeshes& seen, std::optional<Vec3> up) {
    auto meshes = readMeshes(files, {progress.stop, [&](double f) { progress.at(0.4 * f); }});
    if (!meshes) return tl::unexpected(meshes.error());
    if (seen) seen(*meshes);
    auto imported =
        assembleFigure(std::move(*meshes), Division::Pieces, files.front().filename().string(),
                       {progress.stop, [&](double f) { progress.at(0.4 + 0.5 * f); }});
    if (!imported) return imported;
    Stance stance;
    stance.turn = up ? turnToUp(*up) : uprightTurn(imported->mesh, imported->y_is_up);
    stand(imported->mesh, stance);
    stance.turn.setIdentity();
    const float height = boundsOf(imported->mesh.positions_mm).size().z();
    stance.scale = guessedUnit(height).mm;
    if (doubtful_unit_mm && !fitsAFigure(height, lengthUnits().front())) {
        stance.scale = *doubtful_unit_mm;
    }
    stand(imported->mesh, stance);
    imported->unit_mm = stance.scale;
    return imported;
}

Result<Plan> planFromFigure(std::string title, ImportedFigure imported, const Progress& progress) {
    auto figure = makeFigure(std::move(imported), progress);
    if (!figure) return tl::unexpected(figure.error());
    return startingPlan(std::move(title), std::move(*figure));
}

Result<void> savePlan(const Plan& plan, const fs::path& file, const BenchLog& log) {
    const Form& form = *plan.figure->form;
    StoredFigure stored{{"figure/original.stl"}, "figure/surface.ply", Division::AsGiven, {}};
    for (std::size_t i = 0; i < plan.photographs.size(); ++i) {
        stored.photo_files.push_back(fmt::format("photographs/{}", i + 1));
    }
    std::vector<std::pair<std::string, std::string>> entries = {
        {"plan.json", planJson(plan, stored)},
        {stored.mesh_files.front(), binaryStl(form.imported.mesh, plan.title)},
        {stored.surface_file, surfacePly(form.whole, *plan.figure->labels)},
    };
    for (std::size_t i = 0; i < plan.photographs.size(); ++i) {
        const std::vector<char>& photo = *plan.photographs[i].bytes;
        entries.emplace_back(stored.photo_files[i], std::string(photo.begin(), photo.end()));
    }
    if (log != BenchLog{}) entries.emplace_back(kBenchEntry, benchText(log));
    const std::string bytes = zipped(entries);
    if (bytes.empty()) {
        return fail(ErrorCode::WriteFailed, "The plan could not be packed. Free some memory.");
    }
    return writeAtomically(file, bytes);
}

}  // namespace glaukophos
