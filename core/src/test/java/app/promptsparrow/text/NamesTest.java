package app.promptsparrow.text;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.Set;
import org.junit.jupiter.api.Test;

class NamesTest {

    /** Two UTF-16 units. */
    private static final String GULL = "\uD83D\uDC26";

    @Test
    void a_name_is_on_one_line_not_too_long_and_whole() {
        Names.check("a row's name", "Kick");
        Names.check("a row's name", GULL.repeat(100));
        for (String wrong : new String[] {"", "  ", "a\nb", "x".repeat(201), "half \uD83D", "\uDC26 half"}) {
            assertThatThrownBy(() -> Names.check("a row's name", wrong)).isInstanceOf(IllegalArgumentException.class).hasMessageStartingWith("a row's name ");
        }
    }

    @Test
    void any_text_becomes_a_name_that_is_one() {
        for (String text : new String[] {"a\tb", "half \uD83D", "x".repeat(199) + GULL, "\u0000", "   "}) {
            Names.check("it", Names.of(text, "otherwise"));
        }
        assertThat(Names.of("x".repeat(199) + GULL, "")).isEqualTo("x".repeat(199));
        assertThat(Names.of(" \n ", "otherwise")).isEqualTo("_");
        assertThat(Names.of("  ", "otherwise")).isEqualTo("otherwise");
    }

    @Test
    void a_free_name_counts_on_and_has_room_for_its_number() {
        Set<String> taken = new HashSet<>(Set.of("wake", "wake 2"));
        assertThat(Names.free("Wake", taken)).isEqualTo("Wake 3");
        assertThat(Names.free("WAKE 3", taken)).isEqualTo("WAKE 4");
        assertThat(Names.free("Fog", taken)).isEqualTo("Fog");
        String longest = "x".repeat(198) + GULL;
        Set<String> both = new HashSet<>(Set.of(Names.key(longest)));
        String second = Names.free(longest, both);
        Names.check("it", second);
        assertThat(second).endsWith(" 2").isEqualTo("x".repeat(198) + " 2");
    }

    @Test
    void a_files_name_holds_nothing_that_a_file_system_or_an_eye_could_stumble_over() {
        assertThat(Names.file("a/b:c")).isEqualTo("a_b_c");
        assertThat(Names.file("evil\u202Egnp.exe")).isEqualTo("evil_gnp.exe");
        assertThat(Names.file("half \uD83D")).isEqualTo("half _");
        assertThat(Names.file("x".repeat(79) + GULL)).isEqualTo("x".repeat(79));
        assertThat(Names.file("..")).isEqualTo("unnamed");
        assertThat(Names.file(GULL.repeat(90)).getBytes(StandardCharsets.UTF_8).length).isLessThan(200);
        Set<String> taken = new HashSet<>();
        assertThat(Names.file("Fog", taken)).isEqualTo("Fog");
        assertThat(Names.file("FOG", taken)).isEqualTo("FOG 2");
        assertThat(Names.file("F/G", taken)).isEqualTo("F_G");
        assertThat(Names.file("F:G", taken)).isEqualTo("F_G 2");
    }
}
