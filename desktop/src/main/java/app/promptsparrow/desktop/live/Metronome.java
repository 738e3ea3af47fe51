package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.sound.ClickSound;
import app.promptsparrow.sound.Decibels;
import java.util.Locale;

/** The click: when it is heard, how it sounds, how loud it is, and the count-in before recording. Remembered. */
public final class Metronome {

    /** When it is heard, besides the count-in, which always is. */
    public enum When {
        NEVER, RECORDING, PLAYING;

        public String title() {
            return this == NEVER ? "off" : "while " + name().toLowerCase(Locale.ROOT);
        }
    }

    public static final int MAX_COUNT_IN = 2;
    public static final int MIN_DB = -40;
    public static final int MAX_DB = 0;
    public static final int USUAL_DB = -12;

    private final Session session;
    private final Settings settings;
    private String sent = "";

    public Metronome(Session session) {
        this.session = session;
        this.settings = session.settings();
    }

    public When when() {
        return When.values()[settings.number("click.when", 0, When.values().length - 1, When.RECORDING.ordinal())];
    }

    public void setWhen(When to) {
        settings.setNumber("click.when", to.ordinal());
        session.tell();
    }

    /** From off over recording to playing and off again. */
    public void step() {
        setWhen(When.values()[(when().ordinal() + 1) % When.values().length]);
        session.say("click: " + when().title());
    }

    public ClickSound sound() {
        return ClickSound.values()[settings.number("click.sound", 0, ClickSound.values().length - 1, 0)];
    }

    public void setSound(ClickSound to) {
        settings.setNumber("click.sound", to.ordinal());
        session.tell();
    }

    public int levelDb() {
        return settings.number("click.db", MIN_DB, MAX_DB, USUAL_DB);
    }

    public void setLevelDb(int to) {
        settings.setNumber("click.db", to);
        session.tell();
    }

    /** Bars before recording begins, 0 to {@value #MAX_COUNT_IN}. */
    public int countIn() {
        return settings.number("count-in", 0, MAX_COUNT_IN, 1);
    }

    public void setCountIn(int bars) {
        settings.setNumber("count-in", bars);
        session.tell();
    }

    /**
     * Once a pulse, and before the music starts: the engine is told what has changed.
     *
     * @param starting whether a count-in is about to begin
     */
    void pulse(Player.Now now, boolean armed, boolean starting) {
        boolean heard = when() == When.PLAYING || when() == When.RECORDING && armed || starting || now.playing() && now.position() < 0;
        String wanted = heard + " " + sound() + " " + levelDb();
        if (!wanted.equals(sent)) {
            sent = wanted;
            session.player().click(heard ? sound() : null, (float) Decibels.factor(levelDb()));
        }
    }
}
