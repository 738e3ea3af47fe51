package app.promptsparrow.kit;

import app.promptsparrow.text.Names;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/**
 * One sound of a kit and everything that belongs to it. Immutable; {@code with…} methods give a changed copy.
 *
 * @param layers 1 to 4; a sound that is a live voice stands alone
 * @param strip  its place in the mix
 * @param lean   by how much it is played early or late
 */
public record Row(RowId id, String name, Family family, Kind kind, List<Layer> layers, Voicing voicing, Strip strip, Lean lean, MidiOut midi, Heard heard) {

    public static final int MOST_LAYERS = 4;

    /** DRUM rows have one pitch, BASS rows play notes. */
    public enum Kind { DRUM, BASS }

    public Row {
        Objects.requireNonNull(id, "id");
        layers = List.copyOf(layers);
        Names.check("a row's name", name);
        if (layers.isEmpty() || layers.size() > MOST_LAYERS) {
            throw new IllegalArgumentException("row '" + name + "' has 1 to 4 layers, not " + layers.size());
        }
        if (kind == Kind.BASS && !voicing.oneVoice()) {
            voicing = voicing.withOneVoice(true);
        }
        for (Layer layer : layers) {
            if (layer.sound().isLive() && kind != Kind.BASS) {
                throw new IllegalArgumentException("row '" + name + "' is a drum and cannot use a bass recipe");
            }
            if (layer.sound().isLive() && layers.size() > 1) {
                throw new IllegalArgumentException("row '" + name + "': a bass recipe is a voice of its own and stands alone, not among " + layers.size() + " layers");
            }
        }
    }

    /** A drum row with neutral settings. */
    public static Row drum(int id, String name, Family family, int midiNote, Sound sound) {
        return new Row(new RowId(id), name, family, Kind.DRUM, List.of(Layer.of(sound)), Voicing.USUAL, Strip.NEUTRAL, Lean.NONE,
                MidiOut.drum(midiNote), Heard.YES);
    }

    /** A bass row with neutral settings, whose notes fade in 60 ms. */
    public static Row bass(int id, String name, int midiChannel, Sound sound) {
        return new Row(new RowId(id), name, Family.BASS, Kind.BASS, List.of(Layer.of(sound)), Voicing.USUAL.withEnding(Ending.fade(60)),
                Strip.NEUTRAL, Lean.NONE, new MidiOut(36, midiChannel), Heard.YES);
    }

    /** The layers that are not muted or, if some are soloed, those. */
    public List<Layer> heardLayers() {
        boolean soloed = layers.stream().anyMatch(layer -> layer.heard().soloed());
        return layers.stream().filter(layer -> !layer.heard().muted() && (!soloed || layer.heard().soloed())).toList();
    }

    /** The layers that a strike sounds; of those chosen by chance the first stands for all. */
    public List<Layer> layersFor(int velocity, long ordinal) {
        List<Layer> heard = heardLayers();
        return switch (voicing.choice()) {
            case TOGETHER -> heard;
            case BY_VELOCITY -> heard.stream().filter(layer -> layer.isFor(velocity)).toList();
            case IN_TURN -> heard.isEmpty() ? heard : List.of(heard.get((int) Math.floorMod(ordinal, (long) heard.size())));
            case BY_CHANCE -> heard.stream().limit(1).toList();
        };
    }

    /** What a layer's frames are of: its sound, shifted where its tune or the row's keeps the length. */
    public Sound framesOf(Layer layer) {
        int cents = layer.tune().shiftCents() + voicing.tune().shiftCents();
        return cents == 0 || layer.sound().isLive() ? layer.sound() : new ShiftedSound(layer.sound(), cents);
    }

    /** By how much a layer is played faster, in cents: what of its tunes does not keep the length. A live voice has no length to keep. */
    public int speedCents(Layer layer) {
        return layer.sound().isLive() ? layer.tune().cents() + voicing.tune().cents() : layer.tune().speedCents() + voicing.tune().speedCents();
    }

    public boolean isBass() {
        return kind == Kind.BASS;
    }

    public Row withName(String to) {
        return new Row(id, to, family, kind, layers, voicing, strip, lean, midi, heard);
    }

    /** The same row under another identity, for another kit. */
    public Row withId(RowId to) {
        return new Row(to, name, family, kind, layers, voicing, strip, lean, midi, heard);
    }

    /** The same sound under another family; what a row plays decides its kind, not its family. */
    public Row withFamily(Family to) {
        return new Row(id, name, to, kind, layers, voicing, strip, lean, midi, heard);
    }

    public Row withLayers(List<Layer> to) {
        return new Row(id, name, family, kind, to, voicing, strip, lean, midi, heard);
    }

    public Row withVoicing(Voicing to) {
        return new Row(id, name, family, kind, layers, to, strip, lean, midi, heard);
    }

    public Row withStrip(Strip to) {
        return new Row(id, name, family, kind, layers, voicing, to, lean, midi, heard);
    }

    /** The row, giving way to what another row has become; to nobody if that is gone. */
    public Row givingWay(Function<RowId, Optional<RowId>> become) {
        Optional<GiveWay> way = strip.giveWay();
        return way.isEmpty() ? this : withStrip(strip.withGiveWay(way.flatMap(one -> become.apply(one.to()).map(one::withTo))));
    }

    public Row withLean(Lean to) {
        return new Row(id, name, family, kind, layers, voicing, strip, to, midi, heard);
    }

    public Row withMidi(MidiOut to) {
        return new Row(id, name, family, kind, layers, voicing, strip, lean, to, heard);
    }

    public Row withHeard(Heard to) {
        return new Row(id, name, family, kind, layers, voicing, strip, lean, midi, to);
    }
}
