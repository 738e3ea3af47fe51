package app.promptsparrow.project;

import static org.assertj.core.api.Assertions.assertThat;

import app.promptsparrow.chart.ChartReader;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.time.StepValue;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;

class ClipTest {

    private static final RowId KICK = new RowId(1);
    private static final RowId SNARE = new RowId(2);
    private static final RowId BASS = new RowId(14);
    private static final long SIXTEENTH = StepValue.SIXTEENTH.units();

    private static Project chart(String text) throws Exception {
        return ChartReader.read(text, BuiltInKits.deckhand()).toProject("Test");
    }

    private static Pattern pattern(Project project) {
        return project.at(new SlotRef(0, 0)).orElseThrow();
    }

    private static Clip copied(Project project, RowId... rows) {
        Map<RowId, List<Hit>> hits = new LinkedHashMap<>();
        for (RowId row : rows) {
            hits.put(row, pattern(project).lane(row).hits());
        }
        return Clip.of(project, pattern(project), hits);
    }

    private static List<Integer> steps(Project project, RowId row) {
        return pattern(project).lane(row).hits().stream().map(Hit::step).toList();
    }

    @Test
    void pasted_hits_keep_their_place_in_the_bar_and_again_goes_on_behind() throws Exception {
        Project project = chart("Kick |----|x-x-|----|----|----|----|----|----|");
        Clip clip = copied(project, KICK);
        Clip.Paste paste = clip.paste(project, pattern(project), KICK, 18 * SIXTEENTH, false, false);
        assertThat(steps(paste.edit().apply(project), KICK)).containsExactly(4, 6, 20, 22);
        assertThat(paste.nextUnits()).isEqualTo(24 * SIXTEENTH);
        Clip.Paste exactly = clip.paste(project, pattern(project), KICK, 9 * SIXTEENTH, true, false);
        assertThat(steps(exactly.edit().apply(project), KICK)).containsExactly(4, 6, 9, 11);
    }

    @Test
    void pasting_replaces_within_its_rows_and_span_unless_it_merges() throws Exception {
        Project project = chart("Kick |x-x-|----|----|----|xxxx|xxxx|----|----|");
        Map<RowId, List<Hit>> first = Map.of(KICK, pattern(project).lane(KICK).hits().subList(0, 2));
        Clip clip = Clip.of(project, pattern(project), first);
        Project replaced = clip.paste(project, pattern(project), KICK, 16 * SIXTEENTH, false, false).edit().apply(project);
        assertThat(steps(replaced, KICK)).containsExactly(0, 2, 16, 18, 20, 21, 22, 23);
        Project merged = clip.paste(project, pattern(project), KICK, 16 * SIXTEENTH, false, true).edit().apply(project);
        assertThat(steps(merged, KICK)).hasSize(10);
    }

    @Test
    void one_row_goes_to_the_row_of_the_cursor_and_several_to_their_own() throws Exception {
        Project project = chart("Kick |x---|----|----|----|\nSnare |-x--|----|----|----|\nBass |A1 = - -|- - - -|- - - -|- - - -|");
        Project onSnare = copied(project, KICK).paste(project, pattern(project), SNARE, 8 * SIXTEENTH, true, false).edit().apply(project);
        assertThat(steps(onSnare, SNARE)).containsExactly(1, 8);
        Project both = copied(project, KICK, SNARE).paste(project, pattern(project), BASS, 8 * SIXTEENTH, true, false).edit().apply(project);
        assertThat(steps(both, KICK)).containsExactly(0, 8);
        assertThat(steps(both, SNARE)).containsExactly(1, 9);
        Clip.Paste bassOnKick = copied(project, BASS).paste(project, pattern(project), KICK, 8 * SIXTEENTH, true, false);
        assertThat(bassOnKick.rows()).containsExactly(BASS);
    }

    @Test
    void on_another_grid_hits_keep_their_time_and_length_and_what_does_not_fit_is_counted() throws Exception {
        Project project = chart("Kick |x=--|---x|");
        Project eighths = chart("step 1/8\nlength 4\nKick |----|");
        Clip.Paste paste = copied(project, KICK).paste(eighths, pattern(eighths), KICK, 0, false, false);
        List<Hit> pasted = pattern(paste.edit().apply(eighths)).lane(KICK).hits();
        assertThat(pasted).extracting(Hit::step).containsExactly(0, 3);
        assertThat(pasted.get(0).length()).isEqualTo(Hit.STEP);
        assertThat(pasted.get(1).timing()).isEqualTo(50_000);
        Project two = chart("step 1/8\nlength 2\nKick |--|");
        assertThat(copied(project, KICK).paste(two, pattern(two), KICK, 0, false, false).lost()).isEqualTo(1);
    }

    @Test
    void one_property_can_be_pasted_alone_in_turn() throws Exception {
        Project project = chart("Kick |Xg--|");
        Clip clip = copied(project, KICK);
        List<Hit> onto = List.of(Hit.drum(4, 1), Hit.drum(5, 1), Hit.drum(6, 1));
        assertThat(clip.pasteProperty(onto, Clip.Property.VELOCITY)).extracting(Hit::velocity).containsExactly(120, 32, 120);
        assertThat(clip.pasteProperty(onto, Clip.Property.ROLL)).isEqualTo(onto);
        assertThat(Optional.of(clip.hits().size())).contains(2);
    }
}
