package app.promptsparrow.desktop.mix.edit;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Sessions;
import app.promptsparrow.desktop.strip.StripEdits;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Strip;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.sound.Loudness;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;

/** The parts of the Mix view that need no window: values, rows that move together, the folded master. */
class MixPartsTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final RowId CLAP = new RowId(3);

    private ProjectStore store;
    private Chosen chosen;
    private StripEdits edits;

    @BeforeEach
    void open() {
        store = new ProjectStore(Project.untitled());
        Session session = Sessions.of(store, new Player(new Engine(48_000), Runnable::run, Runnable::run));
        chosen = new Chosen(session);
        edits = new StripEdits(session, chosen);
    }

    private Strip strip(RowId row) {
        return store.project().kit().row(row).orElseThrow().strip();
    }

    // --- values ---

    @Test
    void every_value_is_shown_and_read_back_as_it_is_and_stays_in_its_range() {
        for (StripValue value : StripValue.values()) {
            for (double at : new double[] {value.least(), value.usual(), value.most(), (value.least() + value.most()) / 2}) {
                double back = value.typed(value.text(at)).orElseThrow();
                double hundred = value.text(at).contains("kHz") ? back * 1_000 : back;
                assertThat(hundred).as("%s %s", value, value.text(at)).isCloseTo(at, within(Math.max(0.5, Math.abs(at) * 0.006)));
            }
            assertThat(value.of(value.with(Strip.NEUTRAL, value.most() + 100))).as(value.title()).isLessThanOrEqualTo(value.most());
            assertThat(value.range("loud")).startsWith(value.title() + " is ").endsWith("not 'loud'");
        }
        assertThat(StripValue.PAN.typed("30 left")).contains(-30.0);
        assertThat(StripValue.PAN.typed("c")).contains(0.0);
        assertThat(StripValue.LOW_CUT.with(Strip.NEUTRAL, 19).lowCutHz()).isZero();
        assertThat(StripValue.HIGH_CUT.stepped(1_000, 12)).as("twelve steps are an octave").isCloseTo(2_000, within(1e-6));
    }

    // --- several rows ---

    @Test
    void several_rows_move_together_and_keep_their_differences_even_beyond_an_end() {
        edits.set(StripValue.LEVEL, edits.chosen(), -6, null);
        chosen.chooseRow(SNARE);
        edits.set(StripValue.LEVEL, edits.chosen(), 6, null);
        chosen.chooseBeside(KICK);
        assertThat(chosen.rows()).extracting(Row::id).containsExactly(KICK, SNARE);
        int steps = store.undoNames().size();
        Object gesture = new Object();
        edits.set(StripValue.LEVEL, edits.ledBy(KICK), 3, gesture);
        assertThat(strip(SNARE).levelDb()).as("it has come to its end").isEqualTo(12);
        edits.set(StripValue.LEVEL, edits.ledBy(KICK), -4, gesture);
        assertThat(strip(KICK).levelDb()).isEqualTo(-4);
        assertThat(strip(SNARE).levelDb()).as("and comes back to its difference").isEqualTo(8);
        assertThat(store.undoNames()).as("one gesture is one step").hasSize(steps + 1);
        assertThat(store.undoNames().get(0)).isEqualTo("Set level of 2 rows");
        store.undo();
        assertThat(strip(KICK).levelDb()).isEqualTo(-6);
    }

    @Test
    void cuts_move_by_ratios() {
        edits.set(StripValue.LOW_CUT, edits.chosen(), 100, null);
        chosen.chooseRow(SNARE);
        edits.set(StripValue.LOW_CUT, edits.chosen(), 400, null);
        chosen.chooseBeside(KICK);
        edits.set(StripValue.LOW_CUT, edits.chosen(), 200, new Object());
        assertThat(strip(SNARE).lowCutHz()).isEqualTo(800);
    }

    @Test
    void settings_are_copied_all_or_one_and_reset() {
        edits.set(StripValue.LEVEL, edits.chosen(), -9, null);
        edits.set(StripValue.PAN, edits.chosen(), 40, null);
        List<Row> others = store.project().kit().rows().subList(1, 3);
        double clapLevel = strip(CLAP).levelDb();
        edits.copy("pan", List.of(StripValue.PAN), others);
        assertThat(strip(SNARE).pan()).isEqualTo(0.4);
        assertThat(strip(CLAP).levelDb()).isEqualTo(clapLevel);
        assertThat(store.undoNames().get(0)).isEqualTo("Copy pan of Kick to 2 rows");
        edits.reset();
        assertThat(strip(KICK)).isEqualTo(Strip.NEUTRAL);
        assertThat(strip(SNARE).pan()).isEqualTo(0.4);
    }

    @Test
    void rows_are_chosen_one_by_one_and_up_to_one_and_the_last_stays() {
        chosen.chooseUpTo(CLAP);
        assertThat(chosen.rows()).extracting(Row::id).containsExactly(KICK, SNARE, CLAP);
        chosen.chooseBeside(KICK);
        assertThat(chosen.rows()).extracting(Row::id).containsExactly(SNARE, CLAP);
        chosen.chooseBeside(SNARE);
        chosen.chooseBeside(CLAP);
        assertThat(chosen.rows()).extracting(Row::id).containsExactly(CLAP);
        chosen.chooseRow(KICK);
        assertThat(chosen.rows()).extracting(Row::id).containsExactly(KICK);
    }

    // --- the master ---

    @Test
    void the_master_is_folded_over_the_pattern_and_its_last_eight_passes_are_kept() {
        MasterFold fold = new MasterFold();
        Pattern pattern = Pattern.empty(new PatternId(1), "P", 16);
        fold.show(pattern);
        long step = pattern.step().units();
        long pass = pattern.durationUnits();
        for (int i = 0; i < 12; i++) {
            fold.level(pattern.id(), i * pass + 4 * step, i == 1 ? 0.9f : 0.3f, 1);
            fold.level(pattern.id(), i * pass + 8 * step, i == 9 ? 0.8f : 0.2f, i == 9 ? 0.8f : 1);
            fold.level(pattern.id(), i * pass + 9 * step, 0.2f, 0.9f); // comes back
        }
        int fourth = 4 * MasterFold.BINS / 16;
        assertThat(fold.thisPass()[fourth]).isEqualTo(0.3f);
        assertThat(fold.loudest(fourth)).as("the second pass is too long ago").isEqualTo(0.3f);
        assertThat(fold.loudest(8 * MasterFold.BINS / 16)).isEqualTo(0.8f);
        assertThat(fold.heldBackDb(8)).isCloseTo(1.94, within(0.01));
        assertThat(fold.worst()).hasValue(8);
        fold.level(new PatternId(2), 0, 2, 0.1f);
        assertThat(fold.clipped(0)).as("another pattern is none of its business").isFalse();
        fold.level(pattern.id(), 12 * pass, 1.2f, 1);
        assertThat(fold.clipped(0)).isTrue();
        assertThat(fold.worst()).as("clipping is worse than being held back").hasValue(0);
        fold.forgetMarks();
        assertThat(fold.worst()).isEmpty();
        fold.show(pattern.withLength(8));
        assertThat(fold.steps()).isEqualTo(8);
        assertThat(fold.loudest(fourth)).isZero();
    }

    @Test
    void what_was_played_too_shortly_has_no_loudness() {
        Loudness.Blocks loudness = new Loudness.Blocks();
        assertThat(MixPresenter.told(-1, loudness)).isEqualTo("peak -1.0 dB · – LUFS · 3 s – · now –");
        for (int tenth = 0; tenth < 40; tenth++) {
            loudness.add(0.01);
        }
        assertThat(MixPresenter.told(-1, loudness)).isEqualTo("peak -1.0 dB · -20.7 LUFS · 3 s -20.7 · now -20.7");
    }
}
