package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.ChainText;
import app.promptsparrow.text.Plural;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.OverrunStyle;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.text.Text;

/** What comes next, above the slots: the chain, the fill, where a chosen pattern takes over, and how many beats that is away. */
final class NextLine extends HBox {

    /** How switches are named; in the order in which they are offered. */
    private static final Map<Switch, String> NAMES = Map.of(Switch.PASS_END, "end of pass", Switch.NEXT_BAR, "bar", Switch.NEXT_BEAT, "beat", Switch.AT_ONCE, "now",
            Switch.SAME_PLACE, "same place");
    /** Elements of a long chain that are shown beside the one that plays. */
    private static final int BESIDE = 4;

    private final Session session;
    private final Chosen chosen;
    private final Playing playing;
    private final Label news = new Label();
    private final Button chain = new Button();
    private final HBox elements = new HBox();
    private final Button fill = new Button("fill");
    private final MenuButton nextAt = new MenuButton();
    private String shownChain = "";

    NextLine(Session session, Chosen chosen, Playing playing) {
        this.session = session;
        this.chosen = chosen;
        this.playing = playing;
        getStyleClass().add("next-line");
        news.getStyleClass().add("warn");
        news.setId("queue-news");
        news.setMinWidth(0);
        news.setTextOverrun(OverrunStyle.ELLIPSIS);
        chain.setId("chain");
        elements.setAlignment(Pos.CENTER);
        elements.setMouseTransparent(true);
        chain.setGraphic(elements);
        chain.getStyleClass().add("chain");
        chain.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(chain, "The chain: what is played one after the other, over and over.\nShift+press slots to add them, press here to play it, twice to type it: 1 1 1 2. Right press for more.");
        chain.setOnMouseClicked(event -> {
            if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2) {
                type();
            }
        });
        chain.setOnAction(event -> playing.choose(playing.what() == Playing.What.CHAIN ? Playing.What.PATTERN : Playing.What.CHAIN));
        ContextMenu menu = new ContextMenu(Menus.item("chain-type", "Type the chain", this::type),
                Menus.item("chain-shorter", "Take the last one away", this::shorten),
                Menus.item("chain-empty", "Empty the chain", () -> playing.setChain("Empty the chain", List.of())));
        chain.setContextMenu(menu);
        fill.setId("fill");
        fill.getStyleClass().add("next-press");
        fill.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(fill, "Play this bank's fill once, then go on (O)");
        fill.setOnAction(event -> playing.fill());
        nextAt.setId("next-at");
        nextAt.getStyleClass().add("next-press");
        nextAt.setMinWidth(Region.USE_PREF_SIZE);
        Tips.on(nextAt, "Where a slot takes over that is pressed while music plays");
        for (Switch how : Switch.values()) {
            nextAt.getItems().add(Menus.item("next-at-" + how.name().toLowerCase(Locale.ROOT).replace('_', '-'), "next at: " + NAMES.get(how), () -> playing.setNextAt(how)));
        }
        for (var node : List.of(chain, fill, nextAt)) {
            node.setFocusTraversable(false);
        }
        getChildren().addAll(news, chain, fill, nextAt);
    }

    private void type() {
        int bank = chosen.shown().bank();
        InPlace.edit(chain, ChainText.print(session.project(), session.project().chain(), bank), text -> session.guarded(() -> {
            playing.setChain("Change the chain", ChainText.read(session.project(), text, bank));
            if (playing.what() != Playing.What.CHAIN) {
                playing.choose(Playing.What.CHAIN);
            }
        }));
    }

    private void shorten() {
        List<PatternId> all = session.project().chain();
        if (!all.isEmpty()) {
            playing.setChain("Shorten the chain", all.subList(0, all.size() - 1));
        }
    }

    void update() {
        nextAt.setText("next at: " + NAMES.get(playing.nextAt()));
        shownChain = "";
    }

    /** Once a pulse. */
    void pulse(Player.Now now) {
        int element = Playing.element(now);
        String shown = element + " " + playing.what();
        if (!shown.equals(shownChain)) {
            shownChain = shown;
            showChain(element);
        }
        String text = newsText(now);
        if (!text.equals(news.getText())) {
            news.setText(text);
        }
    }

    private void showChain(int element) {
        List<PatternId> all = session.project().chain();
        elements.getChildren().clear();
        boolean on = playing.what() == Playing.What.CHAIN;
        add("chain", on ? "chain-on" : "chain-off");
        int from = Math.max(0, Math.min(element - BESIDE, all.size() - 2 * BESIDE - 1));
        int to = Math.min(all.size(), from + 2 * BESIDE + 1);
        add(from > 0 ? " …" : "", "chain-off");
        for (int i = from; i < to; i++) {
            add(" " + ChainText.print(session.project(), all.subList(i, i + 1), chosen.shown().bank()), i == element ? "chain-now" : on ? "chain-on" : "chain-off");
        }
        add(to < all.size() ? " … of " + all.size() : all.isEmpty() ? " –" : "", "chain-off");
        chain.setAccessibleText("Chain " + ChainText.print(session.project(), all, chosen.shown().bank()) + (element < 0 ? "" : ", element " + (element + 1) + " plays"));
    }

    private void add(String text, String style) {
        if (!text.isEmpty()) {
            Text part = new Text(text);
            part.getStyleClass().add(style);
            elements.getChildren().add(part);
        }
    }

    private long beatsLeft(Player.Now now) {
        long beat = session.project().pattern(now.pattern()).map(session.project()::meterOf).orElse(session.project().meter()).beatUnits();
        return 1 + now.untilNext() / beat;
    }

    private String name(PatternId id) {
        return session.project().pattern(id).map(Pattern::name).orElse("");
    }

    private String newsText(Player.Now now) {
        if (now.queued() != null) {
            String name = name(now.queuedPattern()) + (playing.isFill(now.queued()) ? ", the fill," : "");
            return "next: " + name + " in " + Plural.of(beatsLeft(now), "beat");
        }
        if (now.inSong() >= 0) {
            return "the song plays " + name(now.pattern());
        }
        boolean elsewhere = now.playing() && chosen.pattern().map(p -> !p.id().equals(now.pattern())).orElse(true);
        return elsewhere ? "playing: " + name(now.pattern()) + ", not what is shown" : "";
    }
}
