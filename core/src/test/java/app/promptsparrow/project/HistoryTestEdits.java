package app.promptsparrow.project;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Row;
import app.promptsparrow.Generated;
import app.promptsparrow.pattern.Chance;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import java.util.Set;

/** Random edits for generated tests. */
public final class HistoryTestEdits {

    private HistoryTestEdits() {
    }

    /** Any kind of edit there is, with random values that may be refused. */
    public static Edit random(Random random, Project project) {
        List<SlotRef> filled = project.filledSlots();
        Pattern pattern = project.at(filled.get(random.nextInt(filled.size()))).orElseThrow();
        Row row = project.kit().rows().get(random.nextInt(project.kit().rows().size()));
        StepValue step = StepValue.all().get(random.nextInt(21));
        int number = random.nextInt(300);
        return switch (random.nextInt(20)) {
            case 0 -> new Edit.SetTempo(new Tempo(20_000 + random.nextInt(380_000)));
            case 1 -> new Edit.SetMeter(new Meter(1 + random.nextInt(32), 4 << random.nextInt(3)));
            case 2 -> new Edit.SetSwing(new Swing(500 + random.nextInt(251), StepValue.EIGHTH));
            case 3 -> new Edit.SetKey(new Key(random.nextInt(12), Key.Scale.values()[random.nextInt(Key.Scale.values().length)]));
            case 4 -> new Edit.SetLength(pattern.id(), number);
            case 5 -> new Edit.SetStepValue(pattern.id(), step);
            case 6 -> new Edit.ShapeLane(pattern.id(), row.id(), Optional.of(step), number > 256 || number == 0 ? OptionalInt.empty() : OptionalInt.of(number), Optional.empty());
            case 7 -> new Edit.SetMuted(row.id(), random.nextBoolean());
            case 8 -> new Edit.SetSoloed(row.id(), random.nextBoolean());
            case 9 -> new Edit.SetStrip("Level", row.id(), row.strip().withLevelDb(random.nextInt(24) - 12));
            case 10 -> new Edit.FillSlot("Branch", new SlotRef(random.nextInt(project.banks().size()), random.nextInt(10)),
                    Optional.of(pattern.branch(project.freshPatternId(), "Copy " + number)));
            case 11 -> project.banks().size() < 5 ? new Edit.AddBank("Bank " + number) : new Edit.RenameProject("Name " + number);
            case 12 -> new Edit.Together("Both", List.of(new Edit.RenamePattern(pattern.id(), "P" + number), new Edit.SetRow("Row", row.withMidi(number % 128, 10))));
            case 13 -> new Edit.KeepTime(pattern.id(), step);
            case 14 -> new Edit.KeepLaneTime(pattern.id(), row.id(), random.nextBoolean() ? Optional.of(step) : Optional.empty());
            case 15 -> new Edit.SetPatternMeter(pattern.id(), random.nextBoolean() ? Optional.of(new Meter(1 + random.nextInt(32), 8)) : Optional.empty());
            case 16 -> random.nextBoolean() ? new Edit.SetPatternSwing(pattern.id(), Optional.of(Generated.swing(random)))
                    : new Edit.SetHits("Humanize", pattern.id(), Chance.humanize(Map.of(row.id(), pattern.lane(row.id()).hits()), number, number * 100, 20));
            case 17 -> new Edit.FillSlot("Clear", new SlotRef(random.nextInt(project.banks().size()), 1 + random.nextInt(9)), Optional.empty());
            case 18 -> new Edit.AddRow(Row.drum(project.kit().highestRowId() + 1, "Row " + number, row.family(), number % 128,
                    BuiltInKits.deckhand().rows().get(0).layers().get(0).recipe()));
            default -> new Edit.EditHits("Hits", pattern.id(), row.id(), Set.of(number), List.of(Generated.hit(random, number % 64, row.isBass())));
        };
    }
}
