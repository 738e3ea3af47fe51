package app.promptsparrow.explain;

import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Layer;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.Span;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.ProjectEdit;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import java.util.function.ToLongFunction;

/**
 * Why a row of the shown pattern cannot be heard, or hardly: the first cause in the order in which one would look, with the press that
 * mends it.
 */
public final class WhySilent {

    /** Below this a level counts as down. */
    private static final double DOWN_DB = -40;
    /** So far below the loudest row a row is hardly heard. */
    private static final double TOO_QUIET_DB = 24;
    /** Where a mend brings a row that is too quiet: that far below the loudest. */
    private static final double BESIDE_DB = 12;

    private static final int FIRM = 96;
    private static final int BASS_NOTE = 33;

    /** What mends it. */
    public sealed interface Mend {

        /** A change of the project. */
        record Change(Edit edit) implements Mend {
        }

        /** Something of the window. */
        enum Press implements Mend { PLAY_SHOWN, ANOTHER_SOUND }
    }

    /**
     * The answer.
     *
     * @param sentence what keeps it silent
     * @param press    what the mend is called, in a few words; empty if there is none
     */
    public record Answer(String sentence, String press, Optional<Mend> mend) {

        static Answer of(String sentence, String press, Mend mend) {
            return new Answer(sentence, press, Optional.of(mend));
        }
    }

    /**
     * What holds at the moment.
     *
     * @param shown   the pattern that is looked at
     * @param audible whether there is something to hear it on
     * @param playing the pattern that plays, if one does
     * @param missing why a sample cannot be heard, in words that go on behind its name; empty if it can
     * @param lengthUs how long a layer's sound is in millionths of a second; 0 if that is not known
     * @param levels  how loud rows are in the shown pattern, in dB, as far as that is known
     */
    public record Moment(Project project, Optional<Pattern> shown, RowId row, boolean audible, Optional<PatternId> playing,
                         Function<SampleSound, Optional<String>> missing, ToLongFunction<Layer> lengthUs, Map<RowId, Double> levels) {
    }

    private final Moment now;
    private final Kit kit;
    private final Row row;

    private WhySilent(Moment now) {
        this.now = now;
        kit = now.project.kit();
        row = kit.row(now.row).orElseThrow();
    }

    /** The first cause there is; empty if nothing keeps it silent. */
    public static Optional<Answer> of(Moment moment) {
        WhySilent why = new WhySilent(moment);
        return why.aroundIt().or(why::itself).or(why::itsHits).or(why::itsSound).or(why::quiet);
    }

    /** What is the same for all rows. */
    private Optional<Answer> aroundIt() {
        Master master = now.project.master();
        if (!now.audible) {
            return Optional.of(new Answer("there is no sound card that can be used: all goes on but the sound; plug one in, or end what uses it, and it is heard within two seconds", "", Optional.empty()));
        }
        if (master.levelDb() <= DOWN_DB) {
            return mended("the master's level is down", "level to 0 dB", new ProjectEdit.SetMaster("Set the master's level", master.withLevelDb(0)));
        }
        if (now.shown.isEmpty()) {
            return Optional.of(new Answer("the slot is empty: there is no pattern in it", "", Optional.empty()));
        }
        if (now.playing.isEmpty()) {
            return Optional.of(Answer.of("nothing plays", "play", Mend.Press.PLAY_SHOWN));
        }
        if (!now.playing.get().equals(now.shown.get().id())) {
            String other = now.project.pattern(now.playing.get()).map(pattern -> pattern.name()).orElse("another pattern");
            return Optional.of(Answer.of(other + " plays, not what is shown", "play what is shown", Mend.Press.PLAY_SHOWN));
        }
        return Optional.empty();
    }

    private static Optional<Answer> mended(String sentence, String press, Edit edit) {
        return Optional.of(Answer.of(sentence, press, new Mend.Change(edit)));
    }

    private Optional<Answer> itself() {
        if (row.heard().muted()) {
            return mended(row.name() + " is muted", "unmute", new KitEdit.SetMuted(row.id(), false));
        }
        List<Row> soloed = kit.rows().stream().filter(other -> other.heard().soloed()).toList();
        if (!soloed.isEmpty() && !row.heard().soloed()) {
            List<Edit> edits = new ArrayList<>();
            soloed.forEach(other -> edits.add(new KitEdit.SetSoloed(other.id(), false)));
            return mended(soloed.get(0).name() + (soloed.size() == 1 ? " is" : " and others are") + " soloed", "hear all rows", new Edit.Together("Hear all rows", edits));
        }
        if (row.midi().only()) {
            return mended(row.name() + " is MIDI only: its own sound is off", "sound on", new KitEdit.SetRow("Own sound of " + row.name(), row.withMidi(row.midi().withOnly(false))));
        }
        if (row.strip().levelDb() <= DOWN_DB) {
            return mended(row.name() + "'s level is down", "level to 0 dB", level(0));
        }
        return Optional.empty();
    }

    private Edit level(double db) {
        return new KitEdit.SetStrip("Set level of " + row.name(), row.id(), row.strip().withLevelDb(db));
    }

    private Optional<Answer> itsHits() {
        Pattern pattern = now.shown.orElseThrow();
        List<Hit> hits = pattern.lane(row.id()).hits();
        if (hits.isEmpty()) {
            Hit first = row.isBass() ? Hit.bass(0, FIRM, BASS_NOTE, Hit.STEP) : Hit.drum(0, FIRM);
            return mended(row.name() + " has no hits in " + pattern.name(), "plant one", new PatternEdit.EditHits("Plant a hit in " + row.name(), pattern.id(), row.id(), Set.of(), List.of(first)));
        }
        if (hits.stream().allMatch(hit -> pattern.isBeyond(row.id(), hit))) {
            int needed = hits.get(0).step() + 1;
            boolean free = pattern.lane(row.id()).isFree();
            Edit longer = free ? new PatternEdit.ShapeLane(pattern.id(), row.id(), pattern.lane(row.id()).step(), OptionalInt.of(needed), pattern.lane(row.id()).swing())
                    : new PatternEdit.SetLength(pattern.id(), (int) Math.min(Pattern.MAX_LENGTH, (needed * pattern.laneStep(row.id()).units() + pattern.step().units() - 1) / pattern.step().units()));
            return mended("all hits of " + row.name() + " lie beyond the length", "make it longer", longer);
        }
        return Optional.empty();
    }

    private Optional<Answer> itsSound() {
        Pattern pattern = now.shown.orElseThrow();
        List<Layer> heard = row.heardLayers();
        if (heard.isEmpty()) {
            return mended("all layers of " + row.name() + " are muted", "unmute them",
                    new KitEdit.SetRow("Unmute layers of " + row.name(), row.withLayers(row.layers().stream().map(layer -> layer.withHeard(Heard.YES)).toList())));
        }
        for (Layer layer : heard) {
            Optional<String> missing = layer.sound() instanceof SampleSound sample ? now.missing.apply(sample).map(why -> "the sample '" + sample.name() + "' " + why) : Optional.empty();
            if (missing.isPresent()) {
                return Optional.of(Answer.of(missing.get(), "another sound", Mend.Press.ANOTHER_SOUND));
            }
        }
        if (heard.stream().allMatch(this::isTrimmedAway)) {
            return mended(row.name() + " is trimmed to nothing", "all of it",
                    new KitEdit.SetRow("All of " + row.name(), row.withLayers(row.layers().stream().map(layer -> layer.withSpan(Span.WHOLE.withReversed(layer.span().reversed()))).toList())));
        }
        if (pattern.lane(row.id()).hits().stream().allMatch(hit -> row.layersFor(hit.velocity(), 0).isEmpty())) {
            return mended("no layer of " + row.name() + " is for the velocities of its hits", "all velocities",
                    new KitEdit.SetRow("All velocities for " + row.name(), row.withLayers(row.layers().stream().map(layer -> layer.withVelocities(1, 127)).toList())));
        }
        return alwaysChokedBy(pattern).flatMap(upper -> mended(upper.name() + " chokes " + row.name() + " whenever it is struck", "no choke group",
                new KitEdit.SetRow("No choke group for " + row.name(), row.withVoicing(row.voicing().withChokeGroup(0)))));
    }

    private boolean isTrimmedAway(Layer layer) {
        long length = now.lengthUs.applyAsLong(layer);
        return length > 0 && layer.span().startUs() >= length;
    }

    /** The upper row of its choke group that is struck at the same frame as it, each time. */
    private Optional<Row> alwaysChokedBy(Pattern pattern) {
        int group = row.voicing().chokeGroup();
        if (group == 0) {
            return Optional.empty();
        }
        Map<RowId, Set<Long>> struck = new HashMap<>();
        Score score = Score.passes(PatternScore.compile(now.project, pattern, Optional.empty()), 1);
        score.emit(0, score.length(), score.length(), 0, (lane, step, start, end, velocity, cents, kind, ordinal, place) ->
                struck.computeIfAbsent(lane.row(), id -> new HashSet<>()).add(now.project.tempo().toFrame(start, 48_000)));
        Set<Long> left = new HashSet<>(struck.getOrDefault(row.id(), Set.of()));
        Row last = null;
        for (Row upper : kit.rows().subList(0, kit.indexOf(row.id()))) {
            if (upper.voicing().chokeGroup() == group && kit.isHeard(upper) && left.removeAll(struck.getOrDefault(upper.id(), Set.of()))) {
                last = upper;
            }
        }
        return left.isEmpty() ? Optional.ofNullable(last) : Optional.empty();
    }

    private Optional<Answer> quiet() {
        Optional<Map.Entry<RowId, Double>> loudest = now.levels.entrySet().stream().max(Map.Entry.comparingByValue());
        Double mine = now.levels.get(row.id());
        if (loudest.isEmpty() || mine == null || loudest.get().getValue() - mine <= TOO_QUIET_DB) {
            return Optional.empty();
        }
        double below = loudest.get().getValue() - mine;
        double to = Math.rint(2 * Math.min(Strip.MOST_DB, row.strip().levelDb() + below - BESIDE_DB)) / 2;
        String name = kit.row(loudest.get().getKey()).map(Row::name).orElse("the loudest row");
        return mended(row.name() + " is " + Math.round(below) + " dB below " + name, "louder", level(to));
    }
}
