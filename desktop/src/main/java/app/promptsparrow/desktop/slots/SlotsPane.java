package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Player;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Bank;
import app.promptsparrow.project.SlotRef;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.ContextMenuEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
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
    /** What of a card's width its name cannot have: borders, the slot's key and the space between. */
    private static final double BESIDE_NAME = 30;

    private final Text measure = new Text();

    private static final class Card {
        private final Button button = new Button();
        private final Label key = new Label();
        private final Label name = new Label();
        private final Canvas picture = new Canvas(60, 26);
        private boolean onlyShow;
        private Pattern drawn;
        private double drawnWidth;
        private Theme drawnTheme;
    }

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser chooser;
    private final HBox banks = new HBox();
    private final HBox slots = new HBox();
    private final Label news = new Label();
    private final List<Card> cards = new ArrayList<>();
    private List<String> bankNames = List.of();
    private Theme theme;
    private String playState = "";
    private final SlotMenus menus;
    private ContextMenu menu;

    public SlotsPane(Session session, Chosen chosen, SlotChooser chooser, BringIn.Files files, Theme theme) {
        this.session = session;
        this.chosen = chosen;
        this.chooser = chooser;
        this.theme = theme;
        this.menus = new SlotMenus(session, chosen, chooser, files);
        banks.getStyleClass().add("bank-line");
        slots.getStyleClass().add("slot-line");
        news.getStyleClass().add("warn");
        news.setId("queue-news");
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Card card = card(slot);
            cards.add(card);
            slots.getChildren().add(card.button);
            HBox.setHgrow(card.button, Priority.ALWAYS);
        }
        setSpacing(5);
        measure.setFont(Font.font("IBM Plex Sans", 11)); // of .slot-name
        getChildren().addAll(banks, slots);
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
        card.button.addEventFilter(MouseEvent.MOUSE_PRESSED, event -> card.onlyShow = event.isControlDown());
        card.button.setOnAction(event -> {
            chooser.choose(new SlotRef(chosen.shown().bank(), slot), card.onlyShow);
            card.onlyShow = false;
        });
        card.button.setOnMouseClicked(event -> {
            if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2) {
                rename(slot);
            }
        });
        card.button.setOnContextMenuRequested(event -> {
            show(menus.ofSlot(new SlotRef(chosen.shown().bank(), slot), () -> rename(slot)), card.button, event);
            event.consume();
        });
        Tips.on(card.button, () -> session.project().banks().get(chosen.shown().bank()).at(slot)
                .map(p -> p.name() + "\nPress to show it; while playing it also comes next. Ctrl+press only shows it.\nPress twice to rename it, right press for more.")
                .orElse("Empty: press to make a pattern here"));
        card.button.widthProperty().addListener(observable -> {
            draw(card);
            showNames();
        });
        return card;
    }

    private void show(ContextMenu made, Node over, ContextMenuEvent event) {
        if (menu != null) {
            menu.hide();
        }
        menu = made;
        menu.show(over, event.getScreenX(), event.getScreenY());
    }

    private void rename(int slot) {
        SlotRef ref = new SlotRef(chosen.shown().bank(), slot);
        session.project().at(ref).ifPresent(p -> InPlace.edit(cards.get(slot).name, p.name(), to -> chooser.rename(ref, to)));
    }

    private void renameBank(int bank) {
        InPlace.edit(banks.getChildren().get(bank), bankNames.get(bank), to -> chooser.renameBank(bank, to));
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
        List<String> names = session.project().banks().stream().map(Bank::name).toList();
        if (!names.equals(bankNames)) {
            bankNames = names;
            buildBanks();
        }
        for (int i = 0; i < names.size(); i++) {
            ((ToggleButton) banks.getChildren().get(i)).setSelected(i == chosen.shown().bank());
        }
        Bank bank = session.project().banks().get(chosen.shown().bank());
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Card card = cards.get(slot);
            Optional<Pattern> pattern = bank.at(slot);
            card.key.setText(Bank.slotKey(slot));
            card.button.setAccessibleText("Slot " + Bank.slotKey(slot) + ": " + pattern.map(Pattern::name).orElse("empty"));
            draw(card, pattern.orElse(null));
        }
        showNames();
        playState = "";
    }

    private void buildBanks() {
        banks.getChildren().clear();
        for (int i = 0; i < bankNames.size(); i++) {
            int index = i;
            ToggleButton tab = new ToggleButton(bankNames.get(i));
            tab.getStyleClass().add("bank-tab");
            tab.setId("bank-" + (i + 1));
            tab.setMnemonicParsing(false);
            tab.setOnMouseClicked(event -> {
                if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2) {
                    renameBank(index);
                }
            });
            tab.setOnContextMenuRequested(event -> {
                show(menus.ofBank(index, () -> renameBank(index)), tab, event);
                event.consume();
            });
            Tips.on(tab, "Press to show this bank, twice to rename it");
            tab.setOnAction(event -> {
                chooser.chooseBank(index);
                tab.setSelected(true);
            });
            banks.getChildren().add(tab);
        }
        Button add = new Button("+");
        add.getStyleClass().add("bank-tab");
        add.setId("add-bank");
        add.setAccessibleText("Add a bank");
        Tips.on(add, "Add a bank");
        add.setOnAction(event -> chooser.addBank());
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        news.setMinWidth(Region.USE_PREF_SIZE);
        banks.getChildren().addAll(add, gap, news);
    }

    /** Once a pulse: which card plays, which comes next. */
    public void pulse(Player.Now now) {
        String state = now.pattern() + " " + now.queued() + " " + chosen.shown() + " " + beatsLeft(now);
        if (state.equals(playState)) {
            return;
        }
        playState = state;
        Bank bank = session.project().banks().get(chosen.shown().bank());
        for (int slot = 0; slot < Bank.SLOTS; slot++) {
            Optional<Pattern> pattern = bank.at(slot);
            Button button = cards.get(slot).button;
            boolean shown = slot == chosen.shown().slot();
            boolean queued = pattern.isPresent() && pattern.get().id().equals(now.queued());
            boolean plays = pattern.isPresent() && now.playing() && pattern.get().id().equals(now.pattern());
            Styles.toggle(button, "shown", shown);
            Styles.toggle(button, "queued", queued);
            Styles.toggle(button, "playing", plays && !queued && !shown);
        }
        news.setText(newsText(now));
    }

    private long beatsLeft(Player.Now now) {
        return now.queued() == null ? 0 : 1 + now.untilNext() / session.project().meter().beatUnits();
    }

    private String newsText(Player.Now now) {
        if (now.queued() != null) {
            String name = session.project().pattern(now.queued()).map(Pattern::name).orElse("");
            long beats = beatsLeft(now);
            return "next: " + name + " at the end of this pass · " + Plural.of(beats, "beat");
        }
        boolean elsewhere = now.playing() && chosen.pattern().map(p -> !p.id().equals(now.pattern())).orElse(true);
        return elsewhere ? "playing: " + session.project().pattern(now.pattern()).map(Pattern::name).orElse("") + ", not what is shown" : "";
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
        if (pattern == null) {
            return;
        }
        List<Row> used = session.project().kit().rows().stream().filter(row -> !pattern.lane(row.id()).hits().isEmpty()).toList();
        double rowHeight = Math.min(5, canvas.getHeight() / Math.max(1, used.size()));
        double perUnit = (width - 3) / pattern.durationUnits();
        for (int i = 0; i < used.size(); i++) {
            Row row = used.get(i);
            g.setFill(theme.family(row.family()));
            long step = pattern.laneStep(row.id()).units();
            for (Hit hit : pattern.lane(row.id()).hits()) {
                double x = hit.step() * step * perUnit;
                if (x < width) {
                    g.fillRect(Math.round(x), Math.round(i * rowHeight), 2, Math.max(1.5, rowHeight - 1));
                }
            }
        }
    }
}
