package app.promptsparrow.engine;

import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.LayerChoice;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.score.Mixing;
import app.promptsparrow.sound.BassSettings;
import app.promptsparrow.sound.Decibels;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Svf;

/** A row in the numbers that the render thread needs. Immutable. */
final class RowPlan {

    private static final double MINUS_60_DB = 6.907755278982137;
    private static final double ROOT_OF_2 = 1.4142135623730951;

    /** One layer: what it can sound like and how it is played. */
    static final class LayerPlan {
        /** Null for a layer that is played live. */
        final Renderings renderings;
        final float gain;
        final double ratio;
        final int tuneCents;
        final int fromVelocity;
        final int toVelocity;
        /** What part of the sound is played. */
        final Span span;
        final int rateHz;
        /** The pitch at which it plays as it is, on a bass row. */
        final int rootCents;

        LayerPlan(Layer layer, Row row, Renderings renderings, int rate) {
            this.renderings = renderings;
            gain = (float) Decibels.factor(layer.levelDb());
            tuneCents = row.speedCents(layer);
            rootCents = layer.sound() instanceof SampleSound sample ? sample.rootCents() : row.midi().note() * 100;
            ratio = tuneCents == 0 ? 1 : StrictMath.pow(2, tuneCents / 1200.0);
            fromVelocity = layer.from();
            toVelocity = layer.to();
            span = layer.span();
            rateHz = rate;
        }

        boolean sounds(int velocity) {
            return velocity >= fromVelocity && velocity <= toVelocity;
        }
    }

    private final Row row;
    private final long chanceNumber;
    final int order;
    /** Those that can be heard among the row's layers. */
    final LayerPlan[] layers;
    final LayerChoice choice;
    /** Makes the choices of rows differ. */
    final long chance;
    /** Whether the row is heard at all: one that is not silences nobody. */
    final boolean heard;
    /** The live bass voice's settings, or null for a row that plays buffers. */
    final BassSettings bass;
    /** Level, tune and velocities of the live bass voice; null like {@link #bass}. */
    final LayerPlan bassLayer;
    final boolean pitched;
    final int chokeGroup;
    final boolean oneVoice;
    /** Whether the end of the gate lets a voice fade. */
    final boolean fades;
    /** In how many frames the end of the gate cuts a voice off, or 0 if it doesn't. */
    final double cutFrames;
    /** Share that remains of a released voice after each frame. */
    final double releaseFall;
    final float[] velocityGain = new float[128];
    final Svf.Setting lowCut;
    final Svf.Setting highCut;
    final Svf.Setting lowShelf;
    final Svf.Setting highShelf;
    final Svf.Setting dip;
    /** The id of the row whose hits it gives way to, or -1. */
    final int givesWayTo;
    /** By how many dB it gives way. */
    final float wayDb;
    /** In how many frames it comes back. */
    final double wayBackFrames;
    final float drive;
    final float left;
    final float right;
    final float send;

    /**
     * @param old        what was in its slot before, or null
     * @param onlyReverb whether only what it sends to the reverb is heard
     */
    RowPlan(RowPlan old, Row row, int order, boolean heard, long chanceNumber, SoundStore sounds, boolean onlyReverb) {
        int rate = sounds.rateHz();
        this.row = row;
        this.order = order;
        boolean live = row.layers().get(0).sound().isLive() && !row.heardLayers().isEmpty();
        Ending ending = row.voicing().ending();
        Layer first = row.layers().get(0);
        choice = row.voicing().choice();
        this.chanceNumber = chanceNumber;
        chance = Mixing.of(Mixing.of(chanceNumber) + row.id().value());
        this.heard = heard;
        bass = live ? new BassSettings((Recipe) first.sound(), rate, ending, old == null ? null : old.bass) : null;
        bassLayer = live ? new LayerPlan(first, row, null, rate) : null;
        layers = live ? new LayerPlan[0] : row.heardLayers().stream().filter(layer -> !layer.sound().isLive())
                .map(layer -> new LayerPlan(layer, row, sounds.get(row.framesOf(layer)), rate)).toArray(LayerPlan[]::new);
        pitched = row.isBass();
        chokeGroup = row.voicing().chokeGroup();
        oneVoice = row.voicing().oneVoice();
        fades = ending.kind() == Ending.Kind.FADE;
        releaseFall = fades ? StrictMath.exp(-MINUS_60_DB * 1000 / (ending.fadeMs() * rate)) : 0;
        cutFrames = ending.kind() == Ending.Kind.CUT ? Ending.CUT_MS * rate / 1000 : 0;
        for (int velocity = 1; velocity < 128; velocity++) {
            // gain dB = response × 40·log10(v/127), so the gain is (v/127)^(2·response)
            velocityGain[velocity] = (float) StrictMath.pow(velocity / 127.0, 2 * row.voicing().velocityResponse() / 100.0);
        }
        Strip strip = row.strip();
        lowCut = strip.lowCutHz() == 0 ? Svf.Setting.NEUTRAL : Svf.Setting.highPass(strip.lowCutHz(), rate);
        highCut = strip.highCutHz() == 0 ? Svf.Setting.NEUTRAL : Svf.Setting.lowPass(strip.highCutHz(), rate);
        lowShelf = Svf.Setting.lowShelf(Strip.LOW_SHELF_HZ, strip.lowShelfDb(), rate);
        highShelf = Svf.Setting.highShelf(Strip.HIGH_SHELF_HZ, strip.highShelfDb(), rate);
        dip = Svf.Setting.bell(strip.dip().hz(), strip.dip().db(), Dip.Q, rate);
        givesWayTo = strip.giveWay().map(way -> way.to().value()).orElse(-1);
        wayDb = strip.giveWay().map(way -> (float) way.db()).orElse(0f);
        wayBackFrames = strip.giveWay().map(GiveWay::returnMs).orElse(GiveWay.SHORTEST_MS) * rate / 1000;
        drive = (float) strip.drive();
        double level = !heard || strip.levelDb() <= Strip.SILENT_DB ? 0 : Decibels.factor(strip.levelDb());
        double angle = (strip.pan() + 1) * StrictMath.PI / 4; // constant power, 0 dB in the centre
        double direct = onlyReverb ? 0 : level * ROOT_OF_2;
        left = (float) (direct * StrictMath.cos(angle));
        right = (float) (direct * StrictMath.sin(angle));
        send = (float) (level * strip.send());
    }

    /** Whether this is what planning these values would give again. */
    boolean fits(Row other, int otherOrder, boolean otherHeard, long otherChance) {
        return row == other && order == otherOrder && heard == otherHeard && chanceNumber == otherChance;
    }

    RowId id() {
        return row.id();
    }

    /** Whether a sound is still among what it plays. */
    boolean plays(Renderings sound) {
        for (LayerPlan layer : layers) {
            if (layer.renderings == sound) {
                return true;
            }
        }
        return false;
    }

    /** Whether something of every sound can be heard. */
    boolean isReady() {
        for (LayerPlan layer : layers) {
            if (!layer.renderings.isReady()) {
                return false;
            }
        }
        return true;
    }

    /** Whether a hit of some velocity, at some place, sounds a layer. */
    boolean chooses(int layer, int velocity, long ordinal, long place) {
        return switch (choice) {
            case TOGETHER -> true;
            case BY_VELOCITY -> layers[layer].sounds(velocity);
            case IN_TURN -> Math.floorMod(ordinal, (long) layers.length) == layer;
            case BY_CHANCE -> Math.floorMod(Mixing.of(place + chance), (long) layers.length) == layer;
        };
    }
}
