package app.promptsparrow.kit;

import java.util.List;
import java.util.Objects;

/**
 * One sound of a kit and everything that belongs to it. Immutable; {@code with…} methods give a changed copy.
 *
 * @param layers           1 to 4; a bass recipe is the live bass voice and stands alone
 * @param chokeGroup       0 (none) to 16; a hit silences the earlier voices of its group
 * @param oneVoice         whether a new hit ends the row's earlier one; always so on bass rows
 * @param velocityResponse 0 to 100 %, how far velocity changes the level
 * @param midiNote         0 to 127, what a drum row sends
 * @param midiChannel      1 to 16
 */
public record Row(RowId id, String name, Family family, Kind kind, List<Layer> layers, Strip strip, Ending ending,
                  int chokeGroup, boolean oneVoice, Lean lean, int velocityResponse, int midiNote, int midiChannel,
                  boolean muted, boolean soloed) {

    public static final int MAX_NAME = 200;
    public static final int DRUM_CHANNEL = 10;

    /** DRUM rows have one pitch, BASS rows play notes. */
    public enum Kind { DRUM, BASS }

    public Row {
        Objects.requireNonNull(id, "id");
        layers = List.copyOf(layers);
        checkName("a row's name", name);
        if (layers.isEmpty() || layers.size() > 4) {
            throw new IllegalArgumentException("row '" + name + "' has 1 to 4 layers, not " + layers.size());
        }
        range(name, "choke group", chokeGroup, 0, 16);
        range(name, "velocity response", velocityResponse, 0, 100);
        range(name, "MIDI note", midiNote, 0, 127);
        range(name, "MIDI channel", midiChannel, 1, 16);
        if (kind == Kind.BASS) {
            oneVoice = true;
        }
        for (Layer layer : layers) {
            if (layer.recipe().model() == Recipe.Model.BASS && kind != Kind.BASS) {
                throw new IllegalArgumentException("row '" + name + "' is a drum and cannot use a bass recipe");
            }
            if (layer.recipe().model() == Recipe.Model.BASS && layers.size() > 1) {
                throw new IllegalArgumentException("row '" + name + "': a bass recipe is a voice of its own and stands alone, not among " + layers.size() + " layers");
            }
        }
    }

    /** Refuses an empty, too long or many-lined name with a sentence that begins with {@code what}. */
    public static void checkName(String what, String name) {
        if (name.isBlank() || name.length() > MAX_NAME || name.chars().anyMatch(Character::isISOControl)) {
            throw new IllegalArgumentException(what + " is 1 to " + MAX_NAME + " characters on one line");
        }
    }

    private static void range(String name, String what, int value, int min, int max) {
        if (value < min || value > max) {
            throw new IllegalArgumentException("row '" + name + "': " + what + " is " + min + " to " + max + ", not " + value);
        }
    }

    /** A drum row with neutral settings. */
    public static Row drum(int id, String name, Family family, int midiNote, Recipe recipe) {
        return new Row(new RowId(id), name, family, Kind.DRUM, List.of(Layer.of(recipe)), Strip.NEUTRAL, Ending.RING, 0,
                false, Lean.NONE, 100, midiNote, DRUM_CHANNEL, false, false);
    }

    /** A bass row with neutral settings, whose notes fade in 60 ms. */
    public static Row bass(int id, String name, int midiChannel, Recipe recipe) {
        return new Row(new RowId(id), name, Family.BASS, Kind.BASS, List.of(Layer.of(recipe)), Strip.NEUTRAL,
                Ending.fade(60), 0, true, Lean.NONE, 100, 36, midiChannel, false, false);
    }

    public boolean isBass() {
        return kind == Kind.BASS;
    }

    public Row withName(String to) {
        return new Row(id, to, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    /** The same row under another identity, for another kit. */
    public Row withId(RowId to) {
        return new Row(to, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    /** The same sound under another family; what a row plays decides its kind, not its family. */
    public Row withFamily(Family to) {
        return new Row(id, name, to, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withLayers(List<Layer> to) {
        return new Row(id, name, family, kind, to, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withStrip(Strip to) {
        return new Row(id, name, family, kind, layers, to, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withEnding(Ending to) {
        return new Row(id, name, family, kind, layers, strip, to, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withChoke(int group, boolean single) {
        return new Row(id, name, family, kind, layers, strip, ending, group, single, lean, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withLean(Lean to) {
        return new Row(id, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, to, velocityResponse, midiNote, midiChannel, muted, soloed);
    }

    public Row withVelocityResponse(int percent) {
        return new Row(id, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, percent, midiNote, midiChannel, muted, soloed);
    }

    public Row withMidi(int note, int channel) {
        return new Row(id, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, note, channel, muted, soloed);
    }

    public Row withMuted(boolean to) {
        return new Row(id, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, to, soloed);
    }

    public Row withSoloed(boolean to) {
        return new Row(id, name, family, kind, layers, strip, ending, chokeGroup, oneVoice, lean, velocityResponse, midiNote, midiChannel, muted, to);
    }
}
