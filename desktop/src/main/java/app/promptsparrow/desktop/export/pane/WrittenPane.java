package app.promptsparrow.desktop.export.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.orders.Orders;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;

/** What is being written, with the time left, and what was written last, each with a press to write it again. */
final class WrittenPane extends VBox {

    private static final DateTimeFormatter CLOCK = DateTimeFormatter.ofPattern("H:mm");

    /** Work with its nodes. */
    private record Shown(Orders.Work work, ProgressBar bar, Label left) {
    }

    private final ExportPresenter presenter;
    private final VBox work = new VBox(8);
    private final VBox written = new VBox(10);
    private final List<Shown> shown = new ArrayList<>();
    private List<Orders.Written> shownWritten;
    private List<Orders.Work> shownWork;

    WrittenPane(ExportPresenter presenter) {
        super(10);
        this.presenter = presenter;
        setId("written");
        getStyleClass().add("inspector");
        getChildren().addAll(Forms.strong("Last written"), written, work);
    }

    /** Lines are made anew only when there are others: progress is told often, and a button must stay under the hand. */
    void update() {
        if (!presenter.orders().written().equals(shownWritten)) {
            shownWritten = presenter.orders().written();
            showWritten(shownWritten);
        }
        if (!presenter.orders().work().equals(shownWork)) {
            shownWork = presenter.orders().work();
            showWork(shownWork);
        }
    }

    private void showWritten(List<Orders.Written> done) {
        written.getChildren().clear();
        if (done.isEmpty()) {
            Label none = Forms.second("Nothing yet. What is written stands here, with a press to write it again.");
            none.setWrapText(true);
            written.getChildren().add(none);
        }
        for (int i = 0; i < done.size(); i++) {
            written.getChildren().add(line(done.get(i), i));
        }
    }

    private void showWork(List<Orders.Work> now) {
        work.getChildren().clear();
        shown.clear();
        if (!now.isEmpty()) {
            work.getChildren().add(Forms.strong("Working"));
        }
        now.forEach(one -> work.getChildren().add(line(one)));
    }

    private Node line(Orders.Written one, int number) {
        Label name = Forms.strong(one.target().getFileName().toString());
        name.setMinWidth(0);
        Button again = new Button("again");
        again.setId("written-again-" + number);
        again.getStyleClass().add("small-choice");
        again.setMinWidth(Region.USE_PREF_SIZE);
        again.setOnAction(event -> presenter.orders().again(one));
        HBox head = new HBox(4, name, grow(), again);
        Label says = Forms.second(CLOCK.format(one.at()) + " · " + one.says());
        says.setWrapText(true);
        return new VBox(1, head, says);
    }

    private Node line(Orders.Work one) {
        Label name = Forms.second(one.target().getFileName().toString());
        name.setMinWidth(0);
        Button cancel = new Button("cancel");
        cancel.setId("work-cancel-" + shown.size());
        cancel.getStyleClass().add("small-choice");
        cancel.setMinWidth(Region.USE_PREF_SIZE);
        cancel.setOnAction(event -> presenter.orders().cancel(one));
        ProgressBar bar = new ProgressBar(0);
        bar.setMaxWidth(Double.MAX_VALUE);
        Label left = Forms.second("");
        shown.add(new Shown(one, bar, left));
        return new VBox(3, new HBox(4, name, grow(), cancel), bar, left);
    }

    private static Region grow() {
        Region gap = new Region();
        HBox.setHgrow(gap, Priority.ALWAYS);
        return gap;
    }

    /** Once a pulse. */
    void pulse() {
        for (Shown one : shown) {
            one.bar.setProgress(one.work.percent() / 100.0);
            String text = !one.work.isRunning() ? "waits" : one.work.percent() + " %" + one.work.secondsLeft().map(seconds -> " · " + seconds + " s left").orElse("");
            if (!text.equals(one.left.getText())) {
                one.left.setText(text);
            }
        }
    }
}
