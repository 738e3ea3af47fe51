package app.promptsparrow.file;

import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Backing;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.GivenIds;
import app.promptsparrow.project.Key;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import app.promptsparrow.project.Tint;
import app.promptsparrow.project.Touches;
import app.promptsparrow.text.Ranges;
import app.promptsparrow.text.Shown;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * The JSON form of a project, {@code docs/project.schema.json}: keys in a fixed order, settings that are at their usual
 * value left out, hits as short arrays.
 */
final class ProjectJson {

    /** The format that is written, and the newest that is read. */
    static final int FORMAT = 6;
    private static final int MOST_RESTS = 48 * Song.MAX_REPEATS;

    /** The format from which on banks have a colour and a fill, and a project a chain. */
    static final int TINTS = 5;

    private ProjectJson() {
    }

    // --- writing ---

    static void write(JsonGenerator out, Project project) throws IOException {
        out.writeStartObject();
        out.writeNumberField("format", FORMAT);
        out.writeStringField("name", project.name());
        out.writeNumberField("milliBpm", project.tempo().milliBpm());
        out.writeStringField("meter", project.meter().text());
        writeSwing(out, project.swing());
        out.writeStringField("key", project.key().text());
        writeTouches(out, project.touches());
        writeChance(out, project.chanceNumber());
        writeGiven(out, project.given());
        out.writeFieldName("kit");
        KitJson.write(out, project.kit());
        writeMaster(out, project.master());
        out.writeArrayFieldStart("banks");
        for (Bank bank : project.banks()) {
            out.writeStartObject();
            writeBankHead(out, bank);
            out.writeArrayFieldStart("slots");
            for (Optional<Pattern> slot : bank.slots()) {
                if (slot.isPresent()) {
                    writePattern(out, slot.get());
                } else {
                    out.writeNull();
                }
            }
            out.writeEndArray();
            out.writeEndObject();
        }
        out.writeEndArray();
        writeChain(out, project.chain());
        out.writeArrayFieldStart("songs");
        for (Song song : project.songs()) {
            writeSong(out, song);
        }
        out.writeEndArray();
        writeBacking(out, project.backing());
        out.writeEndObject();
    }

    /** What a bank is besides its slots. */
    static void writeBankHead(JsonGenerator out, Bank bank) throws IOException {
        out.writeStringField("name", bank.name());
        if (bank.tint().isPresent()) {
            out.writeStringField("tint", bank.tint().get().text());
        }
        if (bank.fill().isPresent()) {
            out.writeNumberField("fill", bank.fill().get().value());
        }
    }

    static Bank readBankHead(JsonPlace json, List<Optional<Pattern>> slots) {
        return json.made(() -> new Bank(json.at("name").text(), json.find("tint").map(tint -> tint.parsed(Tint::parse, "a colour of banks")),
                json.find("fill").map(ProjectJson::readPatternId), slots));
    }

    static void writeChain(JsonGenerator out, List<PatternId> chain) throws IOException {
        if (!chain.isEmpty()) {
            out.writeFieldName("chain");
            out.writeArray(chain.stream().mapToInt(PatternId::value).toArray(), 0, chain.size());
        }
    }

    static List<PatternId> readChain(JsonPlace json, Set<PatternId> ids) {
        return json.find("chain").map(chain -> chain.list(Project.MAX_CHAIN).stream().map(id -> known(id, ids)).toList()).orElse(List.of());
    }

    static void writeTouches(JsonGenerator out, Touches touches) throws IOException {
        if (!touches.equals(Touches.USUAL)) {
            out.writeFieldName("touches");
            out.writeArray(touches.velocities().stream().mapToInt(Integer::intValue).toArray(), 0, Touches.NAMES.size());
        }
    }

    static void writeGiven(JsonGenerator out, GivenIds given) throws IOException {
        out.writeFieldName("given");
        out.writeArray(new int[] {given.patterns(), given.rows(), given.songs()}, 0, 3);
    }

    static void writeChance(JsonGenerator out, int chanceNumber) throws IOException {
        if (chanceNumber != Project.USUAL_CHANCE) {
            out.writeNumberField("chance", chanceNumber);
        }
    }

    static int readChance(JsonPlace json) {
        return json.find("chance").map(JsonPlace::integer).orElse(Project.USUAL_CHANCE);
    }

    /** Level, ceiling, and whether the limiter is on. */
    static void writeMaster(JsonGenerator out, Master master) throws IOException {
        if (!master.equals(Master.USUAL)) {
            out.writeArrayFieldStart("master");
            KitJson.writeNumber(out, master.levelDb());
            KitJson.writeNumber(out, master.ceilingDb());
            out.writeBoolean(master.limiter());
            out.writeEndArray();
        }
    }

    static Master readMaster(JsonPlace json) {
        return json.find("master").map(place -> {
            place.list(3);
            return place.made(() -> new Master(place.at(0).number(), place.at(2).bool(), place.at(1).number()));
        }).orElse(Master.USUAL);
    }

    static void writeSwing(JsonGenerator out, Swing swing) throws IOException {
        out.writeArrayFieldStart("swing");
        out.writeNumber(swing.perMille());
        out.writeString(swing.unit().text());
        out.writeEndArray();
    }

    static void writePattern(JsonGenerator out, Pattern pattern) throws IOException {
        out.writeStartObject();
        out.writeNumberField("id", pattern.id().value());
        out.writeStringField("name", pattern.name());
        out.writeNumberField("length", pattern.length());
        out.writeStringField("step", pattern.step().text());
        if (pattern.meter().isPresent()) {
            out.writeStringField("meter", pattern.meter().get().text());
        }
        if (pattern.swing().isPresent()) {
            writeSwing(out, pattern.swing().get());
        }
        if (pattern.branchedFrom().isPresent()) {
            out.writeNumberField("branchedFrom", pattern.branchedFrom().get().value());
        }
        out.writeArrayFieldStart("lanes");
        for (Map.Entry<RowId, Lane> entry : pattern.lanes().entrySet()) {
            Lane lane = entry.getValue();
            out.writeStartObject();
            out.writeNumberField("row", entry.getKey().value());
            if (lane.step().isPresent()) {
                out.writeStringField("step", lane.step().get().text());
            }
            if (lane.length().isPresent()) {
                out.writeNumberField("length", lane.length().getAsInt());
            }
            if (lane.swing().isPresent()) {
                writeSwing(out, lane.swing().get());
            }
            out.writeArrayFieldStart("hits");
            for (Hit hit : lane.hits()) {
                writeHit(out, hit);
            }
            out.writeEndArray();
            out.writeEndObject();
        }
        out.writeEndArray();
        out.writeEndObject();
    }

    /** [step, velocity, length, timing, pitch, roll, flam, slide], without the usual values at its end. */
    private static void writeHit(JsonGenerator out, Hit hit) throws IOException {
        int count = hit.slide() ? 8 : hit.flam().isPresent() ? 7 : hit.roll().isPresent() ? 6 : hit.pitch() != 0 ? 5
                : hit.timing() != 0 ? 4 : hit.length() != Hit.STEP ? 3 : 2;
        out.writeStartArray();
        out.writeNumber(hit.step());
        out.writeNumber(hit.velocity());
        if (count > 2) {
            out.writeNumber(hit.length());
        }
        if (count > 3) {
            out.writeNumber(hit.timing());
        }
        if (count > 4) {
            out.writeNumber(hit.pitch());
        }
        if (count > 5) {
            if (hit.roll().isPresent()) {
                Roll roll = hit.roll().get();
                out.writeArray(new int[] {roll.count(), roll.spanSteps(), roll.rampPercent(), roll.rampCents()}, 0, 4);
            } else {
                out.writeNull();
            }
        }
        if (count > 6) {
            if (hit.flam().isPresent()) {
                out.writeArray(new int[] {hit.flam().get().gapMs(), hit.flam().get().gracePercent()}, 0, 2);
            } else {
                out.writeNull();
            }
        }
        if (count > 7) {
            out.writeNumber(1);
        }
        out.writeEndArray();
    }

    /** Left out if there is none. */
    static void writeBacking(JsonGenerator out, Optional<Backing> backing) throws IOException {
        if (backing.isEmpty()) {
            return;
        }
        Backing of = backing.get();
        out.writeObjectFieldStart("backing");
        out.writeStringField("file", of.file());
        if (of.kept().isPresent()) {
            out.writeStringField("kept", of.kept().get());
        }
        out.writeNumberField("offset", of.offset());
        out.writeFieldName("level");
        KitJson.writeNumber(out, of.levelDb());
        if (!of.heard()) {
            out.writeBooleanField("silent", true);
        }
        if (of.exported()) {
            out.writeBooleanField("exported", true);
        }
        out.writeEndObject();
    }

    static Optional<Backing> readBacking(JsonPlace json) {
        return json.find("backing").map(of -> {
            of.object("file", "kept", "offset", "level", "silent", "exported");
            return of.made(() -> new Backing(of.at("file").text(), of.find("kept").map(JsonPlace::text), of.at("offset").integer(), of.at("level").number(),
                    !of.find("silent").map(JsonPlace::bool).orElse(false), of.find("exported").map(JsonPlace::bool).orElse(false)));
        });
    }

    static void writeSong(JsonGenerator out, Song song) throws IOException {
        out.writeStartObject();
        out.writeNumberField("id", song.id().value());
        out.writeStringField("name", song.name());
        if (song.round()) {
            out.writeBooleanField("round", true);
        }
        out.writeArrayFieldStart("entries");
        for (Song.Entry entry : song.entries()) {
            out.writeStartObject();
            out.writeNumberField("pattern", entry.pattern().value());
            out.writeNumberField("repeats", entry.repeats());
            if (entry.fill().isPresent()) {
                out.writeNumberField("fill", entry.fill().get().value());
            }
            if (!entry.rests().isEmpty()) {
                out.writeArrayFieldStart("rests");
                for (Rest rest : entry.rests()) {
                    boolean whole = rest.equals(Rest.whole(rest.row()));
                    out.writeArray(new int[] {rest.row().value(), rest.first(), rest.last()}, 0, whole ? 1 : 3);
                }
                out.writeEndArray();
            }
            out.writeEndObject();
        }
        out.writeEndArray();
        out.writeEndObject();
    }

    // --- reading ---

    /** The number of the format something is written in, from the first that it was ever written in. */
    static int readFormat(JsonPlace json, int first) {
        int format = json.at("format").integer();
        if (format > FORMAT) {
            throw json.wrong("the file has format " + format + " and was made by a newer version; this one reads up to "
                    + FORMAT + ", so update the program");
        }
        if (format < first) {
            throw json.at("format").wrong("expected a format of " + first + " or more");
        }
        return format;
    }

    /**
     * Reads a project, as far as that can be: a row, a pattern, an entry or a value that is damaged is left out or as it usually is.
     *
     * @param leftOut told each part that cannot be read and without which the rest is whole
     * @throws JsonPlace.Wrong naming the place, if the whole is not what it should be
     */
    static Project read(JsonPlace json, LeftOut leftOut) {
        int format = readFormat(json, 1);
        if (format == 1) {
            json.object("format", "name", "milliBpm", "meter", "swing", "key", "kit", "banks", "songs");
        } else if (format == 2) {
            json.object("format", "name", "milliBpm", "meter", "swing", "key", "touches", "given", "kit", "banks", "songs");
        } else if (format == 3) {
            json.object("format", "name", "milliBpm", "meter", "swing", "key", "touches", "chance", "given", "kit", "banks", "songs");
        } else if (format == 4) {
            json.object("format", "name", "milliBpm", "meter", "swing", "key", "touches", "chance", "given", "kit", "master", "banks", "songs");
        } else {
            json.object("format", "name", "milliBpm", "meter", "swing", "key", "touches", "chance", "given", "kit", "master", "banks", "chain", "songs", "backing");
        }
        List<JsonPlace> places = json.at("banks").list(Project.MAX_BANKS);
        Kit kit = KitJson.read(json.at("kit"), format, leftOut); // before the patterns, whose bass notes its rows are to play
        List<Bank> banks = new ArrayList<>();
        Set<PatternId> ids = new HashSet<>();
        for (JsonPlace bank : places) {
            banks.add(readBank(bank, banks.size() + 1, kit, ids, format, leftOut));
        }
        List<Song> songs = new ArrayList<>();
        int number = 0;
        for (JsonPlace song : json.at("songs").list(Project.MAX_SONGS)) {
            int place = ++number;
            leftOut.tried(() -> "song " + place, () -> readSong(song, place, ids, songs, leftOut)).ifPresent(songs::add);
        }
        Project usual = Project.untitled();
        String name = leftOut.or(usual.name(), "its name", () -> json.at("name").text());
        Tempo tempo = leftOut.or(usual.tempo(), "its tempo", () -> json.at("milliBpm").made(() -> new Tempo(json.at("milliBpm").integer())));
        Meter meter = leftOut.or(usual.meter(), "its meter", () -> json.at("meter").parsed(Meter::parse, "a meter such as 4/4"));
        Swing swing = leftOut.or(usual.swing(), "its swing", () -> readSwing(json.at("swing")));
        Key key = leftOut.or(usual.key(), "its key", () -> json.at("key").parsed(Key::parse, "a key such as A minor"));
        Touches touches = leftOut.or(usual.touches(), "its touches", () -> readTouches(json));
        int chance = leftOut.or(usual.chanceNumber(), "its chance number", () -> readChance(json));
        Master master = leftOut.or(usual.master(), "its master", () -> readMaster(json));
        List<PatternId> chain = leftOut.or(List.of(), "its chain", () -> readChain(json, ids));
        Optional<Backing> backing = leftOut.or(Optional.empty(), "its backing", () -> readBacking(json));
        GivenIds given = leftOut.or(GivenIds.NONE, "the ids given out", () -> json.find("given").map(ProjectJson::readGiven).orElse(GivenIds.NONE));
        return json.made(() -> new Project(name, tempo, meter, swing, key, touches, chance, kit, master, banks, chain, songs, backing, given));
    }

    /** One of the project's songs: of two with one id the first stays. */
    private static Song readSong(JsonPlace json, int number, Set<PatternId> ids, List<Song> before, LeftOut leftOut) {
        Song song = readSong(json, number, ids, leftOut);
        json.find("id").ifPresent(id -> upTo(id, SongId.MOST_READ));
        if (before.stream().anyMatch(other -> other.id().equals(song.id()))) {
            throw json.wrong("song id " + song.id().value() + " is given twice");
        }
        return song;
    }

    private static Bank readBank(JsonPlace json, int number, Kit kit, Set<PatternId> ids, int format, LeftOut leftOut) {
        if (format < TINTS) {
            json.object("name", "slots");
        } else {
            json.object("name", "tint", "fill", "slots");
        }
        List<Optional<Pattern>> slots = new ArrayList<>();
        for (JsonPlace slot : json.at("slots").list(Bank.SLOTS)) {
            if (slot.isNull()) {
                slots.add(Optional.empty());
                continue;
            }
            int place = slots.size() + 1;
            slots.add(leftOut.tried(() -> "the pattern in slot " + place + " of bank " + number, () -> readPattern(slot, kit, ids)));
        }
        return readBankHead(json, slots);
    }

    /** A pattern of the project: its id is its own, and its bass rows can play their notes. */
    private static Pattern readPattern(JsonPlace slot, Kit kit, Set<PatternId> ids) {
        Pattern pattern = readPattern(slot);
        for (Row row : kit.rows()) {
            if (row.isBass()) {
                slot.made(() -> {
                    pattern.lane(row.id()).checkNotes(row.name());
                    return row;
                });
            }
        }
        upTo(slot.at("id"), PatternId.MOST_READ);
        if (!ids.add(pattern.id())) {
            throw slot.wrong("pattern id " + pattern.id().value() + " is given twice");
        }
        return pattern;
    }

    static Touches readTouches(JsonPlace json) {
        return json.find("touches").map(touches -> touches.made(() -> new Touches(touches.list(Touches.NAMES.size()).stream()
                .map(JsonPlace::integer).toList()))).orElse(Touches.USUAL);
    }

    static GivenIds readGiven(JsonPlace json) {
        int songs = json.list(3).size() == 3 ? upTo(json.at(2), SongId.MOST_READ) : 0; // before format 6 songs had no ids
        return json.made(() -> new GivenIds(upTo(json.at(0), PatternId.MOST_READ), json.at(1).integer(), songs));
    }

    /** Ids that are higher leave no room for the next ones. */
    private static int upTo(JsonPlace json, int most) {
        return json.made(() -> Ranges.check("an id in a file", json.integer(), 0, most));
    }

    static Swing readSwing(JsonPlace json) {
        json.list(2);
        return json.made(() -> new Swing(json.at(0).integer(), json.at(1).parsed(StepValue::parse, "1/8 or 1/16")));
    }

    static Pattern readPattern(JsonPlace json) {
        json.object("id", "name", "length", "step", "meter", "swing", "branchedFrom", "lanes");
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        for (JsonPlace lane : json.at("lanes").list(RowId.MAX)) {
            RowId row = lane.at("row").made(() -> new RowId(lane.at("row").integer()));
            if (lanes.containsKey(row)) {
                throw lane.wrong("row " + row.value() + " has two lanes");
            }
            lanes.put(row, readLane(lane));
        }
        return json.made(() -> new Pattern(new PatternId(json.at("id").integer()), json.at("name").text(),
                json.at("length").integer(), json.at("step").parsed(StepValue::parse, "a step value such as 1/16"),
                json.find("meter").map(meter -> meter.parsed(Meter::parse, "a meter such as 6/8")),
                json.find("swing").map(ProjectJson::readSwing),
                json.find("branchedFrom").map(ProjectJson::readPatternId), lanes));
    }

    private static Lane readLane(JsonPlace json) {
        json.object("row", "step", "length", "swing", "hits");
        List<Hit> hits = new ArrayList<>();
        for (JsonPlace hit : json.at("hits").list(Hit.MAX_STEP + 1)) {
            hits.add(readHit(hit));
        }
        return json.made(() -> new Lane(
                json.find("step").map(step -> step.parsed(StepValue::parse, "a step value such as 1/16")),
                json.find("length").map(length -> OptionalInt.of(length.integer())).orElse(OptionalInt.empty()),
                json.find("swing").map(ProjectJson::readSwing), hits));
    }

    private static Hit readHit(JsonPlace json) {
        int count = json.list(8).size();
        Optional<Roll> roll = count > 5 && !json.at(5).isNull() ? Optional.of(readRoll(json.at(5))) : Optional.empty();
        Optional<Flam> flam = count > 6 && !json.at(6).isNull() ? Optional.of(readFlam(json.at(6))) : Optional.empty();
        return json.made(() -> new Hit(json.at(0).integer(), json.at(1).integer(),
                count > 2 ? json.at(2).integer() : Hit.STEP, count > 3 ? json.at(3).integer() : 0,
                count > 4 ? json.at(4).integer() : 0, roll, flam, count > 7 && json.at(7).integer() == 1));
    }

    private static Roll readRoll(JsonPlace json) {
        return json.made(() -> new Roll(json.at(0).integer(), json.at(1).integer(), json.at(2).integer(), json.at(3).integer()));
    }

    private static Flam readFlam(JsonPlace json) {
        return json.made(() -> new Flam(json.at(0).integer(), json.at(1).integer()));
    }

    /**
     * Reads a song, as far as that can be: an entry that cannot be played is left out.
     *
     * @param number  its place among the songs, by which those of formats before 6 are known
     * @param leftOut told what, and why
     */
    static Song readSong(JsonPlace json, int number, Set<PatternId> ids, LeftOut leftOut) {
        json.object("id", "name", "round", "entries");
        List<Song.Entry> entries = new ArrayList<>();
        int place = 0;
        for (JsonPlace entry : json.at("entries").list(Song.MAX_ENTRIES)) {
            int at = ++place;
            leftOut.tried(() -> "entry " + at + " of the song '" + Shown.text(json.at("name").text()) + "'", () -> readEntry(entry, ids)).ifPresent(entries::add);
        }
        return json.made(() -> new Song(new SongId(json.find("id").map(JsonPlace::integer).orElse(number)), json.at("name").text(),
                json.find("round").map(JsonPlace::bool).orElse(false), entries));
    }

    private static Song.Entry readEntry(JsonPlace entry, Set<PatternId> ids) {
        entry.object("pattern", "repeats", "fill", "leftOut", "rests");
        List<Rest> rests = new ArrayList<>();
        entry.find("leftOut").ifPresent(list -> list.list(RowId.MAX).forEach(row -> rests.add(row.made(() -> Rest.whole(new RowId(row.integer())))))); // before format 6
        entry.find("rests").ifPresent(list -> list.list(MOST_RESTS).forEach(rest -> rests.add(readRest(rest))));
        return entry.made(() -> new Song.Entry(known(entry.at("pattern"), ids), entry.at("repeats").integer(), entry.find("fill").map(fill -> known(fill, ids)), rests));
    }

    private static Rest readRest(JsonPlace json) {
        return json.made(() -> {
            RowId row = new RowId(json.at(0).integer());
            return json.list(3).size() == 1 ? Rest.whole(row) : new Rest(row, json.at(1).integer(), json.at(2).integer());
        });
    }

    private static PatternId readPatternId(JsonPlace json) {
        return json.made(() -> new PatternId(json.integer()));
    }

    private static PatternId known(JsonPlace json, Set<PatternId> ids) {
        PatternId id = readPatternId(json);
        if (!ids.contains(id)) {
            throw json.wrong("there is no pattern with id " + id.value());
        }
        return id;
    }
}
