package app.promptsparrow.file;

import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.project.Song;
import app.promptsparrow.text.Ranges;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.Tempo;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** The JSON of a journal's lines: first what it builds on, then what changed each time. */
final class JournalJson {

    private JournalJson() {
    }

    /** A journal that was read: where it begins and what followed. */
    record Content(Path journal, JsonPlace header, List<JsonPlace> changes) {

        Journal.Found found() {
            JsonPlace last = changes.get(changes.size() - 1);
            return new Journal.Found(journal, file(), last.at("name").text(), Instant.ofEpochMilli(Long.parseLong(last.at("time").text())),
                    last.at("edits").integer());
        }

        private Optional<Path> file() {
            return header.find("file").map(place -> Path.of(place.text()));
        }

        /** The base, and the base with all changes. A file that holds the work as it was on the way was saved here, just before the end: then that is the base. */
        Journal.Recovered recovered() throws FileProblem {
            try {
                Optional<Path> from = baseFile();
                Project base = from.isPresent() ? ProjectFile.open(from.get()) : ProjectJson.read(header.at("base"), LeftOut.what());
                Optional<FileVersion> version = file().filter(saved -> from.equals(Optional.of(saved))).map(saved -> new FileVersion(saved, header.at("sha256").text()));
                Optional<ProjectFile.Opened> newer = version.isEmpty() ? asItIsNow() : Optional.empty();
                Project project = base;
                for (JsonPlace change : changes) {
                    project = changed(project, change, header.at("format").integer());
                    if (newer.isPresent() && newer.get().project().equals(project)) {
                        base = project;
                        version = Optional.of(newer.get().version());
                    }
                }
                return new Journal.Recovered(base, project, version);
            } catch (JsonPlace.Wrong | IllegalArgumentException wrong) {
                throw new FileProblem(journal, wrong.getMessage(), wrong);
            }
        }

        private Optional<ProjectFile.Opened> asItIsNow() {
            try {
                return file().isEmpty() ? Optional.empty() : Optional.of(ProjectFile.openVersion(file().get()));
            } catch (FileProblem gone) {
                return Optional.empty();
            }
        }

        /** The version of the file that the work builds on: the file, or the one before it; empty for a project without a file. */
        private Optional<Path> baseFile() throws FileProblem {
            if (file().isEmpty()) {
                return Optional.empty();
            }
            Path saved = file().get();
            String wanted = header.at("sha256").text();
            for (Path candidate : List.of(saved, AtomicFile.old(saved))) {
                if (new FileVersion(candidate, wanted).now() == FileVersion.Now.SAME) {
                    return Optional.of(candidate);
                }
            }
            throw new FileProblem(saved, "is no longer the version that the unsaved work builds on");
        }
    }

    static byte[] header(Project base, Optional<FileVersion> file) throws IOException {
        return made(json -> {
            json.writeNumberField("format", ProjectJson.FORMAT);
            if (file.isPresent()) {
                json.writeStringField("file", file.get().file().toAbsolutePath().toString());
                json.writeStringField("sha256", file.get().sha256());
            } else {
                json.writeFieldName("base");
                ProjectJson.write(json, base);
            }
        });
    }

    static byte[] change(Project before, Project now, int edits, Instant time) throws IOException {
        return made(json -> {
            json.writeStringField("time", Long.toString(time.toEpochMilli()));
            json.writeNumberField("edits", edits);
            json.writeStringField("name", now.name());
            json.writeNumberField("milliBpm", now.tempo().milliBpm());
            json.writeStringField("meter", now.meter().text());
            ProjectJson.writeSwing(json, now.swing());
            json.writeStringField("key", now.key().text());
            ProjectJson.writeTouches(json, now.touches());
            ProjectJson.writeChance(json, now.chanceNumber());
            ProjectJson.writeGiven(json, now.given());
            ProjectJson.writeMaster(json, now.master());
            if (now.kit() != before.kit()) {
                json.writeFieldName("kit");
                KitJson.write(json, now.kit());
            }
            json.writeArrayFieldStart("banks");
            for (Bank bank : now.banks()) {
                json.writeStartObject();
                ProjectJson.writeBankHead(json, bank);
                json.writeEndObject();
            }
            json.writeEndArray();
            slots(json, before, now);
            ProjectJson.writeChain(json, now.chain());
            ProjectJson.writeBacking(json, now.backing());
            if (now.songs() != before.songs()) {
                json.writeArrayFieldStart("songs");
                for (Song song : now.songs()) {
                    ProjectJson.writeSong(json, song);
                }
                json.writeEndArray();
            }
        });
    }

    private static void slots(JsonGenerator json, Project before, Project now) throws IOException {
        json.writeArrayFieldStart("slots");
        for (int bank = 0; bank < now.banks().size(); bank++) {
            if (bank < before.banks().size() && before.banks().get(bank) == now.banks().get(bank)) {
                continue;
            }
            for (int slot = 0; slot < Bank.SLOTS; slot++) {
                SlotRef ref = new SlotRef(bank, slot);
                Optional<Pattern> pattern = now.at(ref);
                if (before.at(ref).equals(pattern)) {
                    continue;
                }
                json.writeStartObject();
                json.writeNumberField("bank", bank);
                json.writeNumberField("slot", slot);
                if (pattern.isPresent()) {
                    json.writeFieldName("pattern");
                    ProjectJson.writePattern(json, pattern.get());
                }
                json.writeEndObject();
            }
        }
        json.writeEndArray();
    }

    private static Project changed(Project project, JsonPlace json, int format) {
        List<Bank> banks = new ArrayList<>();
        List<JsonPlace> heads = json.at("banks").list(Project.MAX_BANKS);
        for (int i = 0; i < heads.size(); i++) {
            banks.add(i < project.banks().size() ? project.banks().get(i) : Bank.empty("New"));
        }
        for (JsonPlace slot : json.at("slots").list(Project.MAX_BANKS * Bank.SLOTS)) {
            int bank = place(slot.at("bank"), banks.size());
            banks.set(bank, banks.get(bank).with(place(slot.at("slot"), Bank.SLOTS), slot.find("pattern").map(ProjectJson::readPattern)));
        }
        for (int i = 0; i < heads.size(); i++) { // once the slots are as they were: a fill is one of them
            banks.set(i, format < ProjectJson.TINTS ? banks.get(i).withName(heads.get(i).text()) : ProjectJson.readBankHead(heads.get(i), banks.get(i).slots()));
        }
        Set<PatternId> ids = new HashSet<>();
        banks.forEach(bank -> bank.patterns().forEach(pattern -> ids.add(pattern.id())));
        List<Song> songs = new ArrayList<>();
        json.find("songs").ifPresentOrElse(list -> list.list(Project.MAX_SONGS).forEach(song -> songs.add(ProjectJson.readSong(song, songs.size() + 1, ids, LeftOut.what()))),
                () -> songs.addAll(project.songs()));
        return json.made(() -> new Project(json.at("name").text(), new Tempo(json.at("milliBpm").integer()),
                json.at("meter").parsed(Meter::parse, "a meter"), ProjectJson.readSwing(json.at("swing")),
                json.at("key").parsed(Key::parse, "a key"), ProjectJson.readTouches(json), ProjectJson.readChance(json), json.find("kit").map(kit -> KitJson.read(kit, format, LeftOut.nothing())).orElse(project.kit()), ProjectJson.readMaster(json), banks, ProjectJson.readChain(json, ids), songs, ProjectJson.readBacking(json),
                json.find("given").map(ProjectJson::readGiven).orElse(project.given())).checked());
    }

    private static int place(JsonPlace json, int size) {
        return json.made(() -> Ranges.check("a place", json.integer(), 0, size - 1));
    }

    /** What the whole lines of a journal say; empty if not even one change can be read. */
    static Optional<Content> read(Path journal, List<byte[]> lines) {
        try {
            List<JsonPlace> places = new ArrayList<>();
            for (byte[] line : lines) {
                places.add(JsonText.tree(new ByteArrayInputStream(line)));
            }
            if (places.size() < 2 || places.get(0).at("format").integer() > ProjectJson.FORMAT) {
                return Optional.empty();
            }
            Content content = new Content(journal, places.get(0), places.subList(1, places.size()));
            content.found();
            return Optional.of(content);
        } catch (IOException | JsonPlace.Wrong | IllegalArgumentException unreadable) {
            return Optional.empty();
        }
    }

    private interface Writing {
        void to(JsonGenerator json) throws IOException;
    }

    private static byte[] made(Writing writing) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream(4_096);
        try (JsonGenerator json = JsonText.generator(out)) {
            json.writeStartObject();
            writing.to(json);
            json.writeEndObject();
        }
        return out.toByteArray();
    }
}
