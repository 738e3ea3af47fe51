package app.promptsparrow.project;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.GiveWay;
import app.promptsparrow.kit.MidiOut;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Chance;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
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

    private static final Project OTHER = Project.untitled(BuiltInKits.ropeAndCanvas()).withPattern(new PatternId(1), pattern -> pattern
            .withLane(new RowId(1), lane -> Lane.of(Hit.drum(0, 96))).withLane(new RowId(12), lane -> Lane.of(Hit.drum(3, 64))));

    private HistoryTestEdits() {
    }

    private static SlotRef slot(Random random, Project project) {
        return new SlotRef(random.nextInt(project.banks().size()), random.nextInt(Bank.SLOTS));
    }

    private static Song song(Random random, Project project, Pattern pattern) {
        RowId row = project.kit().rows().get(random.nextInt(project.kit().rows().size())).id();
        Song.Entry entry = Song.Entry.of(pattern.id(), 1 + random.nextInt(9)).withRest(row, 1 + random.nextInt(3), random.nextBoolean() ? Song.MAX_REPEATS : 4, true);
        return new Song(new SongId(1), "Song " + random.nextInt(9), random.nextBoolean(), List.of(entry, entry.withFill(random.nextBoolean() ? Optional.of(pattern.id()) : Optional.empty())));
    }

    /** Any kind of edit there is, with random values that may be refused. */
    public static Edit random(Random random, Project project) {
        List<SlotRef> filled = project.filledSlots();
        Pattern pattern = project.at(filled.get(random.nextInt(filled.size()))).orElseThrow();
        Row row = project.kit().rows().get(random.nextInt(project.kit().rows().size()));
        StepValue step = StepValue.all().get(random.nextInt(21));
        int number = random.nextInt(300);
        int bank = random.nextInt(project.banks().size());
        int other = (project.slotOf(pattern.id()).orElseThrow().bank() + 1) % project.banks().size(); // a pattern always stays
        return switch (random.nextInt(50)) {
            case 0 -> new ProjectEdit.SetTempo(new Tempo(20_000 + random.nextInt(380_000)));
            case 1 -> new ProjectEdit.SetMeter(new Meter(1 + random.nextInt(32), 4 << random.nextInt(3)));
            case 2 -> new ProjectEdit.SetSwing(new Swing(500 + random.nextInt(251), StepValue.EIGHTH));
            case 3 -> new ProjectEdit.SetKey(new Key(random.nextInt(12), Key.Scale.values()[random.nextInt(Key.Scale.values().length)]));
            case 4 -> new PatternEdit.SetLength(pattern.id(), number);
            case 5 -> new PatternEdit.SetStepValue(pattern.id(), step);
            case 6 -> new PatternEdit.ShapeLane(pattern.id(), row.id(), Optional.of(step), number > 256 || number == 0 ? OptionalInt.empty() : OptionalInt.of(number), Optional.empty());
            case 7 -> new KitEdit.SetMuted(row.id(), random.nextBoolean());
            case 8 -> new KitEdit.SetSoloed(row.id(), random.nextBoolean());
            case 9 -> new KitEdit.SetStrip("Level", row.id(), row.strip().withLevelDb(random.nextInt(24) - 12));
            case 10 -> new BankEdit.FillSlot("Branch", new SlotRef(random.nextInt(project.banks().size()), random.nextInt(10)),
                    Optional.of(pattern.branch(project.freshPatternId(), "Copy " + number)));
            case 11 -> project.banks().size() < 5 ? new BankEdit.AddBank("Bank " + number) : new ProjectEdit.RenameProject("Name " + number);
            case 12 -> new Edit.Together("Both", List.of(new PatternEdit.RenamePattern(pattern.id(), "P" + number), new KitEdit.SetRow("Row", row.withMidi(MidiOut.drum(number % 128)))));
            case 13 -> new PatternEdit.KeepTime(pattern.id(), step);
            case 14 -> new PatternEdit.KeepLaneTime(pattern.id(), row.id(), random.nextBoolean() ? Optional.of(step) : Optional.empty());
            case 15 -> new PatternEdit.SetPatternMeter(pattern.id(), random.nextBoolean() ? Optional.of(new Meter(1 + random.nextInt(32), 8)) : Optional.empty());
            case 16 -> random.nextBoolean() ? new PatternEdit.SetPatternSwing(pattern.id(), Optional.of(Generated.swing(random)))
                    : new PatternEdit.SetHits("Humanize", pattern.id(), Chance.humanize(Map.of(row.id(), pattern.lane(row.id()).hits()), number, number * 100, 20));
            case 17 -> new BankEdit.FillSlot("Clear", new SlotRef(random.nextInt(project.banks().size()), 1 + random.nextInt(9)), Optional.empty());
            case 18 -> new KitEdit.AddRow(Row.drum(project.freshRowId().value(), "Row " + number, row.family(), number % 128,
                    BuiltInKits.deckhand().rows().get(0).layers().get(0).sound()));
            case 19 -> new KitEdit.RemoveRow("Remove", row.id());
            case 20 -> new KitEdit.MoveRow("Move", row.id(), number % 50);
            case 21 -> new KitEdit.RenameRow(row.id(), "Row " + number);
            case 22 -> new KitEdit.SetFamily(row.id(), Family.values()[number % Family.values().length]);
            case 23 -> new BankEdit.RenameBank(random.nextInt(project.banks().size()), "Bank " + number);
            case 25 -> new ProjectEdit.DrawChance(number);
            case 26 -> new KitEdit.TakeKit(BuiltInKits.all().get(number % 4));
            case 27 -> new KitEdit.AddRows("Add rows", BuiltInKits.tinShed().rows().subList(0, 1 + number % 2));
            case 29 -> new KitEdit.SetStrips("Levels", Map.of(row.id(), row.strip().withDip(new Dip(40 + number, -number % 13))));
            case 30 -> new KitEdit.SetReverb("Size", project.kit().reverb().withSize(50 + number % 101));
            case 31 -> new ProjectEdit.SetMaster("Master", project.master().withLevelDb(-number / 6.0).withLimiter(random.nextBoolean()));
            case 32 -> new KitEdit.SetStrip("Give way", row.id(), row.strip().withGiveWay(Optional.of(new GiveWay(project.kit().rows().get(number % project.kit().rows().size()).id(), 9, 20 + number))));
            case 28 -> new KitEdit.RenameKit("Kit " + number);
            case 33 -> new BankEdit.CopySlot("Copy", project.slotOf(pattern.id()).orElseThrow(), slot(random, project));
            case 34 -> new BankEdit.MoveSlot("Move", project.slotOf(pattern.id()).orElseThrow(), slot(random, project));
            case 35 -> new BankEdit.SwapSlots("Swap", project.slotOf(pattern.id()).orElseThrow(), slot(random, project));
            case 36 -> new BankEdit.TintBank("Colour", bank, random.nextBoolean() ? Optional.of(Tint.values()[number % Tint.values().length]) : Optional.empty());
            case 37 -> new BankEdit.SetFill("Fill", bank, project.banks().get(bank).patterns().stream().findFirst().map(Pattern::id));
            case 38 -> new BankEdit.MoveBank("Move bank", bank, random.nextInt(project.banks().size()));
            case 39 -> project.banks().size() < 5 ? new BankEdit.DuplicateBank("Duplicate", bank, "Copy " + number) : new BankEdit.DeleteBank("Delete", other);
            case 40 -> project.banks().size() > 1 ? new BankEdit.ClearBank("Clear", other) : new BankEdit.AddBank("More");
            case 41 -> project.banks().size() < 5 && project.kit().rows().size() < 20 ? new BankEdit.TakeBank("Take", OTHER, number % OTHER.banks().size()) : new BankEdit.AddBank("More");
            case 42, 43 -> new BankEdit.SetChain("Chain", project.filledSlots().stream().map(ref -> project.at(ref).orElseThrow().id()).limit(1 + number % 5).toList());
            case 45 -> project.songs().size() < 4 ? new SongEdit.AddSong("Song", song(random, project, pattern).withId(project.freshSongId())) : new SongEdit.DeleteSong("Delete", project.songs().get(0).id());
            case 46 -> new SongEdit.SetSong("Song", song(random, project, pattern).withId(project.songs().isEmpty() ? new SongId(1) : project.songs().get(0).id()));
            case 47 -> project.songs().isEmpty() ? new BankEdit.AddBank("More") : new SongEdit.DeleteSong("Delete", project.songs().get(number % project.songs().size()).id());
            case 48 -> new ProjectEdit.SetBacking("Backing", random.nextInt(4) == 0 ? Optional.empty() : Optional.of(new Backing("/music/" + number + ".wav", random.nextBoolean() ? Optional.empty()
                    : Optional.of("0123456789abcdef".repeat(4)), number * 1_000L - 99_999, number % 60 - 50, random.nextBoolean(), random.nextBoolean())));
            case 49 -> project.songs().size() > 3 || project.banks().size() > 20 ? new SongEdit.DeleteSong("Delete", project.songs().isEmpty() ? new SongId(1) : project.songs().get(0).id())
                    : new SongEdit.AddPlayed("Played", song(random, project, pattern), List.of(pattern.withId(new PatternId(number + 1))));
            case 24 -> new ProjectEdit.SetTouches("Touch", project.touches().with(number % 4, 1 + number % 127));
            default -> new PatternEdit.EditHits("Hits", pattern.id(), row.id(), Set.of(number), List.of(Generated.hit(random, number % 64, row.isBass())));
        };
    }
}
