package app.promptsparrow.desktop.rows;

import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.kit.Kit;
import java.util.List;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.RadioMenuItem;
import javafx.scene.control.SeparatorMenuItem;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/** The kit's name: opens the list of kits; up and down step through them while the beat plays on. */
public final class KitChoice extends MenuButton {

    private final Session session;
    private final Kits kits;

    public KitChoice(Session session, Kits kits) {
        this.session = session;
        this.kits = kits;
        getStyleClass().add("kit-choice");
        setId("kit-choice");
        setMinWidth(0);
        setAccessibleText("Kit of the project");
        Tips.on(this, "The kit: press for the list; Up and Down, or Alt+Page Down, step through kits while the beat plays on");
        getItems().add(new MenuItem("")); // without an item it would not open to be filled
        setOnShowing(event -> fill());
        addEventFilter(KeyEvent.KEY_PRESSED, event -> {
            boolean steps = !isShowing() && (event.getCode() == KeyCode.UP || event.getCode() == KeyCode.DOWN);
            if (steps) {
                kits.step(event.getCode() == KeyCode.DOWN ? 1 : -1);
                event.consume();
            }
        });
    }

    private void fill() {
        getItems().clear();
        List<Kit> all = kits.all();
        for (int i = 0; i < all.size(); i++) {
            int index = i;
            RadioMenuItem item = new RadioMenuItem(all.get(i).name() + " · " + Kits.facts(all.get(i)) + (kits.isFavourite(all.get(i)) ? " · favourite" : ""));
            item.setId("kit-" + i);
            item.setMnemonicParsing(false);
            item.setSelected(i == kits.index());
            item.setOnAction(event -> kits.take(index));
            getItems().add(item);
        }
        getItems().add(new SeparatorMenuItem());
        getItems().addAll(fileItems(kits));
    }

    /** What can be done with kit files. */
    public static List<MenuItem> fileItems(Kits kits) {
        return List.of(Menus.item("kit-open", "Open a kit file …", kits::open), Menus.item("kit-save", "Save this kit as a file …", kits::save),
                Menus.item("kit-save-sfz", "Save it as SFZ with WAVs …", kits::saveSfz));
    }

    public void update() {
        setText(session.project().kit().name() + " kit");
    }
}
