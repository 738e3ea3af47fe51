package app.promptsparrow;

import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;

/** Values for generated tests, with everything a pattern can hold. {@code ./check --long} makes many times more of them. */
public final class Generated {

    private Generated() {
    }

    /** How many rounds a generated test makes: the usual number, or {@code -Drounds=N} times as many. */
    public static int rounds(int usual) {
        return usual * Integer.getInteger("rounds", 1);
    }

    public static Hit hit(Random random, int step, boolean bass) {
        Hit hit = bass ? Hit.bass(step, 1 + random.nextInt(127), 24 + random.nextInt(40), 1 + random.nextInt(3 * Hit.STEP))
                : Hit.drum(step, 1 + random.nextInt(127));
        if (random.nextInt(3) == 0) {
            hit = hit.withTiming(random.nextInt(2 * Hit.MAX_TIMING + 1) - Hit.MAX_TIMING);
        }
        if (random.nextInt(3) == 0) {
            hit = hit.withLength(1 + random.nextInt(6 * Hit.STEP));
        }
        if (!bass && random.nextInt(4) == 0) {
            hit = hit.withPitch(random.nextInt(4_801) - 2_400);
        }
        if (random.nextInt(5) == 0) {
            hit = hit.withRoll(new Roll(2 + random.nextInt(11), 1 + random.nextInt(8), 10 + random.nextInt(191), random.nextInt(2_401) - 1_200));
        }
        if (random.nextInt(5) == 0) {
            hit = hit.withFlam(new Flam(5 + random.nextInt(56), 1 + random.nextInt(100)));
        }
        return bass && hit.roll().isEmpty() && hit.flam().isEmpty() ? hit.withSlide(random.nextInt(3) == 0) : hit;
    }

    public static Swing swing(Random random) {
        return new Swing(500 + random.nextInt(251), random.nextBoolean() ? StepValue.EIGHTH : StepValue.SIXTEENTH);
    }

    /** A pattern in the first slot's place: its id and name, everything else random, hits beyond its length included. */
    public static Pattern pattern(Random random, Project project) {
        Pattern first = project.at(project.filledSlots().get(0)).orElseThrow();
        StepValue[] steps = {StepValue.SIXTEENTH, StepValue.EIGHTH, StepValue.plain(32), StepValue.parse("1/8t").orElseThrow(), StepValue.parse("1/16d").orElseThrow()};
        Pattern pattern = new Pattern(first.id(), first.name(), 1 + random.nextInt(48), steps[random.nextInt(2)],
                random.nextInt(3) == 0 ? Optional.of(new Meter(2 + random.nextInt(6), 8)) : Optional.empty(),
                random.nextInt(3) == 0 ? Optional.of(swing(random)) : Optional.empty(), Optional.empty(), new TreeMap<>());
        for (Row row : project.kit().rows()) {
            if (random.nextInt(3) > 0) {
                boolean free = random.nextInt(4) == 0;
                Lane lane = new Lane(random.nextInt(4) == 0 ? Optional.of(steps[random.nextInt(steps.length)]) : Optional.empty(),
                        free ? OptionalInt.of(1 + random.nextInt(24)) : OptionalInt.empty(),
                        random.nextInt(5) == 0 ? Optional.of(swing(random)) : Optional.empty(), List.of());
                for (int step = 0; step < 56; step++) {
                    if (random.nextInt(3) == 0) {
                        lane = lane.edited(Set.of(), List.of(hit(random, step, row.isBass())));
                    }
                }
                Lane made = lane;
                pattern = pattern.withLane(row.id(), old -> made);
            }
        }
        return pattern;
    }

    /** A project with the usual kit and one generated pattern. */
    public static Project project(Random random) {
        Project project = Project.untitled().withSwing(swing(random));
        Pattern pattern = pattern(random, project);
        return project.withPattern(pattern.id(), old -> pattern);
    }
}
