package app.promptsparrow.engine;

import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.sound.BassVoice;
import app.promptsparrow.sound.SoundCache;
import app.promptsparrow.sound.Svf;
import java.util.List;

/** A row in the numbers that the render thread needs. Immutable. */
final class RowPlan {

    private static final double MINUS_60_DB = 6.907755278982137;
    private static final double LOW_SHELF_HZ = 150;
    private static final double HIGH_SHELF_HZ = 5_000;
    private static final double CUT_MS = 5;

    /** One layer: its frames and how they are played. */
    static final class LayerPlan {
        final float[] frames;
        final float gain;
        final double ratio;
        final int tuneCents;
        final int fromVelocity;
        final int toVelocity;

        /** @param frames null for a layer that is played live */
        LayerPlan(Layer layer, float[] frames) {
            this.frames = frames;
            this.gain = (float) StrictMath.pow(10, layer.levelDb() / 20);
            this.tuneCents = layer.tuneCents();
            this.ratio = layer.tuneCents() == 0 ? 1 : StrictMath.pow(2, layer.tuneCents() / 1200.0);
            this.fromVelocity = layer.fromVelocity();
            this.toVelocity = layer.toVelocity();
        }

        boolean sounds(int velocity) {
            return velocity >= fromVelocity && velocity <= toVelocity;
        }
    }

    private final Row row;
    final int order;
    final LayerPlan[] layers;
    /** The live bass voice's settings, or null for a row that plays buffers. */
    final BassVoice.Settings bass;
    /** Level, tune and velocities of the live bass voice; null like {@link #bass}. */
    final LayerPlan bassLayer;
    final boolean pitched;
    final int chokeGroup;
    final boolean oneVoice;
    final boolean gated;
    /** Share that remains of a released voice after each frame. */
    final double releaseFall;
    final float[] velocityGain = new float[128];
    final Svf.Setting lowCut;
    final Svf.Setting highCut;
    final Svf.Setting lowShelf;
    final Svf.Setting highShelf;
    final float drive;
    final float left;
    final float right;
    final float send;

    RowPlan(Row row, int order, boolean heard, SoundCache sounds) {
        int rate = sounds.rateHz();
        this.row = row;
        this.order = order;
        boolean live = row.layers().get(0).sound().isLive();
        double releaseMs = row.voicing().ending().kind() == Ending.Kind.FADE ? row.voicing().ending().fadeMs() : CUT_MS;
        Layer first = row.layers().get(0);
        bass = live ? new BassVoice.Settings((Recipe) first.sound(), rate, releaseMs) : null;
        bassLayer = live ? new LayerPlan(first, null) : null;
        List<Layer> buffers = live ? List.of() : row.layers();
        layers = buffers.stream().map(layer -> new LayerPlan(layer, sounds.get(layer.sound()))).toArray(LayerPlan[]::new);
        pitched = row.isBass();
        chokeGroup = row.voicing().chokeGroup();
        oneVoice = row.voicing().oneVoice();
        gated = row.voicing().ending().kind() != Ending.Kind.RING;
        releaseFall = StrictMath.exp(-MINUS_60_DB * 1000 / (releaseMs * rate));
        for (int velocity = 1; velocity < 128; velocity++) {
            // gain dB = response × 40·log10(v/127), so the gain is (v/127)^(2·response)
            velocityGain[velocity] = (float) StrictMath.pow(velocity / 127.0, 2 * row.voicing().velocityResponse() / 100.0);
        }
        Strip strip = row.strip();
        lowCut = strip.lowCutHz() == 0 ? Svf.Setting.NEUTRAL : Svf.Setting.highPass(strip.lowCutHz(), rate);
        highCut = strip.highCutHz() == 0 ? Svf.Setting.NEUTRAL : Svf.Setting.lowPass(strip.highCutHz(), rate);
        lowShelf = Svf.Setting.lowShelf(LOW_SHELF_HZ, strip.lowShelfDb(), rate);
        highShelf = Svf.Setting.highShelf(HIGH_SHELF_HZ, strip.highShelfDb(), rate);
        drive = (float) strip.drive();
        double level = !heard || strip.levelDb() <= Strip.SILENT_DB ? 0 : StrictMath.pow(10, strip.levelDb() / 20);
        double angle = (strip.pan() + 1) * StrictMath.PI / 4; // constant power
        left = (float) (level * StrictMath.cos(angle));
        right = (float) (level * StrictMath.sin(angle));
        send = (float) (level * strip.send());
    }

    /** Whether this is what planning these values would give again. */
    boolean fits(Row other, int otherOrder, boolean heard) {
        boolean silent = left == 0 && right == 0;
        return row == other && order == otherOrder && (heard ? !silent || row.strip().levelDb() <= Strip.SILENT_DB : silent);
    }

    RowId id() {
        return row.id();
    }

    /** The MIDI note at which a buffer on a bass row plays at its own pitch. */
    int rootNote() {
        return row.midi().note();
    }

    boolean hasFrames(float[] frames) {
        for (LayerPlan layer : layers) {
            if (layer.frames == frames) {
                return true;
            }
        }
        return false;
    }
}
