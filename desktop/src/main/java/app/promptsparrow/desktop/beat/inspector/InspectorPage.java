package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import javafx.scene.layout.VBox;

/** One page of the inspector. Built when it is first shown, brought up to date while it is. */
abstract class InspectorPage extends VBox {

    final BeatPresenter presenter;
    private boolean built;
    private boolean updating;

    InspectorPage(BeatPresenter presenter) {
        super(9);
        this.presenter = presenter;
        setStyle("-fx-padding: 0 3 4 3;");
    }

    final void bringUpToDate() {
        if (!built) {
            built = true;
            build();
        }
        updating = true;
        update();
        updating = false;
    }

    /** Whether controls change because they are told, not because they are used. */
    final boolean isUpdating() {
        return updating;
    }

    abstract void build();

    abstract void update();
}
