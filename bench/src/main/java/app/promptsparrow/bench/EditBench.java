package app.promptsparrow.bench;

import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.News;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Edit;
import app.promptsparrow.project.History;
import app.promptsparrow.project.PatternEdit;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/** P4-sound and P7-edit: how soon an edit is heard, and what it costs in a huge project. */
final class EditBench {

    private static final int RATE = 48_000;
    private static final int BLOCK = 1_024;

    private EditBench() {
    }

    static List<Figure> run(boolean quick) {
        return List.of(
                Figure.atMost("P4-sound", "from publishing an edit to the first block that has it, worst of 300", blocksToSound(), "blocks", 1),
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

    private static Set<Integer> steps() {
        return IntStream.range(0, 64).boxed().collect(Collectors.toSet());
    }

    private static double editMillis(boolean quick) {
        Pattern model = Pieces.grid(48, 64).pattern(new PatternId(1)).orElseThrow();
        List<Bank> banks = new ArrayList<>();
        for (int b = 0; b < Project.MAX_BANKS; b++) {
            Bank bank = Bank.empty("Bank " + b);
            for (int s = 0; s < Bank.SLOTS; s++) {
                bank = bank.with(s, Optional.of(model.withId(new PatternId(b * Bank.SLOTS + s + 1))));
            }
            banks.add(bank);
        }
        History history = new History(Pieces.grid(48, 64).withBanks(banks));
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
