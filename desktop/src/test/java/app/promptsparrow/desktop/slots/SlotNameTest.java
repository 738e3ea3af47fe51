package app.promptsparrow.desktop.slots;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class SlotNameTest {

    private static String telling(String name, List<String> bank, int letters) {
        return SlotName.telling(name, bank, text -> text.length() <= letters);
    }

    @Test
    void what_tells_a_pattern_from_its_neighbours_is_what_is_seen() {
        List<String> numbered = List.of("Pattern 1", "Pattern 2", "Pattern 10");
        assertThat(telling("Pattern 2", numbered, 9)).isEqualTo("Pattern 2");
        assertThat(numbered).extracting(name -> telling(name, numbered, 6)).containsExactly("Patt…1", "Patt…2", "Pat…10");
        assertThat(telling("Wake, open hat", List.of("Wake", "Wake, open hat"), 9)).isEqualTo("…open hat");
        assertThat(telling("Wake, open hat", List.of("Wake", "Wake, open hat"), 6)).isEqualTo("…open…");
        assertThat(telling("Harbour lights", List.of("Fog"), 8)).isEqualTo("Harbour…");
    }
}
