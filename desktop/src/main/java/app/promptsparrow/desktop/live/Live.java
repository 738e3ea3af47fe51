package app.promptsparrow.desktop.live;

import app.promptsparrow.devices.MonitorPort;

/** All that plays by hand and by devices, put together once for the frame and its windows. */
public record Live(Recorder recorder, Pads pads, HandIn in, HandOut out, MonitorPort monitor, ClockIn clock, Controllers controllers, SoundCard card) {
}
