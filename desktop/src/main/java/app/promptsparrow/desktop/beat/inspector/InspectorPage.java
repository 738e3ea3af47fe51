package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.control.Numbers;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.time.Swing;
import java.util.Optional;

/** One page of the inspector. */
abstract class InspectorPage extends Page {

    /** Just below what a swing can be. */
    private static final double NO_SWING = 49.9;

    final BeatPresenter presenter;

    InspectorPage(BeatPresenter presenter) {
        this.presenter = presenter;
    }

    // --- a swing of one's own, on several pages ---

    /** @param follows what stands there while there is none, and is typed for it */
    final ValueField ownSwing(String follows) {
        return new ValueField("Own swing", NO_SWING, 75, 0.1, NO_SWING, v -> v < 50 ? follows : Numbers.text(v) + " %", Numbers.or(follows, NO_SWING));
    }

    /** What such a field's value means. */
    final Optional<Swing> swing(double percent) {
        return percent < 50 ? Optional.empty() : Optional.of(new Swing((int) Math.round(percent * 10), presenter.session().project().swing().unit()));
    }

    static void showSwing(ValueField field, Optional<Swing> swing) {
        field.show(swing.map(own -> own.perMille() / 10.0).orElse(NO_SWING));
    }
}
