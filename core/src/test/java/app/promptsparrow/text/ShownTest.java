package app.promptsparrow.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class ShownTest {

    @Test
    void control_characters_and_what_nobody_sees_are_shown_as_escapes() {
        assertThat(Shown.text("a\tb\nc\rd")).isEqualTo("a\\tb\\nc\\rd");
        assertThat(Shown.text("x\u0007\u202E\u2028y")).isEqualTo("x\\u0007\\u202e\\u2028y");
        assertThat(Shown.text("Überkick ♪")).isEqualTo("Überkick ♪");
    }

    @Test
    void at_most_60_characters_are_shown_and_a_pair_counts_as_one() {
        assertThat(Shown.text("k".repeat(60))).isEqualTo("k".repeat(60));
        assertThat(Shown.text("k".repeat(61))).isEqualTo("k".repeat(60) + "…");
        assertThat(Shown.text("𝄞".repeat(61))).isEqualTo("𝄞".repeat(60) + "…");
    }
}
