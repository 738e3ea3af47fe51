package app.promptsparrow.desktop.beat.inspector;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.page.PagesPane;
import java.util.List;

/** What is chosen, in numbers, on pages: the hits, the row, the pattern, and tools for many hits. */
public final class InspectorPane extends PagesPane {

    private final BeatPresenter presenter;

    public InspectorPane(BeatPresenter presenter) {
        super(List.of("Hit", "Row", "Pattern", "Tools"), List.of(new HitPage(presenter), new RowPage(presenter), new PatternPage(presenter), new ToolsPage(presenter)));
        this.presenter = presenter;
    }

    public void update() {
        update(presenter.chosen().pattern().isPresent()); // an empty slot has nothing to be told in numbers
    }
}
