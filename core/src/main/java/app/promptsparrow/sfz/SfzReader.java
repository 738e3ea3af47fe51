package app.promptsparrow.sfz;

import app.promptsparrow.chart.NewRows;
import app.promptsparrow.file.FileProblem;
import app.promptsparrow.file.SampleFolder;
import app.promptsparrow.file.SoundImport;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.kit.Tune;
import app.promptsparrow.kit.Voicing;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import app.promptsparrow.text.Names;
import app.promptsparrow.text.Shown;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * Makes a kit of an SFZ text: the regions of one key are a row, its layers by velocity, in turn or by chance as the regions say. A
 * region over more than {@value #MOST_KEYS_OF_A_DRUM} keys is a bass row. What a kit cannot say is told. Any thread.
 */
public final class SfzReader {

    public static final String EXTENSION = ".sfz";

    private static final int MOST_KEYS_OF_A_DRUM = 4;
    private static final Comparator<Map<String, String>> SOFTEST_FIRST = Comparator.comparingInt(region -> key(region, "lovel", 1));
    /** Opcodes that are understood, or that say what is so anyway. */
    private static final Set<String> KNOWN = Set.of("sample", "key", "lokey", "hikey", "pitch_keycenter", "lovel", "hivel", "volume", "pan", "tune", "transpose", "pitch",
            "offset", "end", "group", "off_by", "off_mode", "seq_length", "seq_position", "lorand", "hirand", "loop_mode", "loopmode", "ampeg_release", "amp_veltrack",
            "direction", "default_path", "trigger", "region_label", "group_label", "global_label", "master_label", "loop_start", "loop_end", "loopstart", "loopend",
            "pitch_keytrack", "note_polyphony", "polyphony", "hint_ram_based", "sw_default", "sparrow_family");

    /**
     * A kit, and what of the text it could not take over.
     *
     * @param leftOut sentences' parts, each about one thing
     */
    public record Taken(Kit kit, List<String> leftOut) {
    }

    /** Of our own, which others pass over: what sort of sound a row is. */
    static final String FAMILY = "sparrow_family";

    private final Path file;
    private final Path folder;
    private final SampleFolder samples;
    private final Map<String, Integer> leftOut = new TreeMap<>();
    private final Map<Integer, Integer> chokeGroups = new LinkedHashMap<>();
    /** Files that were taken in already, by path. */
    private final Map<Path, Optional<SampleSound>> sounds = new LinkedHashMap<>();

    private SfzReader(Path file, SampleFolder samples) {
        this.file = file;
        this.folder = SfzText.folder(file);
        this.samples = samples;
    }

    /** Reads a text and takes its samples in. */
    public static Taken open(Path file) throws FileProblem {
        return open(file, SampleFolder.usual());
    }

    static Taken open(Path file, SampleFolder samples) throws FileProblem {
        return new SfzReader(file, samples).read();
    }

    /** The regions that sound on some keys. */
    private record Keys(int low, int high) {
    }

    private Taken read() throws FileProblem {
        Map<Keys, List<Map<String, String>>> byKeys = new LinkedHashMap<>();
        for (Map<String, String> region : SfzText.regions(file)) {
            region.keySet().stream().filter(opcode -> !KNOWN.contains(opcode)).forEach(opcode -> leave("opcode " + Shown.text(opcode)));
            if (!region.getOrDefault("trigger", "attack").equals("attack")) {
                leave("regions that sound when a key is let go");
            } else if (region.containsKey("sample")) {
                int key = key(region, "key", -1);
                byKeys.computeIfAbsent(new Keys(key(region, "lokey", Math.max(0, key)), key(region, "hikey", key < 0 ? 127 : key)), keys -> new ArrayList<>()).add(region);
            }
        }
        joinNotes(byKeys);
        List<Row> rows = new ArrayList<>();
        Set<String> names = new HashSet<>();
        for (Map.Entry<Keys, List<Map<String, String>>> entry : byKeys.entrySet()) {
            if (rows.size() == Kit.MAX_ROWS) {
                leave("rows: a kit has at most " + Kit.MAX_ROWS);
            } else {
                tried(entry.getKey(), entry.getValue(), rows).ifPresent(row -> rows.add(row.withName(Names.free(row.name(), names))));
            }
        }
        if (rows.isEmpty()) {
            throw new FileProblem(file, "has no region with a sample that can be read" + (leftOut.isEmpty() ? "" : ": " + told().get(0)));
        }
        return new Taken(new Kit(SoundImport.named(file), rows, Reverb.USUAL), told());
    }

    /** An instrument sampled every few keys is one row, with the sample in its middle. */
    private void joinNotes(Map<Keys, List<Map<String, String>>> byKeys) {
        List<Keys> wide = byKeys.keySet().stream().filter(keys -> keys.high > keys.low).sorted(Comparator.comparingInt(Keys::low)).toList();
        for (int from = 0, to; from < wide.size(); from = to) {
            to = from + 1;
            while (to < wide.size() && wide.get(to).low == wide.get(to - 1).high + 1) {
                to++;
            }
            if (to - from > 1) {
                List<Map<String, String>> middle = byKeys.get(wide.get((from + to) / 2));
                for (Keys keys : wide.subList(from, to)) {
                    byKeys.remove(keys);
                    leave("samples of one instrument's other notes");
                }
                byKeys.put(new Keys(wide.get(from).low, wide.get(to - 1).high), middle);
            }
        }
    }

    private void leave(String what) {
        leftOut.merge(what, 1, Integer::sum);
    }

    private List<String> told() {
        return leftOut.entrySet().stream().map(one -> one.getKey() + (one.getValue() == 1 ? "" : " (" + one.getValue() + " times)")).toList();
    }

    // --- a row ---

    /** A row of odd values is left out and named, and costs no other. */
    private Optional<Row> tried(Keys keys, List<Map<String, String>> regions, List<Row> before) throws FileProblem {
        try {
            return row(keys, regions, before);
        } catch (IllegalArgumentException odd) {
            leave("the regions on key " + keys.low + ": " + odd.getMessage());
            return Optional.empty();
        }
    }

    private Optional<Row> row(Keys keys, List<Map<String, String>> regions, List<Row> before) throws FileProblem {
        List<Map<String, String>> there = new ArrayList<>();
        List<SampleSound> found = new ArrayList<>();
        for (Map<String, String> region : fewer(regions)) {
            Optional<SampleSound> sound = sound(region);
            if (sound.isPresent()) {
                there.add(region);
                found.add(sound.get());
            }
        }
        if (there.isEmpty()) {
            return Optional.empty();
        }
        Map<String, String> first = there.get(0);
        boolean bass = keys.high - keys.low >= MOST_KEYS_OF_A_DRUM;
        int note = Math.max(keys.low, Math.min(keys.high, key(first, "pitch_keycenter", bass ? 60 : keys.low)));
        if (!bass && keys.high > keys.low) {
            leave("keys beside the one of a drum");
        }
        String name = first.getOrDefault("region_label", first.getOrDefault("group_label", found.get(0).name()));
        Optional<Family> told = Arrays.stream(Family.values()).filter(one -> one.name().equalsIgnoreCase(first.getOrDefault(FAMILY, ""))).findFirst();
        Family family = told.isPresent() ? told.get() : bass ? Family.BASS : Family.ofName(name).or(() -> Family.ofName(PercussionMap.rowName(note))).filter(one -> one != Family.BASS).orElse(Family.OTHER);
        Row row = NewRows.of(bass ? Family.BASS : family == Family.BASS ? Family.OTHER : family, Names.of(name, "Row"), before, before.size() + 1).withFamily(family);
        List<Layer> layers = new ArrayList<>();
        LayerChoice choice = choice(there);
        for (int i = 0; i < there.size(); i++) {
            Map<String, String> region = there.get(i);
            SampleSound sound = bass ? found.get(i).withRootCents(100 * key(region, "pitch_keycenter", 60)) : found.get(i);
            layers.add(layer(region, sound, choice));
        }
        Voicing voicing = row.voicing().withChoice(choice).withEnding(ending(first, bass)).withChokeGroup(choke(first))
                .withVelocityResponse(Math.max(0, Math.min(100, (int) Math.round(number(first, "amp_veltrack", 100)))));
        double pan = Math.max(-1, Math.min(1, number(first, "pan", 0) / 100));
        if (there.stream().anyMatch(region -> number(region, "pan", 0) != number(first, "pan", 0))) {
            leave("pans of single layers");
        }
        return Optional.of(row.withLayers(layers).withVoicing(voicing).withStrip(Strip.NEUTRAL.withPan(pan))
                .withMidi(bass ? row.midi() : MidiOut.drum(note)));
    }

    /** At most as many as a row can have: of sounds that take turns in every range of velocities the first ones, of many ranges some. */
    private List<Map<String, String>> fewer(List<Map<String, String>> regions) {
        List<Map<String, String>> some = new ArrayList<>(regions);
        boolean ranges = regions.stream().map(region -> key(region, "lovel", 1) + " " + key(region, "hivel", 127)).distinct().count() > 1;
        if (ranges) {
            Set<String> seen = new HashSet<>();
            some.sort(SOFTEST_FIRST);
            some.removeIf(region -> !seen.add(key(region, "lovel", 1) + " " + key(region, "hivel", 127)));
            if (some.size() < regions.size()) {
                leave("further sounds for the same velocities");
            }
        }
        if (some.size() > Row.MOST_LAYERS) {
            leave("layers: a row has at most " + Row.MOST_LAYERS);
            List<Map<String, String>> even = new ArrayList<>();
            for (int i = 0; i < Row.MOST_LAYERS; i++) {
                even.add(some.get(i * (some.size() - 1) / (Row.MOST_LAYERS - 1)));
            }
            return ranges ? closed(even) : even;
        }
        return some;
    }

    /** Ranges of velocities, the softest first, that leave no gap where others were left out. */
    private static List<Map<String, String>> closed(List<Map<String, String>> regions) {
        List<Map<String, String>> closed = new ArrayList<>();
        int next = 1;
        for (int i = 0; i < regions.size(); i++) {
            Map<String, String> region = new LinkedHashMap<>(regions.get(i));
            int high = i == regions.size() - 1 ? 127 : Math.max(next, key(region, "hivel", 127));
            region.put("lovel", Integer.toString(next));
            region.put("hivel", Integer.toString(high));
            next = Math.min(127, high + 1);
            closed.add(region);
        }
        return closed;
    }

    private static LayerChoice choice(List<Map<String, String>> regions) {
        if (regions.stream().anyMatch(region -> key(region, "lovel", 1) > 1 || key(region, "hivel", 127) < 127)) {
            return LayerChoice.BY_VELOCITY;
        }
        if (regions.size() > 1 && regions.stream().allMatch(region -> number(region, "seq_length", 1) > 1)) {
            return LayerChoice.IN_TURN;
        }
        return regions.size() > 1 && regions.stream().anyMatch(region -> region.containsKey("lorand") || region.containsKey("hirand")) ? LayerChoice.BY_CHANCE : LayerChoice.TOGETHER;
    }

    private Layer layer(Map<String, String> region, SampleSound sound, LayerChoice choice) throws FileProblem {
        double cents = number(region, "tune", number(region, "pitch", 0)) + 100 * number(region, "transpose", 0);
        Layer layer = Layer.of(sound).withNearestLevelDb(Math.rint(10 * number(region, "volume", 0)) / 10)
                .withTune(Tune.cents((int) Math.max(-Tune.MOST_CENTS, Math.min(Tune.MOST_CENTS, Math.rint(cents)))));
        if (choice == LayerChoice.BY_VELOCITY) {
            int low = Math.max(1, key(region, "lovel", 1));
            layer = layer.withVelocities(low, Math.max(low, key(region, "hivel", 127)));
        }
        double offset = Math.max(0, number(region, "offset", 0));
        double end = number(region, "end", 0);
        Span span = Span.WHOLE.withReversed(region.getOrDefault("direction", "").equals("reverse"));
        if (offset > 0 || end > 0) {
            int hz = rate(region);
            span = span.withStartUs(Math.min(Span.MOST_US - 1, Math.round(offset * 1e6 / hz)));
            long endUs = Math.min(Span.MOST_US, Math.round((end + 1) * 1e6 / hz));
            span = end > 0 && endUs > span.startUs() ? span.withEndUs(endUs) : span;
        }
        return layer.withSpan(span);
    }

    private static Ending ending(Map<String, String> region, boolean bass) {
        String usual = bass || region.containsKey("ampeg_release") ? "no_loop" : "one_shot";
        if (!bass && region.getOrDefault("loop_mode", region.getOrDefault("loopmode", usual)).equals("one_shot")) {
            return Ending.RING;
        }
        double release = number(region, "ampeg_release", 0) * 1_000;
        return release >= 10 ? Ending.fade((int) Math.min(10_000, release)) : bass ? Ending.fade(60) : Ending.CUT;
    }

    private int choke(Map<String, String> region) {
        int group = (int) number(region, "group", 0);
        int by = (int) number(region, "off_by", 0);
        if (by == 0) {
            return 0;
        }
        if (by != group) {
            leave("choking by another group");
            return 0;
        }
        int next = chokeGroups.size() + 1;
        int choke = chokeGroups.computeIfAbsent(group, any -> next);
        return choke <= Voicing.MOST_CHOKE_GROUP ? choke : 0;
    }

    // --- samples ---

    private Path path(Map<String, String> region) {
        return SfzText.within(folder, region.getOrDefault("default_path", "") + region.get("sample"));
    }

    private Optional<SampleSound> sound(Map<String, String> region) throws FileProblem {
        Path path = path(region);
        if (path == null || region.get("sample").startsWith("*")) {
            leave(region.get("sample").startsWith("*") ? "generated sounds" : "samples outside the kit's folder");
            return Optional.empty();
        }
        Optional<SampleSound> before = sounds.get(path);
        if (before == null) {
            before = Optional.empty();
            if (!Files.isRegularFile(path)) {
                leave(Shown.text(path.getFileName().toString()) + ", which is not there");
            } else {
                try {
                    SampleReader.fileHz(path); // it is a sound
                    before = Optional.of(new SampleSound(samples.put(path), SoundImport.named(path), SampleSound.USUAL_ROOT));
                } catch (SoundFileException refused) {
                    leave(Shown.text(path.getFileName().toString()) + ", which " + refused.getMessage());
                }
            }
            sounds.put(path, before);
        }
        return before;
    }

    private int rate(Map<String, String> region) throws FileProblem {
        try {
            return SampleReader.fileHz(path(region));
        } catch (SoundFileException vanished) {
            throw new FileProblem(file, vanished.getMessage(), vanished);
        }
    }

    // --- values ---

    /** A key or velocity: a number, or a note as the format writes it, {@code c4} being 60. */
    private static int key(Map<String, String> region, String opcode, int usual) {
        String value = region.getOrDefault(opcode, "").toLowerCase(Locale.ROOT);
        if (value.matches("-?\\d{1,6}")) {
            return Math.max(0, Math.min(127, Integer.parseInt(value)));
        }
        if (value.matches("[a-g][#b]?-?\\d")) {
            int note = "c d ef g a b".indexOf(value.charAt(0));
            int accidental = value.charAt(1) == '#' ? 1 : value.length() > 2 && value.charAt(1) == 'b' ? -1 : 0;
            int octave = Integer.parseInt(value.replaceAll("^[a-g][#b]?", ""));
            return Math.max(0, Math.min(127, note + accidental + 12 * (octave + 1)));
        }
        return usual;
    }

    private static double number(Map<String, String> region, String opcode, double usual) {
        try {
            double value = region.containsKey(opcode) ? Double.parseDouble(region.get(opcode)) : usual;
            return Double.isFinite(value) ? value : usual;
        } catch (NumberFormatException nonsense) {
            return usual;
        }
    }
}
