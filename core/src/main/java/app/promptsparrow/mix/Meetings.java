package app.promptsparrow.mix;

import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Ending;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.score.LaneScore;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.BassVoice;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.sound.Svf;
import app.promptsparrow.sound.ThirdOctaves;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import java.util.function.BooleanSupplier;

/**
 * Finds where rows meet: in a third of an octave, at a hit of the row that is asked about, both within {@value #NEAR_DB} dB of each
 * other and within {@value #AUDIBLE_DB} dB of the strongest third of the louder one. The energies are those of the rendered sounds, each
 * measured once, weighted by what the row's strip does to them; drive is not counted in. Owned by one worker at a time.
 */
public final class Meetings {

    private static final double NEAR_DB = 6;
    private static final double AUDIBLE_DB = 20;
    private static final double BASS_SECONDS = 0.6;
    /** What begins so little later counts as at the same time. */
    private static final double TOGETHER_SECONDS = 0.005;
    /** How far into a sound its energies differ. */
    private static final double HOP_SECONDS = 0.05;
    private static final double LONGEST_SECONDS = 2;
    private static final int KEPT = 4_000;
    /** Thirds of an octave a cent. */
    private static final double BANDS_A_CENT = 3 / 1_200.0;

    private record Moment(SampleBuffer sound, int hop) {
    }

    private record Note(Recipe recipe, Ending ending, int note) {
    }

    /** A strike of a row. */
    private record Strike(int step, double seconds, double endSeconds, int velocity, int cents, long ordinal) {
    }

    private final SoundStore sounds;
    private final ThirdOctaves thirds;
    private final Map<Moment, double[]> energies = kept();
    private final Map<Note, SampleBuffer> notes = kept();

    /** @param sounds what is not there yet in it is left out */
    public Meetings(SoundStore sounds) {
        this.sounds = sounds;
        thirds = new ThirdOctaves(sounds.rateHz());
    }

    private static <K, V> Map<K, V> kept() {
        return new LinkedHashMap<>(64, 0.75f, true) {
            private static final long serialVersionUID = 1;

            @Override
            protected boolean removeEldestEntry(Map.Entry<K, V> eldest) {
                return size() > KEPT;
            }
        };
    }

    /** Where a row meets others in a pattern, what is met most first; what was found so far if it was cancelled. */
    public List<Meeting> of(Project project, Pattern pattern, RowId asked, BooleanSupplier cancelled) {
        Row row = project.kit().row(asked).orElseThrow();
        Map<RowId, List<Strike>> strikes = strikes(project, pattern);
        List<Strike> mine = strikes.getOrDefault(asked, List.of());
        List<Meeting> found = new ArrayList<>();
        if (mine.isEmpty() || !project.kit().isHeard(row)) {
            return found;
        }
        for (Row other : project.kit().rows()) {
            if (cancelled.getAsBoolean()) {
                break;
            }
            if (!other.id().equals(asked) && project.kit().isHeard(other) && strikes.containsKey(other.id())) {
                found.addAll(between(row, mine, other, strikes.get(other.id())));
            }
        }
        found.sort((a, b) -> Integer.compare(b.steps().size(), a.steps().size()));
        return found;
    }

    private static Map<RowId, List<Strike>> strikes(Project project, Pattern pattern) {
        Map<RowId, List<Strike>> strikes = new HashMap<>();
        Score score = Score.passes(PatternScore.compile(project, pattern, Optional.empty()), 1);
        score.emit(0, score.length(), score.length(), 0, (lane, step, start, end, velocity, cents, kind, ordinal, place) -> {
            if (kind == LaneScore.MAIN || kind == LaneScore.SLIDE) {
                int shown = (int) Math.floorMod(Math.round((double) start / pattern.step().units()), (long) pattern.length());
                strikes.computeIfAbsent(lane.row(), id -> new ArrayList<>()).add(new Strike(shown, seconds(project, start), seconds(project, end), velocity, cents, ordinal));
            }
        });
        return strikes;
    }

    private static double seconds(Project project, long units) {
        return project.tempo().toFrame(units, 48_000) / 48_000.0;
    }

    private List<Meeting> between(Row row, List<Strike> mine, Row other, List<Strike> theirs) {
        List<TreeSet<Integer>> steps = new ArrayList<>();
        for (int band = 0; band < ThirdOctaves.COUNT; band++) {
            steps.add(new TreeSet<>());
        }
        double[] rowWeights = weights(row.strip());
        double[] otherWeights = weights(other.strip());
        int last = -1;
        for (Strike strike : mine) {
            while (last + 1 < theirs.size() && theirs.get(last + 1).seconds <= strike.seconds + TOGETHER_SECONDS) {
                last++;
            }
            if (last < 0) {
                continue; // the other has not begun yet
            }
            double[] a = at(row, strike, strike.seconds, rowWeights);
            double[] b = at(other, theirs.get(last), strike.seconds, otherWeights);
            double audible = Math.max(strongest(a), strongest(b)) * Math.pow(10, -AUDIBLE_DB / 10);
            for (int band = 0; band < ThirdOctaves.COUNT; band++) {
                if (audible > 0 && Math.min(a[band], b[band]) >= audible && Math.abs(10 * Math.log10(a[band] / b[band])) <= NEAR_DB) {
                    steps.get(band).add(strike.step);
                }
            }
        }
        List<Meeting> found = new ArrayList<>();
        for (int band = 0; band < ThirdOctaves.COUNT; band++) {
            if (!steps.get(band).isEmpty()) {
                int first = band;
                TreeSet<Integer> all = new TreeSet<>(steps.get(band));
                while (band + 1 < ThirdOctaves.COUNT && !steps.get(band + 1).isEmpty()) {
                    all.addAll(steps.get(++band));
                }
                found.add(new Meeting(row.id(), other.id(), ThirdOctaves.lowHz(first), ThirdOctaves.highHz(band), List.copyOf(all)));
            }
        }
        return found;
    }

    private static double strongest(double[] energies) {
        double most = 0;
        for (double energy : energies) {
            most = Math.max(most, energy);
        }
        return most;
    }

    /** The energies of what a row sounds at a moment of its last strike, which is then, or still rings. */
    private double[] at(Row row, Strike last, double seconds, double[] weights) {
        double[] sum = new double[ThirdOctaves.COUNT];
        double since = Math.max(0, seconds - last.seconds);
        boolean ends = row.voicing().ending().kind() != Ending.Kind.RING;
        if (since > LONGEST_SECONDS || ends && seconds >= last.endSeconds) {
            return sum;
        }
        for (Layer layer : row.layersFor(last.velocity, last.ordinal)) {
            add(sum, row, layer, last, since);
        }
        for (int band = 0; band < sum.length; band++) {
            sum[band] *= weights[band];
        }
        return sum;
    }

    private void add(double[] sum, Row row, Layer layer, Strike strike, double since) {
        boolean live = layer.sound().isLive();
        int cents = row.speedCents(layer) + (row.isBass() && !live ? strike.cents - root(row, layer) : row.isBass() ? 0 : strike.cents);
        SampleBuffer sound = live ? note((Recipe) layer.sound(), row.voicing().ending(), Math.round(strike.cents / 100f))
                : sounds.get(row.framesOf(layer)).at(strike.velocity, strike.ordinal);
        if (sound == null) {
            return;
        }
        double[] of = energies.computeIfAbsent(new Moment(sound, (int) (since / HOP_SECONDS)), moment -> thirds.of(sound, from(moment, layer)));
        double gain = Math.pow(10, layer.levelDb() / 10) * Math.pow(strike.velocity / 127.0, 4 * row.voicing().velocityResponse() / 100.0);
        int shift = (int) Math.round(cents * BANDS_A_CENT);
        for (int band = 0; band < sum.length; band++) {
            int source = band - shift;
            sum[band] += source < 0 || source >= sum.length ? 0 : of[source] * gain;
        }
    }

    private int from(Moment moment, Layer layer) {
        return layer.span().begin(moment.sound.frames(), sounds.rateHz()) + (int) (moment.hop * HOP_SECONDS * sounds.rateHz());
    }

    private static int root(Row row, Layer layer) {
        return layer.sound() instanceof SampleSound sample ? sample.rootCents() : row.midi().note() * 100;
    }

    private SampleBuffer note(Recipe recipe, Ending ending, int note) {
        return notes.computeIfAbsent(new Note(recipe, ending, note), of -> BassVoice.note(recipe, ending, note, BASS_SECONDS, sounds.rateHz()));
    }

    /** What a strip makes of the energy of each band. */
    private double[] weights(Strip strip) {
        double[] weights = new double[ThirdOctaves.COUNT];
        for (int band = 0; band < weights.length; band++) {
            weights[band] = Math.pow(10, (strip.levelDb() + throughDb(strip, ThirdOctaves.middleHz(band), sounds.rateHz())) / 10);
        }
        return weights;
    }

    /** What a strip's cuts, shelves and dip make of the level of a tone, in dB. */
    public static double throughDb(Strip strip, double hz, double rateHz) {
        return (strip.lowCutHz() == 0 ? 0 : Svf.Setting.highPass(strip.lowCutHz(), rateHz).db(hz, rateHz))
                + (strip.highCutHz() == 0 ? 0 : Svf.Setting.lowPass(strip.highCutHz(), rateHz).db(hz, rateHz))
                + Svf.Setting.lowShelf(Strip.LOW_SHELF_HZ, strip.lowShelfDb(), rateHz).db(hz, rateHz)
                + Svf.Setting.highShelf(Strip.HIGH_SHELF_HZ, strip.highShelfDb(), rateHz).db(hz, rateHz)
                + Svf.Setting.bell(strip.dip().hz(), strip.dip().db(), Dip.Q, rateHz).db(hz, rateHz);
    }
}
