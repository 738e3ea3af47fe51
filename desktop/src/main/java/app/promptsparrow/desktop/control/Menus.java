package app.promptsparrow.desktop.control;

import javafx.scene.control.MenuItem;

/** Lines of menus. */
public final class Menus {

    private Menus() {
    }

    /** @param id by which it is found; not a word of the screen, which may change */
    public static MenuItem item(String id, String title, Runnable action) {
        MenuItem item = new MenuItem(title);
        item.setId(id);
        item.setMnemonicParsing(false);
        item.setOnAction(event -> action.run());
        return item;
    }
}
