package app.promptsparrow.desktop.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class LaterTest {

    @Test
    void pieces_come_after_the_first_picture_one_a_pulse_and_what_is_urgent_before_the_others() {
        Later later = new Later();
        List<String> made = new ArrayList<>();
        later.add(() -> made.add("slots"));
        later.add(() -> made.add("inspector"));
        later.addFirst(() -> made.add("question"));
        List<String> perPulse = new ArrayList<>();
        for (int pulse = 0; pulse < 6; pulse++) {
            later.pulse();
            perPulse.add(made.toString());
        }
        assertThat(perPulse).containsExactly("[]", "[]", "[question]", "[question, slots]", "[question, slots, inspector]", "[question, slots, inspector]");
        assertThat(later.isDone()).isTrue();
    }
}
