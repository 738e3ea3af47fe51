package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.chart.ChartException;
import app.promptsparrow.chart.ChartWriter;
import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** The shown pattern as chart text beside the grid: it follows the grid, and the grid follows what is typed into it. */
final class ChartPane extends VBox {

    static final double WIDTH = 380;

    private final BeatPresenter presenter;
    private final TextArea text = new TextArea();
    private final Label answer = new Label();
    private boolean writing;
    private Object gesture = new Object();
    /** The pattern that what stands here says. */
    private Optional<Pattern> mine = Optional.empty();

    /**
     * @param leave gives the focus back to the grid
     */
    ChartPane(BeatPresenter presenter, Runnable leave) {
        this.presenter = presenter;
        Theme.loadChartFont();
        getStyleClass().add("inspector");
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        Label title = new Label("Chart");
        title.getStyleClass().add("strong");
        text.setId("chart");
        text.getStyleClass().add("chart-text");
        text.setAccessibleText("The pattern as chart text");
        answer.setId("chart-answer");
        answer.getStyleClass().add("second");
        answer.setWrapText(true);
        answer.setMinHeight(USE_PREF_SIZE);
        VBox.setVgrow(text, Priority.ALWAYS);
        getChildren().addAll(title, text, answer);
        text.textProperty().addListener((observable, was, is) -> read());
        text.focusedProperty().addListener((observable, was, is) -> {
            gesture = new Object(); // what is typed in one go is one undoable step
            mine = presenter.chosen().pattern();
            if (!is) {
                update();
            }
        });
        text.setOnKeyPressed(event -> {
            if (event.getCode() == KeyCode.ESCAPE) {
                leave.run();
                event.consume();
            }
        });
    }

    void begin() {
        text.requestFocus();
    }

    private void read() {
        if (writing || presenter.chosen().pattern().isEmpty()) {
            return;
        }
        if (isOther()) { // what is typed was meant for the pattern as it was
            update();
            return;
        }
        Styles.toggle(answer, "warn", false);
        try {
            presenter.patterns().takeChart(text.getText(), gesture);
            mine = presenter.chosen().pattern();
            answer.setText("");
        } catch (ChartException | IllegalArgumentException wrong) {
            answer.setText(wrong.getMessage());
            Styles.toggle(answer, "warn", true);
        }
    }

    /** Whether the pattern is another one than what was last typed here has made: by undo, by another hand, in another slot. */
    private boolean isOther() {
        return !presenter.chosen().pattern().equals(mine);
    }

    /** Writes the pattern anew, unless it is being typed here and nothing else has changed it. */
    void update() {
        if (text.isFocused()) {
            if (!isOther()) {
                return;
            }
            gesture = new Object();
            mine = presenter.chosen().pattern();
        }
        int caret = text.getCaretPosition();
        Optional<ChartWriter.Result> chart = presenter.patterns().chart();
        writing = true;
        String now = chart.map(ChartWriter.Result::text).orElse("");
        if (!now.equals(text.getText())) {
            text.setText(now);
            text.positionCaret(Math.min(caret, now.length()));
        }
        writing = false;
        text.setDisable(chart.isEmpty());
        Styles.toggle(answer, "warn", false);
        answer.setText(chart.filter(c -> !c.leftUnsaid().isEmpty()).map(c -> "A chart cannot say: " + String.join("; ", c.leftUnsaid())
                + ". It stays on rows that you leave as they are.").orElse(""));
    }
}
