package app.promptsparrow.chart;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.promptsparrow.Generated;
import app.promptsparrow.kit.BuiltInKits;
import app.promptsparrow.kit.Family;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.pattern.Flam;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Lane;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.time.Meter;
import app.promptsparrow.time.StepValue;
import app.promptsparrow.time.Swing;
import app.promptsparrow.time.Tempo;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.SortedMap;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ChartTest {

    private static final Kit KIT = BuiltInKits.deckhand();

    private static Chart read(String text) throws ChartException {
        return ChartReader.read(text, KIT);
    }

    private static List<Hit> hits(Chart chart, String row) {
        RowId id = chart.kit().rowNamed(row).orElseThrow().id();
        return chart.patterns().get(0).lane(id).hits();
    }

    @Test
    void the_example_of_the_docs_is_read() throws ChartException {
        Chart chart = read("""
                # Wake
                tempo 92
                meter 4/4
                step 1/16
                swing 57 %
                Kick        |x---|--x-|x---|----|   // the strong beats
                Snare       |----|X---|--g-|X---|
                Closed hat  |x-x-|x-x-|x-3-|x-x-|
                Open hat    [1/32] |--------|--------|--------|------x-|
                Bass        |A1 = = =|- - C2 -|/E2 = = =|= - - -|
                """);
        Pattern pattern = chart.patterns().get(0);
        assertThat(pattern.name()).isEqualTo("Wake");
        assertThat(chart.tempo()).contains(new Tempo(92_000));
        assertThat(pattern.swing()).contains(new Swing(570, StepValue.SIXTEENTH));
        assertThat(pattern.length()).isEqualTo(16);
        assertThat(hits(chart, "Snare")).extracting(Hit::velocity).containsExactly(120, 32, 120);
        assertThat(hits(chart, "Closed hat").get(5).roll().orElseThrow().count()).isEqualTo(3);
        assertThat(hits(chart, "Open hat")).containsExactly(Hit.drum(30, 96));
        assertThat(pattern.laneSteps(new RowId(5))).isEqualTo(32);
        assertThat(hits(chart, "Bass")).containsExactly(Hit.bass(0, 96, 33, 4 * Hit.STEP), Hit.bass(6, 96, 36, Hit.STEP),
                Hit.bass(8, 96, 40, 5 * Hit.STEP).withSlide(true));
    }

    @Test
    void drum_cells_say_velocity_length_flam_and_rest() throws ChartException {
        Chart chart = read("kick |xXlg|f.-x|==-x|");
        assertThat(hits(chart, "Kick")).containsExactly(Hit.drum(0, 96), Hit.drum(1, 120), Hit.drum(2, 64), Hit.drum(3, 32),
                Hit.drum(4, 96).withFlam(Flam.USUAL), Hit.drum(7, 96).withLength(3 * Hit.STEP), Hit.drum(11, 96));
    }

    @Test
    void bass_cells_say_accent_and_ghost() throws ChartException {
        assertThat(hits(read("Bass |A1> (C2) . /Bb0>|"), "Bass")).containsExactly(Hit.bass(0, 120, 33, Hit.STEP),
                Hit.bass(1, 32, 36, Hit.STEP), Hit.bass(3, 120, 22, Hit.STEP).withSlide(true));
    }

    @Test
    void open_hits_of_a_hat_go_to_the_open_hat() throws ChartException {
        Chart chart = read("Closed hat |x-o-|x-O-|");
        assertThat(hits(chart, "Closed hat")).extracting(Hit::step).containsExactly(0, 4);
        assertThat(hits(chart, "Open hat")).containsExactly(Hit.drum(2, 96), Hit.drum(6, 120));
        assertThat(hits(read("Snare |o-O-|"), "Snare")).extracting(Hit::velocity).containsExactly(96, 120);
    }

    @Test
    void a_lane_of_another_duration_gets_its_own_length() throws ChartException {
        Chart chart = read("Kick |x---|x---|x---|x---|\nRim |x--x--x---|\nRide [1/16 24] |x---|");
        Pattern pattern = chart.patterns().get(0);
        assertThat(pattern.length()).isEqualTo(16);
        assertThat(pattern.lane(new RowId(11)).length()).hasValue(10);
        assertThat(pattern.lane(new RowId(10)).length()).hasValue(24);
        assertThat(pattern.lane(new RowId(1)).isFree()).isFalse();
    }

    @Test
    void several_patterns_meters_and_new_rows_are_read() throws ChartException {
        Chart chart = read("# One\nmeter 6/8\nKick |x--|---|\n# Two\n\"Deck # bell\" |x-|\nWood clap |x-|");
        assertThat(chart.patterns()).extracting(Pattern::name).containsExactly("One", "Two");
        assertThat(chart.patterns().get(0).meter()).contains(new Meter(6, 8));
        assertThat(chart.kit().rowNamed("Deck # bell").orElseThrow().family()).isEqualTo(Family.PERCUSSION);
        assertThat(chart.kit().rowNamed("wood CLAP").orElseThrow().family()).isEqualTo(Family.CLAP);
    }

    @ParameterizedTest
    @CsvSource(delimiter = '§', quoteCharacter = '`', value = {
        "Kick |x-q-|§1§9§no cell",
        "Kick |=---|§1§7§none sounds here",
        "Kick |x--|\\nKick |x--|§2§1§twice",
        "Zither |x---|§1§1§does not say what it is",
        "tempo 500\\nKick |x|§1§7§20 to 400",
        "colour red\\nKick |x|§1§1§is not known",
        "meter 4/5\\nKick |x|§1§7§expected a meter",
        "Bass |A1 H2|§1§10§no cell of a bass row",
        "Bass |A12|§1§7§no cell of a bass row",
        "Kick [1/15] |x|§1§7§expected a step value",
        "Kick [1/16 999] |x|§1§7§length of 1 to 256",
        "Kick [1/16 |x|§1§7§closing",
        "length 0\\nKick |x|§1§8§1 to 256",
        "Kick ||§1§8§at least one cell",
        "Kick |x|\\nstep 1/8§2§1§before the first row",
        "§1§1§no pattern"})
    void what_cannot_be_read_is_refused_with_its_place(String text, int line, int column, String what) {
        assertThatThrownBy(() -> read(text == null ? "" : text.replace("\\n", "\n")))
                .isInstanceOfSatisfying(ChartException.class, problem -> {
                    assertThat(problem.getMessage()).contains(what);
                    assertThat(problem.line()).isEqualTo(line);
                    assertThat(problem.column()).isEqualTo(column);
                });
    }

    @Test
    void open_hits_without_an_open_hat_are_an_error() {
        Kit without = new Kit("x", KIT.rows().stream().filter(row -> !row.name().equals("Open hat")).toList(), KIT.reverb());
        assertThatThrownBy(() -> ChartReader.read("Closed hat |o-|", without)).hasMessageContaining("no open hat row");
    }

    @Test
    void reading_what_was_written_gives_what_was_read() throws ChartException {
        Random random = new Random(31);
        for (int i = 0; i < Generated.rounds(400); i++) {
            String text = randomChart(random);
            Chart first = read(text);
            String written = ChartWriter.write(first).text();
            Chart again = read(written);
            assertThat(again).as(() -> text + "\n----\n" + written).isEqualTo(first);
            assertThat(ChartWriter.write(first).leftUnsaid()).isEmpty();
        }
    }

    private static String randomChart(Random random) {
        StringBuilder text = new StringBuilder();
        for (int p = 0; p <= random.nextInt(3); p++) {
            text.append("# Pattern ").append(p).append('\n');
            if (p == 0 && random.nextBoolean()) {
                text.append("tempo ").append(20 + random.nextInt(380)).append(".5\nkey ").append(random.nextBoolean() ? "F# dorian" : "Bb major").append('\n');
            }
            if (random.nextBoolean()) {
                text.append("meter ").append(1 + random.nextInt(12)).append("/8\n");
            }
            if (random.nextBoolean()) {
                text.append("step 1/").append(4 << random.nextInt(3)).append('\n');
            }
            if (random.nextBoolean()) {
                text.append("swing ").append(50 + random.nextInt(25)).append(random.nextBoolean() ? ".5 % 1/8\n" : "\n");
            }
            if (random.nextBoolean()) {
                text.append("length ").append(1 + random.nextInt(40)).append('\n');
            }
            for (String name : new String[] {"Kick", "Closed hat", "Rope clap", "\"Bell [x]\"", "Bass", "Sub bass"}) {
                if (random.nextBoolean()) {
                    text.append(name).append(new String[] {"", " [1/32]", " [1/8t]", " [1/16 " + (1 + random.nextInt(30)) + "]"}[random.nextInt(4)])
                            .append(" |").append(cells(random, name.toLowerCase(Locale.ROOT).contains("bass"))).append("|\n");
                }
            }
            text.append("Snare |").append(cells(random, false)).append("|\n");
        }
        return text.toString();
    }

    private static String cells(Random random, boolean bass) {
        StringBuilder cells = new StringBuilder();
        boolean sounding = false;
        for (int i = 0; i <= random.nextInt(20); i++) {
            int kind = random.nextInt(4);
            if (kind == 0 && sounding) {
                cells.append(bass ? "= " : "=");
            } else if (kind == 1) {
                String[] notes = {"A1 ", "Bb0> ", "(C#2) ", "/E3 ", "C-1 ", "G9 "};
                cells.append(bass ? notes[random.nextInt(6)] : "" + "xXlgf29".charAt(random.nextInt(7)));
                sounding = true;
            } else {
                cells.append(bass ? "- " : random.nextBoolean() ? "-" : "| .");
                sounding = false;
            }
        }
        return cells.toString();
    }

    @Test
    void what_a_chart_cannot_say_is_listed() {
        Pattern pattern = Pattern.empty(new PatternId(1), "x", 4).withLane(new RowId(1),
                lane -> Lane.of(Hit.drum(0, 97).withTiming(5), Hit.drum(9, 96)));
        var project = Project.untitled();
        assertThat(ChartWriter.write(project, List.of(pattern)).leftUnsaid()).contains("timing", "exact velocities", "hits beyond the length");
    }

    @Test
    void no_text_at_all_breaks_the_reader() {
        Random random = new Random(99);
        String alphabet = "#|[]\"=-.xXlgo/>()A1 Kick Bass\n\t1/16 tempo\u00e9\ud83d\ude00";
        for (int i = 0; i < Generated.rounds(20_000); i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(60); n > 0; n--) {
                text.append(alphabet.charAt(random.nextInt(alphabet.length())));
            }
            try {
                read(text.toString());
            } catch (ChartException refused) {
                assertThat(refused.getMessage()).startsWith("line ");
            }
        }
    }

    // --- names and blanks ---

    private static Chart again(Chart chart) throws ChartException {
        return ChartReader.read(ChartWriter.write(chart).text(), chart.kit());
    }

    @Test
    void names_with_quotes_and_signs_and_unusual_blanks_come_back_as_they_were() throws Exception {
        Kit kit = BuiltInKits.deckhand();
        List<String> names = List.of("12\" tom", "\"Quoted\" kick", "a | b", "[x]", "# hat", "snare // soft", "\u2003wide\u2003", "no\u00A0break", "line\u2028sep", "\"", "\"\"");
        for (int i = 0; i < names.size(); i++) {
            String name = names.get(i);
            kit = kit.with(new RowId(i + 1), row -> row.withName(name));
        }
        SortedMap<RowId, Lane> lanes = new TreeMap<>();
        for (int i = 0; i < names.size(); i++) {
            lanes.put(new RowId(i + 1), Lane.of(Hit.drum(i, Hit.FIRM)));
        }
        List<Pattern> patterns = new ArrayList<>();
        for (String title : List.of("Wake // slow", " outer ", "\"said\"", "12\"", "tab\u2028line", "plain")) {
            patterns.add(Pattern.empty(new PatternId(patterns.size() + 1), title, 16).withLanes(lanes));
        }
        Chart chart = new Chart(Optional.empty(), Optional.empty(), kit, patterns);
        assertThat(ChartWriter.write(chart).leftUnsaid()).isEmpty();
        assertThat(again(chart).patterns()).isEqualTo(patterns);
    }

    @Test
    void quotes_inside_a_name_hide_neither_cells_nor_comments() throws Exception {
        Kit kit = BuiltInKits.deckhand().with(new RowId(6), row -> row.withName("12\" tom"));
        Chart chart = ChartReader.read("12\" tom |x---|--x-| // \"loud\"", kit);
        assertThat(chart.patterns().get(0).lane(new RowId(6)).hits()).extracting(Hit::step).containsExactly(0, 6);
    }

    @Test
    void a_header_before_the_first_title_belongs_to_the_first_pattern() throws Exception {
        Chart chart = ChartReader.read("tempo 120\nmeter 3/4\nswing 57 %\n\n# Wake\nKick |x---|\n# Gulls\nKick |--x-|", BuiltInKits.deckhand());
        assertThat(chart.patterns()).extracting(Pattern::name).containsExactly("Wake", "Gulls");
        assertThat(chart.patterns().get(0).meter()).contains(new Meter(3, 4));
        assertThat(chart.patterns().get(1).meter()).isEmpty();
        assertThat(chart.tempo()).contains(new Tempo(120_000));
    }

    @Test
    void rows_that_a_chart_adds_take_the_percussion_maps_note_for_their_name() throws Exception {
        Kit bare = new Kit("Bare", BuiltInKits.deckhand().rows().subList(0, 1), BuiltInKits.deckhand().reverb());
        Chart chart = ChartReader.read("Cowbell |x|\nTambourine |x|\nSplash |x|\nLow tom |x|\nRide bell |x|\nShaker |x|", bare);
        assertThat(chart.kit().rows()).extracting(row -> row.midi().note()).containsExactly(36, 56, 54, 55, 45, 53, 70);
    }

    @Test
    void messages_show_control_characters_as_escapes_and_no_more_than_60_of_what_was_read() {
        assertThatThrownBy(() -> ChartReader.read("te\u0007mpo 120", BuiltInKits.deckhand())).hasMessageContaining("'te\\u0007mpo'");
        assertThatThrownBy(() -> ChartReader.read("z".repeat(150) + " |x|", BuiltInKits.deckhand()))
                .satisfies(wrong -> assertThat(wrong.getMessage()).contains("z".repeat(60) + "…").hasSizeLessThan(300));
        assertThatThrownBy(() -> ChartReader.read("Kick |x\u202E|", BuiltInKits.deckhand())).hasMessageContaining("'\\u202e' is no cell");
    }

    @Test
    void control_characters_in_names_become_spaces_also_those_beyond_ascii() throws Exception {
        Chart chart = read("# Slow\u009fdrift\nmy\u0085own\u001b\tkick | x--- |");
        assertThat(chart.patterns().get(0).name()).isEqualTo("Slow drift");
        assertThat(chart.kit().rows()).extracting(Row::name).contains("my own kick");
    }
}
