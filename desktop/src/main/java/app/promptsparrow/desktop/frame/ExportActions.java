package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.orders.Order;
import app.promptsparrow.desktop.orders.Orders;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.export.AudioOptions;
import app.promptsparrow.export.Choice;
import app.promptsparrow.midi.MidiOptions;
import app.promptsparrow.pattern.Pattern;
import java.util.OptionalInt;

/** What the project menu and keys write, in the usual way; the view Export has the settings. */
public final class ExportActions {


    private final Chosen chosen;
    private final Playing playing;
    private final Orders orders;
    private final Session session;

    public ExportActions(Chosen chosen, Playing playing, Orders orders, Session session) {
        this.chosen = chosen;
        this.playing = playing;
        this.orders = orders;
        this.session = session;
    }

    private void ask(Choice choice, Order.Form form, String name) {
        orders.ask(new Order(choice, form, name, OptionalInt.empty(), MidiOptions.USUAL, AudioOptions.USUAL));
    }

    void patternMidi() {
        ask(new Choice.OnePattern(chosen.shown()), Order.Form.MIDI, chosen.pattern().map(Pattern::name).orElse("pattern"));
    }

    void patternWav() {
        chosen.pattern().ifPresent(pattern -> ask(new Choice.OnePattern(chosen.shown()), Order.Form.WAV, pattern.name()));
    }

    void chart() {
        chosen.pattern().ifPresent(pattern -> ask(new Choice.OnePattern(chosen.shown()), Order.Form.CHART, pattern.name()));
    }

    void bankInOrderMidi() {
        ask(new Choice.BankInOrder(chosen.shown().bank()), Order.Form.MIDI, bankName());
    }

    void eachOfBankMidi() {
        ask(new Choice.EachOfBank(chosen.shown().bank()), Order.Form.MIDI, bankName());
    }

    private String bankName() {
        return session.project().banks().get(chosen.shown().bank()).name();
    }

    void songMidi() {
        song(Order.Form.MIDI);
    }

    void songWav() {
        song(Order.Form.WAV);
    }

    /** The song that the view Song shows. */
    private void song(Order.Form form) {
        playing.songMap().ifPresentOrElse(map -> ask(new Choice.OneSong(session.project().songs().indexOf(map.song())), form, map.song().name()),
                () -> session.say("there is no song with patterns in it: make one in the view Song"));
    }

    /** Writes what was written last once more. */
    void again() {
        orders.again();
    }
}
