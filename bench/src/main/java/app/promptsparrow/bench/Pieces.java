package app.promptsparrow.bench;

import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Dip;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Model;
import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.Reverb;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;

/** Projects for measuring, made by seeded generators. */
final class Pieces {

    static final Strip ALL_STAGES = new Strip(-6, 0.2, 60, 14_000, 2, -2, 0.2, 0.2).withDip(new Dip(400, -4));
    /** Of so many rows one is driven. */
    static final int DRIVEN = 4;

    private Pieces() {
    }

    /** 16 rows (15 drums and the bass), two bars of 4/4 with about half the sixteenths hit; to be passed 32 times. */
    static Project sixteenRows(Strip strip) {
        List<Row> rows = new ArrayList<>();
        for (Row row : BuiltInKits.deckhand().rows()) {
            rows.add(row.withStrip(strip).withVoicing(row.voicing().withChokeGroup(0).withOneVoice(false)));
        }
        rows.add(rows.size() - 1, Row.drum(20, "Wood", Family.PERCUSSION, 76, Recipe.of(Model.RIM).with("tone", 900)).withStrip(strip));
        rows.add(rows.size() - 1, Row.drum(21, "Chain", Family.PERCUSSION, 80, Recipe.of(Model.SHAKER).with("tone", 7_500)).withStrip(strip));
        for (int i = 0; i < rows.size(); i++) {
            Row row = rows.get(i);
            rows.set(i, i % DRIVEN == 0 ? row : row.withStrip(row.strip().withDrive(0)));
        }
        return filled(new Kit("Sixteen", rows, Reverb.USUAL), 32, 120_000);
    }

    /** 48 rows, eight of them driven, whose every step is hit, so that about 64 voices sound at any time. */
    static Project fortyEightRows() {
        List<Row> rows = new ArrayList<>();
        for (int id = 1; id <= 47; id++) {
            Recipe recipe = Recipe.of(id % 2 == 0 ? Model.TOM : Model.KICK);
            rows.add(Row.drum(id, "Row " + id, Family.TOM, 35 + id, recipe).withStrip(Strip.NEUTRAL.withLevelDb(-18).withSend(0.1).withDrive(id <= 8 ? 0.3 : 0)));
        }
        rows.add(Row.bass(48, "Bass", 1, Recipe.of(Model.ROUND_BASS)).withStrip(Strip.NEUTRAL.withLevelDb(-12)));
        return filled(new Kit("Many", rows, Reverb.USUAL), 16, 80_000);
    }

    /** So many drum rows and steps, about half of them hit; no row sounds long. */
    static Project grid(int count, int steps) {
        List<Row> rows = new ArrayList<>();
        for (int id = 1; id <= count; id++) {
            rows.add(Row.drum(id, "Row " + id, Family.values()[id % 7], 35 + id, Recipe.of(Model.HAT)).withStrip(Strip.NEUTRAL.withLevelDb(-24)));
        }
        return filled(new Kit("Grid", rows, Reverb.USUAL), steps, 120_000);
    }

    /** As many banks and patterns as a project holds, of 48 rows and 64 steps, half of them hit: nearly a million hits. */
    static Project huge() {
        Project grid = grid(48, 64);
        Pattern model = grid.pattern(new PatternId(1)).orElseThrow();
        List<Bank> banks = new ArrayList<>();
        for (int b = 0; b < Project.MAX_BANKS; b++) {
            Bank bank = Bank.empty("Bank " + b);
            for (int s = 0; s < Bank.SLOTS; s++) {
                bank = bank.with(s, Optional.of(model.withId(new PatternId(b * Bank.SLOTS + s + 1))));
            }
            banks.add(bank);
        }
        return grid.withBanks(banks);
    }

    private static Project filled(Kit kit, int steps, int milliBpm) {
        Random random = new Random(64);
        Pattern pattern = Pattern.empty(new PatternId(1), "Frozen", steps);
        for (Row row : kit.rows()) {
            List<Hit> hits = new ArrayList<>();
            for (int step = 0; step < steps; step++) {
                if (random.nextBoolean()) {
                    int velocity = 20 + random.nextInt(107);
                    hits.add(row.isBass() ? Hit.bass(step, velocity, 33 + random.nextInt(12), Hit.STEP) : Hit.drum(step, velocity));
                }
            }
            pattern = pattern.withLane(row.id(), lane -> lane.withHits(hits));
        }
        Pattern whole = pattern;
        return Project.untitled(kit).withTempo(new Tempo(milliBpm)).withPattern(new PatternId(1), p -> whole);
    }
}
