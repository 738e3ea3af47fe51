package app.promptsparrow.desktop.page;

import javafx.scene.layout.VBox;

/** One page of numbers and choices. Built when it is first shown, since controls are slow to make; brought up to date while it is. */
public abstract class Page extends VBox {

    private boolean built;
    private boolean updating;

    protected Page() {
        super(9);
        setStyle("-fx-padding: 0 3 4 3;");
    }

    /** Brings it to what the project says. */
    public final void bringUpToDate() {
        if (!built) {
            built = true;
            build();
        }
        updating = true;
        update();
        updating = false;
    }

    /** Whether controls change because they are told, not because they are used. */
    protected final boolean isUpdating() {
        return updating;
    }

    /** Makes the controls; once. */
    protected abstract void build();

    protected abstract void update();
}
