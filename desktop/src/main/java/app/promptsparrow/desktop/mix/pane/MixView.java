package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.command.Command;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.strip.StripValue;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.desktop.view.LateView;
import app.promptsparrow.kit.Row;
import app.promptsparrow.mix.Meeting;
import java.util.List;

/** The Mix view as the frame knows it; its nodes are made when it is first shown. */
public final class MixView extends LateView<MixPane> {

    private static final String MARK = "M2 6 H20 M2 11 H20 M2 16 H20 M14 4 V8 M7 9 V13 M16 14 V18";

    private final MixPresenter presenter;

    public MixView(MixPresenter presenter, Theme theme) {
        super("Mix", MARK, "Every row in its place", theme);
        this.presenter = presenter;
    }

    @Override
    protected MixPane make(Theme now) {
        return new MixPane(presenter, now);
    }

    @Override
    protected void paint(MixPane shown, Theme now) {
        shown.setTheme(now);
    }

    @Override
    public List<Command> commands() {
        return MixCommands.of(presenter, () -> pane().type(), () -> pane().focusPage());
    }

    @Override
    public void pulse(Player.Now now, long timeNs) {
        pane().pulse(now, timeNs);
    }

    @Override
    public void struck(int rowId, int step, long source, long timeNs) {
        pane().light(rowId, timeNs);
    }

    @Override
    public void cancel() {
        presenter.chosen().chooseRow(presenter.chosen().row().id());
    }

    @Override
    public String describe() {
        return pane().describe().orElseGet(() -> {
            Row row = presenter.chosen().row();
            int more = presenter.chosen().rows().size() - 1;
            String meets = presenter.meetings().stream().filter(meeting -> meeting.row().equals(row.id())).findFirst().map(this::text).orElse("");
            StripValue value = presenter.inHand();
            return row.name() + (more == 0 ? "" : " and " + more + " more") + " · " + MixPresenter.text(value, row) + meets + " · left and right turn it, Enter types it";
        });
    }

    private String text(Meeting meeting) {
        return " · shares " + meeting.band() + " with " + presenter.chosen().rowName(meeting.other()) + " at " + meeting.at();
    }
}
