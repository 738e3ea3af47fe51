package app.promptsparrow.mix;

import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Heard;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Master;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.score.PatternScore;
import app.promptsparrow.score.Score;
import app.promptsparrow.sound.Loudness;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;

/** Brings every row to where its family usually stands in a mix: a hit at the row's usual velocity, as it leaves the row's strip. */
public final class LevelMatch {

    private static final int USUAL_VELOCITY = 96;
    private static final double HIT_SECONDS = 0.6;
    private static final int BASS_NOTE = 33;
    /** A row that cannot be measured has nothing to say. */
    private static final double SILENT_LUFS = -65;
    private static final double GRAINS_A_DB = 10;

    private LevelMatch() {
    }

    /**
     * Where a family usually stands, in LUFS of a hit's loudest 200 ms; empty for one that is none. As the built-in kits have it for a firm
     * hit; hats, cymbals and percussion, which are mostly played softer, a little lower.
     */
    public static OptionalDouble usual(Family family) {
        return switch (family) {
            case KICK -> OptionalDouble.of(-17);
            case BASS, SNARE, TOM -> OptionalDouble.of(-19);
            case CLAP -> OptionalDouble.of(-20);
            case CYMBAL -> OptionalDouble.of(-24);
            case PERCUSSION -> OptionalDouble.of(-26);
            case HAT -> OptionalDouble.of(-28);
            case OTHER -> OptionalDouble.empty();
        };
    }

    /** The strips that put each row in its place; rows that are in it, and those that cannot be measured, are left out. */
    public static Map<RowId, Strip> of(Project project, SoundStore sounds, BooleanSupplier cancelled) {
        Map<RowId, Strip> matched = new LinkedHashMap<>();
        for (Row row : project.kit().rows()) {
            if (cancelled.getAsBoolean()) {
                return Map.of();
            }
            OptionalDouble place = usual(row.family());
            double loudness = place.isEmpty() ? SILENT_LUFS : loudness(project, row, sounds);
            if (loudness > SILENT_LUFS) {
                double db = row.strip().levelDb() + place.getAsDouble() - loudness;
                double clean = Math.max(-60, Math.min(Strip.MOST_DB, Math.rint(db * GRAINS_A_DB) / GRAINS_A_DB)); // divided, so that it is the number that is written with one digit
                if (Math.abs(clean - row.strip().levelDb()) >= 0.5 / GRAINS_A_DB) {
                    matched.put(row.id(), row.strip().withLevelDb(clean));
                }
            }
        }
        return matched;
    }

    /** A hit of a row at its usual velocity, with its level, without the reverb, in LUFS; measured whether the row is muted or not. */
    static double loudness(Project project, Row row, SoundStore sounds) {
        Strip strip = row.strip().levelDb() <= Strip.SILENT_DB ? row.strip().withLevelDb(0) : row.strip();
        Row dry = row.withStrip(strip.withSend(0).withGiveWay(Optional.empty())).withHeard(new Heard(false, false));
        Kit kit = new Kit("One", List.of(dry), project.kit().reverb());
        int velocity = usualVelocity(project, row.id());
        Hit hit = row.isBass() ? Hit.bass(0, velocity, BASS_NOTE, 4 * Hit.STEP) : Hit.drum(0, velocity);
        Project one = Project.untitled(kit).withTempo(new Tempo(120_000)).withMaster(Master.USUAL);
        Pattern pattern = one.at(new SlotRef(0, 0)).orElseThrow().withLane(row.id(), lane -> lane.withHits(List.of(hit)));
        Score score = Score.passes(PatternScore.compile(one, pattern, Optional.empty()), 1);
        Engine engine = Engine.withoutMeters(sounds.rateHz());
        engine.publish(new PlayableBuilder(sounds).build(one, List.of(new Playable.Piece(1, score)), false));
        engine.commands().play(1, 0);
        int frames = (int) (HIT_SECONDS * sounds.rateHz());
        float[] left = new float[frames];
        float[] right = new float[frames];
        engine.render(left, right, frames);
        double[] l = new double[frames];
        double[] r = new double[frames];
        for (int i = 0; i < frames; i++) {
            l[i] = left[i];
            r[i] = right[i];
        }
        return Loudness.ofHit(l, r, sounds.rateHz());
    }

    /** The middle one of all velocities that a row is struck with. */
    static int usualVelocity(Project project, RowId row) {
        List<Integer> velocities = new ArrayList<>();
        project.banks().forEach(bank -> bank.patterns().forEach(pattern -> pattern.lane(row).hits().forEach(hit -> velocities.add(hit.velocity()))));
        Collections.sort(velocities);
        return velocities.isEmpty() ? USUAL_VELOCITY : velocities.get(velocities.size() / 2);
    }
}
