package app.promptsparrow.devices;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;

class PadsPortTest {

    @Test
    void what_the_pads_send_comes_as_from_a_controller_until_the_port_is_closed() throws Exception {
        PadsPort pads = new PadsPort(MidiPorts.NONE);
        List<String> got = new ArrayList<>();
        long before = System.nanoTime();
        AutoCloseable port = pads.openInput(PadsPort.NAME, (status, note, velocity, time) -> {
            got.add(Integer.toHexString(status) + " " + note + " " + velocity);
            assertThat(time).isGreaterThanOrEqualTo(before);
        });
        pads.note(10, 36, 100);
        pads.note(10, 36, 0);
        port.close();
        pads.note(10, 36, 100);
        assertThat(got).containsExactly("99 36 100", "89 36 0");
        assertThat(pads.inputs()).containsExactly(PadsPort.NAME);
        assertThatThrownBy(() -> pads.openInput("Cable", (status, note, velocity, time) -> { })).isInstanceOf(MidiPorts.Unavailable.class).hasMessageContaining("'Cable'");
    }

    @Test
    void the_ports_there_are_besides_are_passed_on() throws Exception {
        MidiPort out = mock(MidiPort.class);
        AutoCloseable in = () -> { };
        MidiPorts others = mock(MidiPorts.class);
        when(others.inputs()).thenReturn(List.of("Keys"));
        when(others.outputs()).thenReturn(List.of("Box"));
        when(others.openInput(eq("Keys"), any())).thenReturn(in);
        when(others.openOutput("Box")).thenReturn(out);
        MidiSink sink = (status, note, velocity, time) -> { };
        PadsPort pads = new PadsPort(others);
        assertThat(pads.inputs()).containsExactly(PadsPort.NAME, "Keys");
        assertThat(pads.outputs()).containsExactly("Box");
        assertThat(pads.openInput("Keys", sink)).isSameAs(in);
        assertThat(pads.openOutput("Box")).isSameAs(out);
        MonitorPort monitor = new MonitorPort(others);
        assertThat(monitor.inputs()).containsExactly("Keys");
        assertThat(monitor.outputs()).containsExactly(MonitorPort.NAME, "Box");
        assertThat(monitor.openInput("Keys", sink)).isSameAs(in);
        assertThat(monitor.openOutput("Box")).isSameAs(out);
    }

    @Test
    void a_time_stamp_that_cannot_be_is_not_believed() {
        assertThat(SystemMidi.age(1_000_000, 990_000)).isEqualTo(10_000);
        assertThat(SystemMidi.age(1_000_000, -1)).isZero();
        assertThat(SystemMidi.age(-1, 5)).isZero();
        assertThat(SystemMidi.age(1_000_000, 2_000_000)).as("in the future").isZero();
        assertThat(SystemMidi.age(900_000_000, 1)).as("a quarter of an hour ago").isZero();
    }
}
