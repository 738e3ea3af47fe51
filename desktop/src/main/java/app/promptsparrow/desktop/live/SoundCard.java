package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.devices.Cards;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.devices.RealTime;
import java.util.List;
import java.util.concurrent.Executor;

/** What is played on and how, as it is chosen and remembered: card, rate, size of block, scheduling. Owned by the UI thread. */
public final class SoundCard {

    /** Sample rates that can be chosen. */
    public static final List<Integer> RATES = List.of(44_100, 48_000, 96_000);
    public static final int USUAL_RATE = 48_000;
    /** Sizes of block that can be chosen. */
    public static final List<Integer> BLOCKS = List.of(64, 128, 256, 512, 1_024, 2_048, 4_096);

    private static final String CARD = "sound.card";
    private static final String RATE = "sound.rate";
    private static final String BLOCK = "sound.block";
    private static final String REAL_TIME = "sound.real-time";
    /** As many late blocks between two looks are no accident. */
    private static final int OFTEN = 3;
    private static final int MS = 1_000;

    private final Session session;
    private final Executor worker;
    private final Executor ui;
    private List<String> cards = List.of();
    private long lateBefore;

    /**
     * @param worker asks the system
     * @param ui     runs on the UI thread
     */
    public SoundCard(Session session, Executor worker, Executor ui) {
        this.session = session;
        this.worker = worker;
        this.ui = ui;
    }

    /** The rate that was chosen: it is the engine's from the next start on. */
    public static int rate(Settings settings) {
        int rate = settings.number(RATE, 0, 192_000, USUAL_RATE);
        return RATES.contains(rate) ? rate : USUAL_RATE;
    }

    /** The size of block that was chosen, in frames. */
    public static int block(Settings settings) {
        int block = settings.number(BLOCK, Playback.LEAST_BLOCK, Playback.MOST_BLOCK, Playback.USUAL_BLOCK);
        return BLOCKS.contains(block) ? block : Playback.USUAL_BLOCK;
    }

    /** The card that was chosen; empty for the system's usual one. */
    public static String card(Settings settings) {
        return settings.text(CARD, "");
    }

    public int rate() {
        return rate(session.settings());
    }

    public int block() {
        return block(session.settings());
    }

    public String card() {
        return card(session.settings());
    }

    public boolean realTime() {
        return session.settings().number(REAL_TIME, 0, 1, 0) == 1;
    }

    /** The cards there were when it was last looked. */
    public List<String> cards() {
        return cards;
    }

    /** Looks which cards there are, and tells then; never waits. */
    public void lookForCards() {
        worker.execute(() -> {
            List<String> names = Cards.names();
            ui.execute(() -> {
                cards = names;
                session.tell();
            });
        });
    }

    /** How long it takes from a key to the sound, in milliseconds: what the card holds, and the block that is being made. */
    public double delayMs() {
        return (double) MS * (Outputs.BLOCKS_AHEAD + 1) * block() / session.player().rateHz();
    }

    public void setCard(String name) {
        session.settings().setText(CARD, name);
        reopen("");
    }

    public void setBlock(int frames) {
        session.settings().setNumber(BLOCK, frames);
        reopen("");
    }

    /** Takes effect with the next start: all sounds are made for a rate. */
    public void setRate(int rateHz) {
        session.settings().setNumber(RATE, rateHz);
        session.tell();
        session.say(rateHz == session.player().rateHz() ? "" : rateHz + " Hz from the next start of the program on");
    }

    public void setRealTime(boolean wanted) {
        session.settings().setNumber(REAL_TIME, wanted ? 1 : 0);
        session.tell();
        askRealTime(wanted);
    }

    private void askRealTime(boolean wanted) {
        worker.execute(() -> {
            String said = RealTime.ask(Playback.THREAD, wanted);
            ui.execute(() -> session.say(said));
        });
    }

    /** Once the sound has begun. */
    public void begun() {
        if (realTime()) {
            askRealTime(true);
        }
    }

    private void reopen(String why) {
        session.tell();
        session.player().reopen(Cards.named(card()), block(), heard -> session.say(why.isEmpty() ? session.player().outputDescription().orElse("") : why));
    }

    /** Every two seconds: looks for a card if nothing can be heard, and makes the block longer if it often came too late. */
    public void look() {
        session.player().lookForCard(Cards.named(card()), () -> session.say("the sound card is there: heard again"));
        long late = session.player().lateBlocks();
        if (late - lateBefore >= OFTEN && session.player().isAudible() && block() < Playback.MOST_BLOCK) {
            int longer = 2 * block();
            session.settings().setNumber(BLOCK, longer);
            reopen("the sound came too late " + (late - lateBefore) + " times: blocks are " + longer + " frames long now");
        }
        lateBefore = late;
    }
}
