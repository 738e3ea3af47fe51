package app.promptsparrow.desktop.slots;

import app.promptsparrow.desktop.control.InPlace;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.project.Tint;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.application.Platform;
import javafx.geometry.Bounds;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;

/** The banks as a line of names; more than fit scroll, by the wheel or to the one that is shown. */
final class BankLine extends HBox {

    private static final double HEIGHT = 26;

    private record Told(String name, Optional<Tint> tint) {
    }

    private final Session session;
    private final Chosen chosen;
    private final SlotChooser chooser;
    private final SlotMenus menus;
    private final HBox tabs = new HBox(4);
    private final ScrollPane view = new ScrollPane(tabs);
    private List<Told> built = List.of();

    BankLine(Session session, Chosen chosen, SlotChooser chooser, SlotMenus menus) {
        this.session = session;
        this.chosen = chosen;
        this.chooser = chooser;
        this.menus = menus;
        view.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        view.setVbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
        view.setMinHeight(HEIGHT);
        view.setMaxHeight(HEIGHT);
        view.setPrefHeight(HEIGHT);
        tabs.setAlignment(Pos.CENTER_LEFT);
        view.getStyleClass().add("bank-tabs");
        view.setMinWidth(60);
        view.setOnScroll(event -> scrollBy((event.getDeltaY() + event.getDeltaX()) / -tabs.getWidth()));
        Button add = new Button("+");
        add.getStyleClass().add("bank-tab");
        add.setId("add-bank");
        add.setMinWidth(Region.USE_PREF_SIZE);
        add.setAccessibleText("Add a bank");
        Tips.on(add, "Add a bank (Ctrl+B)");
        add.setOnAction(event -> chooser.addBank());
        getStyleClass().add("bank-line");
        getChildren().addAll(view, add);
    }

    private void scrollBy(double share) {
        view.setHvalue(Math.max(0, Math.min(1, view.getHvalue() + share)));
    }

    void update() {
        List<Told> now = session.project().banks().stream().map(bank -> new Told(bank.name(), bank.tint())).toList();
        if (!now.equals(built)) {
            built = now;
            tabs.getChildren().clear();
            for (int i = 0; i < now.size(); i++) {
                tabs.getChildren().add(tab(i, now.get(i)));
            }
        }
        for (int i = 0; i < now.size(); i++) {
            ToggleButton tab = (ToggleButton) tabs.getChildren().get(i);
            boolean shown = i == chosen.shown().bank();
            if (shown && !tab.isSelected()) {
                Platform.runLater(() -> bringIntoView(tab));
            }
            tab.setSelected(shown);
        }
    }

    private void bringIntoView(ToggleButton tab) {
        double hidden = tabs.getWidth() - view.getViewportBounds().getWidth();
        if (hidden > 0) {
            Bounds at = tab.getBoundsInParent();
            double left = view.getHvalue() * hidden;
            double wished = Math.max(at.getMaxX() - view.getViewportBounds().getWidth(), Math.min(left, at.getMinX()));
            view.setHvalue(Math.max(0, Math.min(1, wished / hidden)));
        }
    }

    private ToggleButton tab(int index, Told told) {
        ToggleButton tab = new ToggleButton(told.name());
        tab.getStyleClass().add("bank-tab");
        told.tint().ifPresent(tint -> tab.getStyleClass().addAll("tinted", "tint-" + tint.name().toLowerCase(Locale.ROOT)));
        tab.setId("bank-" + (index + 1));
        tab.setMnemonicParsing(false);
        tab.setMinWidth(Region.USE_PREF_SIZE);
        tab.setOnMouseClicked(event -> {
            if (event.getButton() == MouseButton.PRIMARY && event.getClickCount() == 2) {
                rename(index);
            }
        });
        tab.setOnContextMenuRequested(event -> {
            menus.show(menus.ofBank(index, () -> rename(index)), tab, event);
            event.consume();
        });
        SlotDrag.bankOn(tab, index);
        tab.setOnDragEntered(event -> {
            if (SlotDrag.carries(event.getDragboard())) {
                chooser.chooseBank(index);
            }
        });
        Tips.on(tab, "Press to show this bank, twice to rename it, right press for more; drag it into a song");
        tab.setOnAction(event -> {
            chooser.chooseBank(index);
            tab.setSelected(true);
        });
        return tab;
    }

    private void rename(int bank) {
        InPlace.edit(tabs.getChildren().get(bank), built.get(bank).name(), to -> chooser.renameBank(bank, to));
    }

    /** Whether a bank plays that is not shown. */
    void showPlaying(Optional<Integer> playing) {
        for (int i = 0; i < tabs.getChildren().size(); i++) {
            Styles.toggle(tabs.getChildren().get(i), "playing", playing.isPresent() && playing.get() == i && i != chosen.shown().bank());
        }
    }
}
