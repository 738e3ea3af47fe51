package app.promptsparrow.desktop.live;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.devices.MidiSink;
import app.promptsparrow.kit.Row;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.KitEdit;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.function.Consumer;
import java.util.function.IntConsumer;
import java.util.function.IntSupplier;
import java.util.function.Supplier;

/**
 * Pads and knobs of controllers that have learned to do something else than play: a command, a row's level, the touch, a slot. What they
 * have learned is remembered, whichever project is open. Owned by the UI thread, but for {@link #take}.
 */
public final class Controllers {

    private static final String SETTING = "controllers";
    private static final String KNOWN = "touch|level \\d{1,6}|slot \\d|do .+";
    private static final int HIGHEST = 127;
    /** A knob that rests for so long begins another step of undo. */
    private static final long REST_NS = 1_000_000_000;

    /**
     * Something that a control can do.
     *
     * @param id    by which it is remembered
     * @param title in words
     */
    public record Deed(String id, String title) {
    }

    private final Session session;
    private final Chosen chosen;
    private final Consumer<SlotRef> slots;
    private final IntSupplier touch;
    private final IntConsumer setTouch;
    private final Executor ui;
    private Supplier<List<Command>> commands = List::of;
    /** Replaced whole. */
    private volatile Map<Control, String> learned;
    private volatile boolean learning;
    private Deed toLearn;
    private final Map<Control, Takeover> takeovers = new HashMap<>();
    /** What a control said last and nobody has answered yet: however much comes, one answer a control is due. */
    private final Map<Control, Integer> waiting = new ConcurrentHashMap<>();
    private Object gesture;
    private String gestureOf = "";
    private long gestureNs;

    /**
     * @param slots    shows a slot, as a press does
     * @param touch    the velocity that is planted
     * @param setTouch sets it
     * @param ui       runs on the UI thread
     */
    public Controllers(Session session, Chosen chosen, Consumer<SlotRef> slots, IntSupplier touch, IntConsumer setTouch, Executor ui) {
        this.session = session;
        this.chosen = chosen;
        this.slots = slots;
        this.touch = touch;
        this.setTouch = setTouch;
        this.ui = ui;
        Map<Control, String> remembered = new LinkedHashMap<>();
        session.settings().text(SETTING, "").lines().forEach(line -> {
            int tab = line.indexOf('\t');
            Control.parse(line.substring(tab + 1)).filter(control -> tab > 0 && line.substring(0, tab).matches(KNOWN)).ifPresent(control -> remembered.put(control, line.substring(0, tab)));
        });
        learned = remembered;
    }

    /** @param all the commands of the view that is shown */
    public void commands(Supplier<List<Command>> all) {
        commands = all;
    }

    /** All that a control can do. */
    public List<Deed> deeds() {
        List<Deed> all = new ArrayList<>();
        all.add(new Deed("touch", "the touch"));
        for (Row row : session.project().kit().rows()) {
            all.add(new Deed("level " + row.id().value(), "level of " + row.name()));
        }
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            all.add(new Deed("slot " + slot, "slot " + Bank.slotKey(slot)));
        }
        commands.get().stream().filter(command -> command.canChange() && command.action() != null).forEach(command -> all.add(new Deed("do " + command.id(), command.does())));
        return all;
    }

    private String title(String id) {
        return deeds().stream().filter(deed -> deed.id.equals(id)).map(Deed::title).findFirst().orElse(id.startsWith("level ") ? "level of a row that is not here" : "something of another view");
    }

    /** What has been learned: the control, and what it does in words. */
    public Map<Control, String> learned() {
        Map<Control, String> told = new LinkedHashMap<>();
        learned.forEach((control, id) -> told.put(control, title(id)));
        return told;
    }

    /** The next control that is touched will do this; with empty none will. */
    public void learn(Optional<Deed> deed) {
        toLearn = deed.orElse(null);
        learning = deed.isPresent();
        session.say(deed.map(d -> "press a pad or turn a knob for: " + d.title).orElse(""));
    }

    /** What is waited for. */
    public Optional<Deed> toLearn() {
        return Optional.ofNullable(toLearn);
    }

    public void forget(Control control) {
        Map<Control, String> fewer = new LinkedHashMap<>(learned);
        fewer.remove(control);
        keep(fewer);
        session.say(control.title() + " plays again");
    }

    private void keep(Map<Control, String> to) {
        learned = to;
        StringBuilder text = new StringBuilder();
        to.forEach((control, id) -> text.append(id).append('\t').append(control.text()).append('\n'));
        session.settings().setText(SETTING, text.toString());
    }

    /**
     * Port thread: a channel message came.
     *
     * @return whether it is a control's, and plays no row
     */
    boolean take(String input, int status, int data1, int data2) {
        int kind = status & 0xF0;
        boolean knob = kind == MidiSink.CONTROL;
        if (!knob && kind != MidiSink.NOTE_ON && kind != MidiSink.NOTE_OFF) {
            return false;
        }
        Control control = new Control(input, (status & 0x0F) + 1, knob, data1);
        boolean pressed = knob || kind == MidiSink.NOTE_ON && data2 > 0;
        if (learning && pressed) {
            learning = false;
            ui.execute(() -> learn(control));
            return true;
        }
        if (!learned.containsKey(control)) {
            return knob;
        }
        if (pressed && waiting.put(control, data2) == null) {
            ui.execute(() -> act(control));
        }
        return true;
    }

    private void learn(Control control) {
        if (toLearn == null) {
            return;
        }
        Deed deed = toLearn;
        toLearn = null;
        String has = learned.get(control);
        if (has == null || has.equals(deed.id)) {
            teach(control, deed);
        } else {
            session.tell();
            session.questions().ask(control.title() + " does already: " + title(has) + ".", List.of(
                    new Questions.Answer("replace", () -> teach(control, deed)),
                    new Questions.Answer("leave it", session::tell)));
        }
    }

    private void teach(Control control, Deed deed) {
        Map<Control, String> more = new LinkedHashMap<>(learned);
        more.put(control, deed.id);
        takeovers.remove(control);
        keep(more);
        session.say(control.title() + " does now: " + deed.title);
    }

    private void act(Control control) {
        int value = waiting.remove(control);
        String id = learned.getOrDefault(control, "");
        if (id.startsWith("level ")) {
            session.project().kit().row(new RowId(Integer.parseInt(id.substring(6)))).ifPresent(row -> turnLevel(control, row, value));
        } else if (id.equals("touch")) {
            turn(control, value, touch.getAsInt(), to -> setTouch.accept(Math.max(1, to)));
        } else if (!control.knob() || value > HIGHEST / 2) { // a switch is a knob with two places
            press(id);
        }
    }

    private void press(String id) {
        if (id.startsWith("slot ")) {
            slots.accept(new SlotRef(chosen.shown().bank(), Integer.parseInt(id.substring(5))));
        } else {
            commands.get().stream().filter(command -> id.equals("do " + command.id())).findFirst().ifPresent(command -> command.action().run());
        }
    }

    private void turnLevel(Control control, Row row, int value) {
        StripValue level = StripValue.LEVEL;
        double span = level.most() - level.least();
        turn(control, value, (level.of(row.strip()) - level.least()) / span * HIGHEST, to -> session.apply(
                new KitEdit.SetStrip("Set level of " + row.name(), row.id(), level.with(row.strip(), level.least() + span * to / HIGHEST)), gesture(control.text())));
    }

    private void turn(Control control, int value, double there, IntConsumer set) {
        if (!control.knob() || takeovers.computeIfAbsent(control, fresh -> new Takeover()).follows(value, there)) {
            set.accept(value);
        }
    }

    private Object gesture(String of) {
        long now = System.nanoTime();
        if (!of.equals(gestureOf) || now - gestureNs > REST_NS) {
            gesture = new Object();
            gestureOf = of;
        }
        gestureNs = now;
        return gesture;
    }
}
