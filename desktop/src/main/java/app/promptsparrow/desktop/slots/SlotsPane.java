package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Difference;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.scene.text.Font;
import javafx.scene.text.Text;

/** Banks as a line of names, below it the ten slots of the chosen bank with a miniature of each pattern. */
public final class SlotsPane extends VBox {

    public static final double HEIGHT = 86;
    private static final double CARD_HEIGHT = 54;
    private static final double GAP = 5;
    /** What of a card's width its name cannot have: borders, the slot's key and the space between. */
    private static final double BESIDE_NAME = 30;

    private final Text measure = new Text();

    private static final class Card {
        private final Button button = new Button();
        private final Label key = new Label();
        private final Label name = new Label();
        private final Canvas picture = new Canvas(60, 26);
        private Pattern drawn;
        private double drawnWidth;
        private Theme drawnTheme;
    }

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser chooser;
    private final BankLine banks;
    private final NextLine next;
    private final HBox slots = new HBox();
    private final List<Card> cards = new ArrayList<>();
    private Theme theme;
    private String playState = "";
    private final SlotMenus menus;

    public SlotsPane(Session session, Chosen chosen, SlotChooser chooser, Playing playing, BringIn.Files files, Theme theme) {
        this.session = session;
        this.chosen = chosen;
        this.chooser = chooser;
        this.theme = theme;
        this.menus = new SlotMenus(session, chosen, chooser, files);
        SlotDrag drag = new SlotDrag(session, chooser);
        banks = new BankLine(session, chosen, chooser, menus);
        next = new NextLine(session, chosen, playing);
        slots.getStyleClass().add("slot-line");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Card card = card(slot);
            cards.add(card);
            int index = slot;
            drag.on(card.button, () -> new SlotRef(chosen.shown().bank(), index));
            slots.getChildren().add(card.button);
            HBox.setHgrow(card.button, Priority.ALWAYS);
        }
        setSpacing(GAP);
        measure.setFont(Font.font("IBM Plex Sans", 11)); // of .slot-name
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        HBox head = new HBox(8, banks, gap, next);
        head.setAlignment(Pos.CENTER_LEFT);
        head.setMinHeight(HEIGHT - CARD_HEIGHT - GAP);
        head.setMaxHeight(HEIGHT - CARD_HEIGHT - GAP);
        getChildren().addAll(head, slots);
    }

    public void setTheme(Theme to) {
        theme = to;
    }

    private Card card(int slot) {
        Card card = new Card();
        card.key.getStyleClass().add("slot-key");
        card.name.getStyleClass().add("slot-name");
        card.key.setMinWidth(Region.USE_PREF_SIZE);
        card.name.setMinWidth(0);
        HBox head = new HBox(5, card.key, card.name);
        StackPane picture = new StackPane(card.picture);
        picture.setMinWidth(0);
        VBox content = new VBox(2, head, picture);
        content.setMouseTransparent(true);
        card.button.getStyleClass().setAll("slot");
        card.button.setId("slot-" + Bank.slotKey(slot));
        card.button.setGraphic(content);
        card.button.setMinSize(40, CARD_HEIGHT);
        card.button.setPrefSize(60, CARD_HEIGHT);
        card.button.setMaxSize(Double.MAX_VALUE, CARD_HEIGHT);
        card.button.setOnAction(event -> chooser.choose(new SlotRef(chosen.shown().bank(), slot), false));
        card.button.setOnMouseClicked(event -> { // a button acts on no press with a modifier
            if (event.getButton() == MouseButton.PRIMARY && event.isStillSincePress()) {
                SlotRef ref = new SlotRef(chosen.shown().bank(), slot);
                if (event.isShiftDown()) {
                    chooser.append(ref);
                } else if (event.isControlDown()) {
                    chooser.choose(ref, true);
                } else if (event.getClickCount() == 2) {
                    rename(slot);
                }
            }
        });
        card.button.setOnContextMenuRequested(event -> {
            menus.show(menus.ofSlot(new SlotRef(chosen.shown().bank(), slot), () -> rename(slot)), card.button, event);
            event.consume();
        });
        Tips.on(card.button, () -> session.project().banks().get(chosen.shown().bank()).at(slot)
                .map(p -> p.name() + branchedFrom(p) + "\nPress to show it; while playing it also comes next. Ctrl+press only shows it, Shift+press adds it to the chain."
                        + "\nPress twice to rename it, drag it to another slot (Ctrl copies) or out of the window, right press for more.")
                .orElse("Empty: press to make a pattern here"));
        card.button.widthProperty().addListener(observable -> {
            draw(card);
            showNames();
        });
        return card;
    }

    private String branchedFrom(Pattern pattern) {
        return pattern.branchedFrom().flatMap(session.project()::pattern)
                .map(from -> "\nbranched from " + from.name() + ": " + Difference.of(pattern, from).text()).orElse("");
    }

    private void rename(int slot) {
        SlotRef ref = new SlotRef(chosen.shown().bank(), slot);
        session.project().at(ref).ifPresent(p -> InPlace.edit(cards.get(slot).name, p.name(), to -> chooser.rename(ref, to)));
    }

    /** Each card shows what tells its pattern from the others, as far as there is room. */
    private void showNames() {
        List<String> names = session.project().banks().get(chosen.shown().bank()).patterns().stream().map(Pattern::name).toList();
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Card card = cards.get(slot);
            double room = card.button.getWidth() - BESIDE_NAME;
            card.name.setText(session.project().banks().get(chosen.shown().bank()).at(slot)
                    .map(p -> SlotName.telling(p.name(), names, text -> width(text) <= room)).orElse(""));
        }
    }

    private double width(String text) {
        measure.setText(text);
        return measure.getLayoutBounds().getWidth();
    }

    public void update() {
        banks.update();
        next.update();
        Bank bank = session.project().banks().get(chosen.shown().bank());
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Card card = cards.get(slot);
            Optional<Pattern> pattern = bank.at(slot);
            card.key.setText(Bank.slotKey(slot) + (pattern.isPresent() && bank.fill().equals(Optional.of(pattern.get().id())) ? " fill" : ""));
            card.button.setAccessibleText("Slot " + Bank.slotKey(slot) + ": " + pattern.map(Pattern::name).orElse("empty"));
            draw(card, pattern.orElse(null));
        }
        showNames();
        playState = "";
    }

    /** Once a pulse: which card plays, which comes next. */
    public void pulse(Player.Now now) {
        next.pulse(now);
        String state = now.pattern() + " " + now.queuedPattern() + " " + chosen.shown();
        if (state.equals(playState)) {
            return;
        }
        playState = state;
        Bank bank = session.project().banks().get(chosen.shown().bank());
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Optional<Pattern> pattern = bank.at(slot);
            Button button = cards.get(slot).button;
            boolean shown = slot == chosen.shown().slot();
            boolean queued = pattern.isPresent() && pattern.get().id().equals(now.queuedPattern());
            boolean plays = pattern.isPresent() && now.playing() && pattern.get().id().equals(now.pattern());
            Styles.toggle(button, "shown", shown);
            Styles.toggle(button, "queued", queued);
            Styles.toggle(button, "playing", plays && !queued && !shown);
        }
        banks.showPlaying(Optional.ofNullable(now.pattern()).flatMap(session.project()::slotOf).map(SlotRef::bank));
    }

    private void draw(Card card) {
        Pattern drawn = card.drawn;
        card.drawn = null;
        draw(card, drawn);
    }

    private void draw(Card card, Pattern pattern) {
        double width = Math.max(10, card.button.getWidth() - 16);
        if (pattern == card.drawn && width == card.drawnWidth && theme == card.drawnTheme) {
            return;
        }
        card.drawn = pattern;
        card.drawnWidth = width;
        card.drawnTheme = theme;
        Canvas canvas = card.picture;
        canvas.setWidth(width);
        GraphicsContext g = canvas.getGraphicsContext2D();
        g.clearRect(0, 0, width, canvas.getHeight());
        if (pattern != null) {
            Miniature.draw(g, session.project(), pattern, theme, 0, 0, width, canvas.getHeight(), Set.of());
        }
    }
}
