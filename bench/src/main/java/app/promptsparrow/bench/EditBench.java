package app.promptsparrow.bench;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.News;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.History;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongEdit;
import app.promptsparrow.project.SongId;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.SoundStore;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** P4-sound, P7-edit and P7-song: how soon an edit is heard, and what it costs in a huge project and in the longest song. */
final class EditBench {

    private static final int RATE = 48_000;
    private static final int BLOCK = 1_024;

    private EditBench() {
    }

    static List<Figure> run(boolean quick) {
        return List.of(
                Figure.atMost("P4-sound", "from publishing an edit to the first block that has it, worst of 300", blocksToSound(), "blocks", 1),
                Figure.atMost("P7-song", "from an edited project to what is published, 999 entries x 999 repeats with rests, of 40 patterns, 99th percentile", songMillis(quick), "ms", 5),
                Figure.atMost("P7-edit", "project, history and one lane's compilation, about 983,000 hits, 99th percentile", editMillis(quick), "ms", 1));
    }

    /** The edit plants a hit just behind what is mixed; the block that is rendered next must strike it. */
    private static int blocksToSound() {
        Project project = Pieces.grid(14, 64);
        Pattern pattern = project.pattern(new PatternId(1)).orElseThrow();
        PlayableBuilder builder = new PlayableBuilder(SoundStore.onDemand(RATE));
        Engine engine = new Engine(RATE);
        engine.publish(EngineBench.playable(builder, project));
        engine.commands().play(1, 0);
        float[] left = new float[BLOCK];
        float[] right = new float[BLOCK];
        Random random = new Random(4);
        int worst = 0;
        for (int i = 0; i < 300; i++) {
            for (int n = 3 + random.nextInt(20); n > 0; n--) {
                engine.render(left, right, BLOCK);
            }
            long mixed = engine.handedFrames() + Engine.LOOK_AHEAD;
            long unit = project.tempo().firstUnitAt(mixed + 100, RATE) % pattern.durationUnits();
            int step = (int) (unit / pattern.step().units());
            int timing = (int) ((unit - step * pattern.step().units()) * Hit.STEP / pattern.step().units());
            Hit hit = (timing <= Hit.MAX_TIMING ? Hit.drum(step, 90).withTiming(timing)
                    : Hit.drum((step + 1) % 64, 90).withTiming(timing - Hit.STEP));
            project = new PatternEdit.EditHits("x", pattern.id(), project.kit().rows().get(13).id(), steps(), List.of(hit)).apply(project);
            engine.publish(EngineBench.playable(builder, project));
            News.Reader reader = engine.news().reader();
            int blocks = 0;
            boolean[] struck = new boolean[1];
            while (!struck[0] && blocks < 10) {
                engine.render(left, right, BLOCK);
                blocks++;
                reader.takeUpTo(Long.MAX_VALUE, (frame, row, at, source) -> struck[0] |= row == 14 && at == hit.step());
            }
            worst = Math.max(worst, blocks);
        }
        return worst;
    }

    /** Edits of entries, rests and hits by turns, each published as the window does it. */
    private static double songMillis(boolean quick) {
        Pattern model = Pieces.grid(48, 64).pattern(new PatternId(1)).orElseThrow();
        Project project = Pieces.grid(48, 64).withBanks(Bank.holding(IntStream.range(0, 40).mapToObj(i -> model.withId(new PatternId(i + 1))).toList()));
        Random random = new Random(8);
        List<Song.Entry> entries = IntStream.range(0, Song.MAX_ENTRIES).mapToObj(i -> Song.Entry.of(new PatternId(1 + random.nextInt(40)), Song.MAX_REPEATS)
                .withRest(model.lanes().firstKey(), 1 + i % 5, 1 + i % 9 + 5, true)).toList();
        project = project.withSongs(List.of(new Song("S", entries)));
        Source source = new Source.OfSong(new SongId(1), false, Optional.empty());
        Scores scores = new Scores();
        PlayableBuilder builder = new PlayableBuilder(SoundStore.onDemand(RATE));
        History history = new History(project);
        int rounds = quick ? 600 : 4_000;
        double[] millis = new double[rounds];
        for (int i = -300; i < rounds; i++) {
            Song song = history.project().songs().get(0);
            int index = random.nextInt(Song.MAX_ENTRIES);
            Edit edit = switch (Math.floorMod(i, 3)) {
                case 0 -> new SongEdit.SetSong("x", song.withEntry(index, song.entries().get(index).withRepeats(1 + random.nextInt(Song.MAX_REPEATS))));
                case 1 -> new SongEdit.SetSong("x", song.withEntry(index, song.entries().get(index).withRest(history.project().kit().rows().get(random.nextInt(48)).id(), 1, Song.MAX_REPEATS, random.nextBoolean())));
                default -> new PatternEdit.EditHits("x", new PatternId(1 + random.nextInt(40)), history.project().kit().rows().get(random.nextInt(48)).id(), Set.of(random.nextInt(64)), List.of());
            };
            long begun = System.nanoTime();
            Project now = history.apply(edit);
            builder.build(now, List.of(new Playable.Piece(1, scores.of(now, source.in(now).orElseThrow()))));
            scores.forgetUnused();
            if (i >= 0) {
                millis[i] = (System.nanoTime() - begun) / 1e6;
            }
        }
        Arrays.sort(millis);
        return millis[(int) (rounds * 0.99)];
    }

    private static Set<Integer> steps() {
        return IntStream.range(0, 64).boxed().collect(Collectors.toSet());
    }

    private static double editMillis(boolean quick) {
        History history = new History(Pieces.huge());
        Random random = new Random(7);
        int rounds = quick ? 3_000 : 20_000;
        double[] millis = new double[rounds];
        PatternScore[] scores = new PatternScore[641];
        for (int i = -1_000; i < rounds; i++) {
            PatternId id = new PatternId(1 + random.nextInt(640));
            if (scores[id.value()] == null) {
                scores[id.value()] = PatternScore.compile(history.project(), history.project().pattern(id).orElseThrow(), Optional.empty());
            }
            Edit edit = new PatternEdit.EditHits("x", id, history.project().kit().rows().get(random.nextInt(48)).id(), Set.of(random.nextInt(64)),
                    List.of(Hit.drum(random.nextInt(64), 1 + random.nextInt(127))));
            long begun = System.nanoTime();
            Project now = history.apply(edit);
            scores[id.value()] = PatternScore.compile(now, now.pattern(id).orElseThrow(), Optional.of(scores[id.value()]));
            if (i >= 0) {
                millis[i] = (System.nanoTime() - begun) / 1e6;
            }
        }
        Arrays.sort(millis);
        return millis[(int) (rounds * 0.99)];
    }
}
