package app.promptsparrow.prompt;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.pattern.Roll;
import app.promptsparrow.project.Project;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Tempo;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PromptTest {

    private static final SlotRef FIRST = new SlotRef(0, 0);
    private final Project project = Project.untitled().withTempo(new Tempo(120_000));

    private List<Hit> hits(Project of, String line, String row) throws PromptException {
        Pattern pattern = of.at(FIRST).orElseThrow();
        RowId id = of.kit().rowNamed(row).orElseThrow().id();
        Project after = PromptReader.read(line, of, pattern).toEdit(pattern).apply(of);
        return after.at(FIRST).orElseThrow().lane(id).hits();
    }

    private List<Integer> steps(String line, String row) throws PromptException {
        return hits(project, line, row).stream().map(Hit::step).toList();
    }

    @Test
    void the_example_of_the_docs_does_what_it_says() throws PromptException {
        String line = "kick 1 2& 3, snare backbeat accent, closed hat 8ths light, open hat 4&";
        assertThat(steps(line, "Kick")).containsExactly(0, 6, 8);
        assertThat(hits(project, line, "Snare")).containsExactly(Hit.drum(4, 120), Hit.drum(12, 120));
        assertThat(hits(project, line, "Closed hat")).hasSize(8).allMatch(hit -> hit.velocity() == Hit.LIGHT && hit.step() % 2 == 0);
        assertThat(steps(line, "Open hat")).containsExactly(14);
        assertThat(PromptReader.read(line, project, project.at(FIRST).orElseThrow()).hits()).isEqualTo(14);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', value = {
        "kick quarters; 0,4,8,12", "kick 1e 2a; 1,7", "kick steps 1 8 9; 0,7,8", "kick every 3; 0,3,6,9,12,15",
        "kick offbeats; 2,6,10,14", "kick 3 in 8; 0,3,6,8,11,14", "kick x--x--x-; 0,3,6,8,11,14", "kick 16ths; 0,1,2,3,4,5,6,7,8,9,10,11,12,13,14,15",
        "kick xx; 0,1,2,3,4,5,6,7,8,9,10,11,12,13,14,15", "KICK 1, 3; 0,8", "\"Kick\" 1; 0", "ki 1; 0"})
    void places_become_steps(String line, String expected) throws PromptException {
        assertThat(steps(line, "Kick")).isEqualTo(Arrays.stream(expected.strip().split(",")).map(Integer::valueOf).toList());
    }

    @Test
    void cells_may_be_all_hits_but_the_beginning_of_a_name_stays_one() throws PromptException {
        assertThat(hits(project, "clap ll", "Clap")).hasSize(16).allMatch(hit -> hit.velocity() == Hit.LIGHT);
        assertThat(hits(project, "clap xg", "Clap")).extracting(Hit::velocity).startsWith(96, 32, 96, 32);
        assertThat(hits(project, "clap 1, gg add", "Clap")).hasSize(16);
        assertThat(steps("lo 1", "Low tom")).containsExactly(0);
        assertThat(steps("o 4&", "Open hat")).containsExactly(14);
    }

    @Test
    void hits_are_shaped_by_how() throws PromptException {
        assertThat(hits(project, "kick 1 at 80 roll 5 over 2", "Kick")).containsExactly(Hit.drum(0, 80).withRoll(Roll.of(5, 2)));
        assertThat(hits(project, "kick 1 flam ghost", "Kick")).containsExactly(Hit.drum(0, 32).withFlam(Flam.USUAL));
        // a sixteenth at 120 lasts 125 ms
        assertThat(hits(project, "kick 1 late 12.5ms", "Kick")).containsExactly(Hit.drum(0, 96).withTiming(10_000));
        assertThat(hits(project, "kick 1 early 25 ms", "Kick")).containsExactly(Hit.drum(0, 96).withTiming(-20_000));
    }

    @Test
    void a_row_is_replaced_unless_add_is_said_and_off_clears_it() throws PromptException {
        Project filled = project.withPattern(new PatternId(1), p -> p.withLane(new RowId(1), lane -> lane.withHits(List.of(Hit.drum(5, 50)))));
        assertThat(hits(filled, "kick 1", "Kick")).extracting(Hit::step).containsExactly(0);
        assertThat(hits(filled, "kick 1 add", "Kick")).extracting(Hit::step).containsExactly(0, 5);
        assertThat(hits(filled, "kick off", "Kick")).isEmpty();
        assertThat(hits(filled, "kick 1, 3 ghost", "Kick")).containsExactly(Hit.drum(0, 96), Hit.drum(8, 32));
    }

    @Test
    void counts_follow_bars_and_meters() throws PromptException {
        Project two = project.withPattern(new PatternId(1), p -> p.withLength(32));
        assertThat(hits(two, "kick 1 2:4&", "Kick")).extracting(Hit::step).containsExactly(0, 16, 30);
        Project six = project.withMeter(new Meter(6, 8)).withPattern(new PatternId(1), p -> p.withLength(12));
        assertThat(hits(six, "snare backbeat, kick 1 6&", "Snare")).extracting(Hit::step).containsExactly(6);
        assertThat(hits(six, "kick 1 6&", "Kick")).extracting(Hit::step).containsExactly(0, 11);
        Project triplets = project.withPattern(new PatternId(1), p -> p.withStep(new StepValue(8, StepValue.Feel.TRIPLET)).withLength(12));
        assertThat(hits(triplets, "kick 1 2trip 4let", "Kick")).extracting(Hit::step).containsExactly(0, 4, 11);
        Project free = project.withPattern(new PatternId(1), p -> p.withLane(new RowId(1), lane -> lane.withLength(OptionalInt.of(10)).withStep(Optional.empty())));
        assertThat(hits(free, "kick quarters", "Kick")).extracting(Hit::step).containsExactly(0, 4, 8);
    }

    @Test
    void a_bass_row_gets_the_root_of_the_key() throws PromptException {
        assertThat(hits(project, "bass 1 3&", "Bass")).extracting(Hit::pitch).containsExactly(33, 33);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', quoteCharacter = '`', value = {
        "hat 1; 0; fits several rows: Closed hat, Open hat",
        "zither 1; 0; neither a row nor a place",
        "kick 1 sideways; 7; 'sideways' is not understood",
        "kick 5; 5; counts 1 to 4, not 5",
        "kick 1trip; 5; steps of 1/8t would fit",
        "kick steps 17; 11; steps 1 to 16",
        "kick 2:1; 5; has 1 bar here",
        "kick 1 late 70ms; 12; half a step is 62",
        "kick 1 at 200; 10; 1 to 127",
        "kick 1 roll 13; 12; 2 to 12",
        "kick; 3; expected a place",
        "8ths; 0; is no row",
        "kick 1,; 6; expected a row",
        "kick every 0; 11; number of steps",
        "kick off 1; 9; nothing can follow",
        "\"Kick 1; 0; not closed",
        "kick =x; 5; none sounds there"})
    void what_is_not_understood_is_refused_with_its_place(String line, int from, String what) {
        assertThatThrownBy(() -> steps(line, "Kick")).isInstanceOfSatisfying(PromptException.class, problem -> {
            assertThat(problem.getMessage()).contains(what);
            assertThat(problem.from()).isEqualTo(from);
            assertThat(problem.to()).isBetween(problem.from() + 1, line.length());
        });
    }

    @Test
    void no_text_at_all_breaks_it() {
        Random random = new Random(3);
        String[] words = {"kick", "hat", "1", "2&", "every", "3", "in", "8", "x--x", ",", "\"", "roll", "over", "late", "12ms", "off", "add", "9:9", "=", "\u00e9"};
        for (int i = 0; i < Generated.rounds(20_000); i++) {
            StringBuilder line = new StringBuilder();
            for (int n = random.nextInt(8); n >= 0; n--) {
                line.append(words[random.nextInt(words.length)]).append(random.nextBoolean() ? " " : "");
            }
            try {
                PromptReader.read(line.toString(), project, project.at(FIRST).orElseThrow());
            } catch (PromptException refused) {
                assertThat(refused.getMessage()).startsWith("column ");
                assertThat(refused.from()).isLessThanOrEqualTo(refused.to());
            }
        }
    }
}
