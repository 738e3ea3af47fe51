package app.promptsparrow.desktop.export.edit;

import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.paper.Paper;
import app.promptsparrow.sound.Pcm;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;

/** How music is written, remembered from one start to the next. Owned by the UI thread. */
public final class ExportSettings {

    public static final List<Integer> RATES = List.of(44_100, 48_000, 88_200, 96_000);
    public static final List<Integer> RESOLUTIONS = List.of(96, 480, 960);
    /** How often it can be asked for, besides "until the lanes meet". */
    public static final List<Integer> PASSES = List.of(1, 2, 3, 4, 8, 16, 32);
    private static final String PREFIX = "export.";

    private final Session session;

    ExportSettings(Session session) {
        this.session = session;
    }

    private int number(String name, int least, int most, int usual) {
        return session.settings().number(PREFIX + name, least, most, usual);
    }

    private void set(String name, int to) {
        session.settings().setNumber(PREFIX + name, to);
        session.tell();
    }

    /** Passes of a pattern, times of a song; 0 for as many as it takes until the lanes meet. */
    public int passes() {
        int passes = number("passes", 0, PASSES.get(PASSES.size() - 1), 0);
        return PASSES.contains(passes) ? passes : 0;
    }

    public void setPasses(int to) {
        set("passes", to);
    }

    public int leadIn() {
        return number("lead-in", 0, 2, 0);
    }

    public void setLeadIn(int to) {
        set("lead-in", to);
    }

    /** A track a row, or all in one. */
    public boolean tracks() {
        return number("type", 0, 1, 1) == 1;
    }

    public void setTracks(boolean to) {
        set("type", to ? 1 : 0);
    }

    public int resolution() {
        int ppq = number("ppq", 96, 960, 960);
        return RESOLUTIONS.contains(ppq) ? ppq : 960;
    }

    public void setResolution(int to) {
        set("ppq", to);
    }

    public boolean straight() {
        return number("straight", 0, 1, 0) == 1;
    }

    public void setStraight(boolean to) {
        set("straight", to ? 1 : 0);
    }

    public boolean withMuted() {
        return number("muted", 0, 1, 0) == 1;
    }

    public void setWithMuted(boolean to) {
        set("muted", to ? 1 : 0);
    }

    /** Whether slides are also written as controllers. */
    public boolean portamento() {
        return number("portamento", 0, 1, 0) == 1;
    }

    public void setPortamento(boolean to) {
        set("portamento", to ? 1 : 0);
    }

    public boolean fileARow() {
        return number("file-a-row", 0, 1, 0) == 1;
    }

    public void setFileARow(boolean to) {
        set("file-a-row", to ? 1 : 0);
    }

    public Paper.Kind pictureKind() {
        return Paper.Kind.values()[number("picture", 0, Paper.Kind.values().length - 1, 0)];
    }

    public void setPictureKind(Paper.Kind to) {
        set("picture", to.ordinal());
    }

    public boolean lightPicture() {
        return number("picture-light", 0, 1, 0) == 1;
    }

    public void setLightPicture(boolean to) {
        set("picture-light", to ? 1 : 0);
    }

    public int rate() {
        int rate = number("rate", 44_100, 96_000, 48_000);
        return RATES.contains(rate) ? rate : 48_000;
    }

    public void setRate(int to) {
        set("rate", to);
    }

    public Pcm.Format depth() {
        return Pcm.Format.values()[number("depth", 0, Pcm.Format.values().length - 1, Arrays.asList(Pcm.Format.values()).indexOf(Pcm.Format.INT_24))];
    }

    public void setDepth(Pcm.Format to) {
        set("depth", to.ordinal());
    }

    /** How a piece may end. */
    public enum Tail {
        UNTIL_SILENT("until silent"), NONE("none"), AFTER("exactly"), LOOP("loop: folded into the begin");

        private final String title;

        Tail(String title) {
            this.title = title;
        }

        public String title() {
            return title;
        }
    }

    public Tail tail() {
        return Tail.values()[number("tail-kind", 0, Tail.values().length - 1, 0)];
    }

    public void setTail(Tail to) {
        set("tail-kind", to.ordinal());
    }

    /** Of an exact tail, 1 to 60. */
    public int tailSeconds() {
        return number("tail-seconds", 1, (int) AudioOptions.MAX_TAIL_SECONDS, 2);
    }

    public void setTailSeconds(int to) {
        set("tail-seconds", to);
    }

    public AudioOptions.Level.Kind levelKind() {
        return AudioOptions.Level.Kind.values()[number("level-kind", 0, 2, 0)];
    }

    public void setLevelKind(AudioOptions.Level.Kind to) {
        set("level-kind", to.ordinal());
    }

    /** What the peak or the loudness is to be, in dB or LUFS. */
    public double levelValue() {
        return levelKind() == AudioOptions.Level.Kind.PEAK ? number("peak", -240, 0, -10) / 10.0 : number("loudness", -360, -60, -140) / 10.0;
    }

    public void setLevelValue(double to) {
        set(levelKind() == AudioOptions.Level.Kind.PEAK ? "peak" : "loudness", (int) Math.round(to * 10));
    }

    /** Whether stems are dry and the reverb is one of its own. */
    public boolean reverbStem() {
        return number("reverb-stem", 0, 1, 0) == 1;
    }

    public void setReverbStem(boolean to) {
        set("reverb-stem", to ? 1 : 0);
    }

    public boolean limiter() {
        return number("limiter", 0, 1, 1) == 1;
    }

    public void setLimiter(boolean to) {
        set("limiter", to ? 1 : 0);
    }

    // --- put together ---

    OptionalInt repeat() {
        return passes() == 0 ? OptionalInt.empty() : OptionalInt.of(passes());
    }

    MidiOptions midi() {
        return new MidiOptions(tracks() ? 1 : 0, resolution(), leadIn(), straight(), withMuted(), portamento(), fileARow());
    }

    Order.Picture picture() {
        return new Order.Picture(pictureKind(), lightPicture());
    }

    AudioOptions audio() {
        AudioOptions.Ending ending = switch (tail()) {
            case UNTIL_SILENT -> new AudioOptions.Ending.UntilSilent();
            case NONE -> new AudioOptions.Ending.After(0);
            case AFTER -> new AudioOptions.Ending.After(tailSeconds());
            case LOOP -> new AudioOptions.Ending.Loop();
        };
        AudioOptions.Level level = levelKind() == AudioOptions.Level.Kind.AS_IT_IS ? AudioOptions.Level.AS_IT_IS : new AudioOptions.Level(levelKind(), levelValue());
        return new AudioOptions(rate(), depth(), ending, limiter(), level, reverbStem());
    }
}
