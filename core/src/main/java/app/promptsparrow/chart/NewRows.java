package app.promptsparrow.chart;

import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.PercussionMap;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Rows made from a name alone, when a chart or a MIDI file has one that the kit lacks. */
public final class NewRows {

    private NewRows() {
    }

    /**
     * A new row for a kit, with the usual sound of the family that its name speaks of and the note that the percussion map has
     * for its name; empty if it speaks of none.
     *
     * @param id one that the kit lacks
     */
    public static Optional<Row> named(String name, Kit kit, int id) {
        return Family.ofName(name).filter(family -> id <= RowId.MAX).map(family -> of(family, name, kit.rows(), id));
    }

    /**
     * A new row of a family, whatever its name speaks of.
     *
     * @param others whose notes and channels are taken
     */
    public static Row of(Family family, String name, List<Row> others, int id) {
        if (family == Family.BASS) {
            return Row.bass(id, name, freeChannel(others), Recipe.of(Model.ROUND_BASS));
        }
        Row row = Row.drum(id, name, family, freeNote(others, PercussionMap.noteNamed(name).orElse(PercussionMap.usualNote(family))), Recipe.of(model(family, name)));
        return openName(name) && family == Family.HAT
                ? row.withLayers(List.of(Layer.of(Recipe.of(Model.HAT).with("ring", 620)))).withVoicing(row.voicing().withChokeGroup(1))
                        .withMidi(MidiOut.drum(freeNote(others, 46)))
                : row;
    }

    static boolean isOpenHat(Row row) {
        return row.family() == Family.HAT && openName(row.name());
    }

    private static boolean openName(String name) {
        return name.toLowerCase(Locale.ROOT).contains("open");
    }

    /** What a name may speak of besides its family; the first that it holds. */
    private static final Map<String, Model> SPOKEN_OF = spokenOf();

    private static Map<String, Model> spokenOf() {
        Map<String, Model> words = new LinkedHashMap<>();
        words.put("ride", Model.RIDE);
        words.put("finger", Model.FINGER_CYMBAL);
        words.put("rim", Model.RIM);
        words.put("stick", Model.STICKS);
        words.put("clave", Model.STICKS);
        words.put("block", Model.STICKS);
        words.put("agogo", Model.CONE_BELL);
        words.put("triangle", Model.BAR);
        words.put("bell", Model.BELL);
        words.put("conga", Model.HAND_DRUM);
        words.put("bongo", Model.HAND_DRUM);
        return words;
    }

    private static Model model(Family family, String name) {
        String lower = name.toLowerCase(Locale.ROOT);
        return SPOKEN_OF.entrySet().stream().filter(entry -> lower.contains(entry.getKey())).map(Map.Entry::getValue)
                .filter(model -> model.family() == family || family == Family.PERCUSSION).findFirst().orElseGet(() -> usual(family));
    }

    private static Model usual(Family family) {
        return switch (family) {
            case KICK -> Model.KICK;
            case SNARE -> Model.SNARE;
            case CLAP -> Model.CLAP;
            case HAT -> Model.HAT;
            case CYMBAL -> Model.CYMBAL;
            case TOM -> Model.TOM;
            case PERCUSSION -> Model.SHAKER;
            case BASS, OTHER -> Model.BELL;
        };
    }

    /** The wished note if no drum row has it, else the first free one from 35 on, else the wished one all the same. */
    private static int freeNote(List<Row> others, int wished) {
        Set<Integer> used = others.stream().filter(row -> !row.isBass()).map(row -> row.midi().note()).collect(Collectors.toSet());
        if (!used.contains(wished)) {
            return wished;
        }
        for (int note = 35; note <= 127; note++) {
            if (!used.contains(note)) {
                return note;
            }
        }
        return wished;
    }

    private static int freeChannel(List<Row> others) {
        Set<Integer> used = others.stream().map(row -> row.midi().channel()).collect(Collectors.toSet());
        for (int channel = 1; channel <= 16; channel++) {
            if (channel != MidiOut.DRUM_CHANNEL && !used.contains(channel)) {
                return channel;
            }
        }
        return 1;
    }
}
