package app.promptsparrow.desktop.mix.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.desktop.rows.RowFields;
import app.promptsparrow.kit.Kit;
import app.promptsparrow.kit.Row;
import app.promptsparrow.mix.Meeting;
import java.util.List;
import java.util.Locale;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;

/** The chosen row's place in the mix as numbers, and where it meets others, with what mends that. */
final class MixPage extends Page {

    private static final int MOST_MEETINGS = 3;

    private final MixPresenter presenter;
    private final RowFields fields;
    private Label title;
    private Label facts;
    private final VBox meets = new VBox(8);
    private List<Meeting> shown = List.of();
    private Kit shownKit;

    MixPage(MixPresenter presenter) {
        this.presenter = presenter;
        fields = new RowFields(presenter.session(), presenter.chosen());
        meets.setId("meets");
    }

    @Override
    protected void build() {
        title = Forms.strong("");
        facts = Forms.second("");
        getChildren().addAll(new VBox(1, title, facts), meets, fields.level(), fields.pan(), fields.lowCut(), fields.highCut(), fields.lowShelf(), fields.highShelf(),
                fields.drive(), fields.send(), Forms.gap(), Forms.second("Making room"), fields.dip(), fields.giveWay(), Forms.gap(), fields.response());
    }

    @Override
    protected void update() {
        int rows = presenter.chosen().rows().size();
        Row row = presenter.chosen().row();
        title.setText(rows == 1 ? row.name() : row.name() + " and " + (rows - 1) + " more");
        tellPeak();
        fields.update();
        if (!presenter.meetings().equals(shown) || presenter.session().project().kit() != shownKit) {
            shown = presenter.meetings();
            shownKit = presenter.session().project().kit();
            meets.getChildren().setAll(shown.stream().filter(one -> one.row().equals(row.id()) && shownKit.row(one.other()).isPresent()).limit(MOST_MEETINGS).map(this::block).toList());
            Forms.showIf(!meets.getChildren().isEmpty(), meets);
        }
    }

    /** While it plays. */
    void tellPeak() {
        if (facts != null) {
            double held = presenter.meters().of(presenter.chosen().row().id()).heldDb();
            facts.setText((held <= -60 ? "not heard now" : String.format(Locale.ROOT, "peak %.1f dB", held)) + " · " + presenter.chosen().row().family().title());
        }
    }

    private static FlowPane buttons(Button... all) {
        FlowPane flow = new FlowPane(4, 4, all);
        for (Button button : all) {
            button.getStyleClass().add("small-push");
        }
        return flow;
    }

    private VBox block(Meeting meeting) {
        String other = presenter.chosen().rowName(meeting.other());
        String pattern = presenter.chosen().pattern().map(p -> " of " + p.name()).orElse("");
        Label what = Forms.strong("Shares " + meeting.band() + " with " + other);
        what.setWrapText(true);
        int id = meeting.other().value();
        VBox block = new VBox(4, what, Forms.second("at " + meeting.at() + pattern), buttons(
                Forms.push("dip " + other, "dip-" + id, () -> presenter.session().apply(meeting.dip(presenter.session().project().kit()))),
                Forms.push("give way", "give-way-" + id, () -> presenter.session().apply(meeting.giveWay(presenter.session().project().kit()))),
                Forms.push("both alone", "hear-both-" + id, () -> presenter.session().apply(meeting.hearBoth(presenter.session().project().kit())))));
        block.getStyleClass().add("mix-meeting");
        return block;
    }
}
