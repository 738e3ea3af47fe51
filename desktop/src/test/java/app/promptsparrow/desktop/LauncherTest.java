package app.promptsparrow.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class LauncherTest {

    @Test
    void no_argument_the_demo_or_a_project_open_the_window_and_commands_do_not() {
        assertThat(Launcher.opensWindow()).isTrue();
        assertThat(Launcher.opensWindow("demo")).isTrue();
        assertThat(Launcher.opensWindow("Wake.sparrow")).isTrue();
        assertThat(Launcher.opensWindow("info", "Wake.sparrow")).isFalse();
        assertThat(Launcher.opensWindow("--help")).isFalse();
    }

    @Test
    void a_project_that_is_not_there_is_told_in_a_sentence() {
        assertThat(Launcher.missing("no/such.sparrow").orElseThrow()).startsWith("no/such.sparrow: there is no such file");
        assertThat(Launcher.missing("demo")).isEmpty();
        assertThat(Launcher.missing()).isEmpty();
        assertThat(Launcher.missing("info", "no/such.sparrow")).isEmpty();
    }
}
