package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.devices.ClockFollower;
import app.promptsparrow.devices.MidiPort;
import app.promptsparrow.devices.Steering;
import app.promptsparrow.score.Source;
import app.promptsparrow.time.GridTime;
import app.promptsparrow.time.Tempo;
import java.util.Objects;
import java.util.Optional;

/**
 * Follows the clock of a MIDI input that is chosen and remembered by name: starts and stops with it, plays at its tempo and in its place.
 * The project's own tempo stays as it is. Owned by the UI thread.
 */
public final class ClockIn {

    private static final String SETTING = "midi.clock-in";

    /** So many quarter notes nothing is made up for. */
    private static final double FAR = 3;

    private final Session session;
    private final Playing playing;
    private ClockFollower clock = new ClockFollower();
    private Steering steering = new Steering();
    private int sixteenths;
    private boolean startDue;
    /** The clock's place less that of the music, in quarter notes, as it should stay. */
    private double apart;
    private Source source;

    public ClockIn(Session session, Playing playing) {
        this.session = session;
        this.playing = playing;
    }

    /** The input whose clock is followed, if any; it need not be there now. */
    public Optional<String> chosen() {
        return Optional.of(session.settings().text(SETTING, "")).filter(name -> !name.isEmpty());
    }

    /** Follows another input's clock from now on, or none. */
    public void choose(Optional<String> name) {
        session.settings().setText(SETTING, name.orElse(""));
        clock = new ClockFollower();
        session.player().followTempo(Optional.empty());
        session.tell();
    }

    /** What comes of the clock, in words. */
    public String describe() {
        if (chosen().isEmpty()) {
            return "";
        }
        return clock.isThere(System.nanoTime()) && clock.isSteady() ? "%.1f BPM".formatted(clock.bpm()) : "no clock comes";
    }

    /** A message of an input's clock, see {@link app.promptsparrow.devices.MidiSink#clock}. */
    void message(String input, int status, int position, long timeNs) {
        if (!chosen().equals(Optional.of(input))) {
            return;
        }
        switch (status) {
            case MidiPort.CLOCK -> tick(timeNs);
            case MidiPort.SONG_POSITION -> sixteenths = position;
            case MidiPort.START -> start(0);
            case MidiPort.CONTINUE -> start(sixteenths);
            case MidiPort.STOP -> {
                startDue = false;
                playing.stop();
            }
            default -> { } // nothing that the music could follow
        }
    }

    private void start(int from) {
        sixteenths = from;
        clock.begin(from);
        startDue = true;
    }

    private void tick(long timeNs) {
        clock.tick(timeNs);
        if (startDue) { // the first tick after a start is the beginning itself
            startDue = false;
            follow(clock.bpm());
            steering.begin();
            apart = 0;
            source = null;
            playing.at(sixteenths * (GridTime.QUARTER / 4));
        }
    }

    private void follow(double bpm) {
        if (clock.isSteady()) {
            session.player().followTempo(Optional.of(Tempo.ofBpm(Math.max(Tempo.MIN / 1000, Math.min(Tempo.MAX / 1000, bpm)))));
        }
    }

    /** Once a pulse of the window. */
    public void pulse(Player.Now now) {
        if (chosen().isEmpty()) {
            return;
        }
        long time = System.nanoTime();
        if (!clock.isThere(time)) {
            session.player().followTempo(Optional.empty());
            source = null;
        } else if (clock.isSteady() && !now.playing()) {
            source = null;
            if (session.player().followedTempo().isEmpty()) {
                follow(clock.bpm());
            }
        } else if (clock.isSteady()) {
            steer(now, time);
        }
    }

    private void steer(Player.Now now, long time) {
        double there = clock.quarters(time);
        double here = (double) now.inSource() / GridTime.QUARTER;
        if (!Objects.equals(source, now.source())) {
            // what plays now was begun elsewhere: what was apart before stays so, and of what was begun by hand the beats meet
            if (source != null) {
                apart = there - here - steering.behind();
            } else if (Math.abs(there - here - apart) > 1) {
                apart = Math.rint(there - here);
            }
            source = now.source();
        } else if (Math.abs(there - here - apart) > FAR) { // counted anew: an edited song that goes round
            apart = there - here - steering.behind();
        }
        double bpm = steering.steer(clock.bpm(), there - apart, here);
        if (bpm > 0) {
            follow(bpm);
        }
    }
}
