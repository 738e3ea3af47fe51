package app.promptsparrow.desktop.beat.pane;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.show.Preview;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.prompt.PromptException;
import app.promptsparrow.prompt.PromptReader;
import app.promptsparrow.text.Plural;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Pane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.text.Text;

/**
 * One line of words for the shown pattern. While it is typed the result stands on the grid in outline; what is not
 * understood is underlined and told. Enter plants it as one step, Tab completes a row's name, Escape leaves.
 */
final class PromptBar extends HBox {

    private static final int REMEMBERED = 100;

    static final double HEIGHT = 35;
    private final BeatPresenter presenter;
    private final Runnable leave;
    private final TextField line = new TextField();
    private final Region underline = new Region();
    private final Label answer = new Label();
    private final List<String> earlier = new ArrayList<>();
    private int recalled;
    private Optional<PromptReader.Result> result = Optional.empty();

    /**
     * @param leave gives the focus back to the grid
     */
    PromptBar(BeatPresenter presenter, Runnable leave) {
        this.presenter = presenter;
        this.leave = leave;
        getStyleClass().add("prompt-bar");
        setAlignment(Pos.CENTER_LEFT);
        Label name = new Label("prompt line");
        name.getStyleClass().add("second");
        name.setMinWidth(USE_PREF_SIZE);
        name.setLabelFor(line);
        line.setId("prompt");
        line.getStyleClass().add("prompt-field");
        line.setPromptText("press / and say it: kick 1 3, snare backbeat accent, closed hat 8ths light");
        line.setAccessibleText("Prompt line: words that plant hits");
        underline.getStyleClass().add("prompt-wrong");
        underline.setManaged(false); // placed under the words it means
        underline.setMouseTransparent(true);
        underline.setVisible(false);
        Pane over = new Pane(underline);
        over.setMouseTransparent(true);
        StackPane field = new StackPane(line, over);
        HBox.setHgrow(field, Priority.ALWAYS);
        answer.setId("prompt-answer");
        answer.getStyleClass().add("second");
        answer.setMinWidth(0);
        answer.setMaxWidth(300); // what is too long for it stands in the status line
        getChildren().addAll(name, field, answer);
        line.textProperty().addListener((observable, was, is) -> read());
        line.focusedProperty().addListener((observable, was, is) -> {
            if (is) {
                read();
            } else {
                presenter.outline().show(Optional.empty());
                underline.setVisible(false);
                answer.setText("");
            }
        });
        line.addEventFilter(KeyEvent.KEY_PRESSED, this::key);
    }

    /** Begins to type. */
    void begin() {
        line.requestFocus();
        line.selectAll();
    }

    private void key(KeyEvent event) {
        switch (event.getCode()) {
            case ENTER -> plant();
            case ESCAPE -> {
                presenter.outline().show(Optional.empty());
                leave.run();
            }
            case TAB -> {
                if (event.isShiftDown() || !complete()) {
                    return; // nothing to complete: the keys move on
                }
            }
            case UP -> recall(-1);
            case DOWN -> recall(1);
            default -> {
                return; // typed as usual
            }
        }
        event.consume();
    }

    /** Reads what is typed and shows what it would plant. */
    private void read() {
        result = Optional.empty();
        underline.setVisible(false);
        Styles.toggle(answer, "warn", false);
        Optional<Pattern> pattern = presenter.chosen().pattern();
        if (line.getText().isBlank() || pattern.isEmpty()) {
            answer.setText(pattern.isEmpty() ? "the slot is empty" : "");
            presenter.outline().show(Optional.empty());
            return;
        }
        try {
            PromptReader.Result read = PromptReader.read(line.getText(), presenter.session().project(), pattern.get());
            result = Optional.of(read);
            answer.setText(Plural.of(read.hits(), "hit") + ", Enter plants them");
            presenter.session().forgetMessage();
            if (line.isFocused()) {
                presenter.outline().show(Optional.of(Preview.of(presenter.session().project(), pattern.get().id(),
                        read.toEdit(pattern.get()), read.rows().keySet())));
            }
        } catch (PromptException wrong) {
            String complaint = wrong.getMessage().replaceFirst("^column \\d+: ", "");
            answer.setText(complaint);
            Styles.toggle(answer, "warn", true);
            placeUnderline(wrong.from(), wrong.to());
            presenter.outline().show(Optional.empty());
            presenter.session().say(complaint);
        }
    }

    private void placeUnderline(int from, int to) {
        String text = line.getText();
        double left = width(text.substring(0, Math.min(from, text.length())));
        double right = width(text.substring(0, Math.min(Math.max(to, from + 1), text.length())));
        double room = line.getWidth() - 14;
        if (left > room) {
            return; // scrolled out of view; the answer tells the words
        }
        underline.resizeRelocate(8 + left, line.getHeight() - 6, Math.max(6, Math.min(room, right) - left), 2);
        underline.setVisible(true);
    }

    private double width(String text) {
        Text measure = new Text(text);
        measure.setFont(line.getFont());
        return measure.getLayoutBounds().getWidth();
    }

    private void plant() {
        presenter.outline().show(Optional.empty());
        if (result.isEmpty()) {
            return; // the answer already says why
        }
        presenter.chosen().pattern().ifPresent(p -> presenter.session().apply(result.get().toEdit(p)));
        earlier.remove(line.getText());
        earlier.add(line.getText());
        if (earlier.size() > REMEMBERED) {
            earlier.remove(0);
        }
        recalled = earlier.size();
        int hits = result.get().hits();
        line.clear();
        answer.setText(Plural.of(hits, "hit") + " planted; Escape goes back to the grid");
    }

    private void recall(int by) {
        if (!earlier.isEmpty()) {
            recalled = Math.max(0, Math.min(earlier.size() - 1, recalled + by));
            line.setText(earlier.get(recalled));
            line.end();
        }
    }

    /**
     * Completes the row that is being typed; with several that fit, as far as they agree, and tells them. Answers whether that
     * was anything.
     */
    private boolean complete() {
        String before = line.getText(0, line.getCaretPosition());
        int begin = before.lastIndexOf(',') + 1;
        while (begin < before.length() && before.charAt(begin) == ' ') {
            begin++;
        }
        String typed = before.substring(begin).toLowerCase(Locale.ROOT);
        List<String> fitting = presenter.session().project().kit().rows().stream().map(Row::name)
                .filter(name -> name.toLowerCase(Locale.ROOT).startsWith(typed)).map(name -> name.toLowerCase(Locale.ROOT)).toList();
        if (typed.isEmpty() || fitting.isEmpty()) {
            return false;
        }
        String common = fitting.get(0);
        for (String name : fitting) {
            while (!name.startsWith(common)) {
                common = common.substring(0, common.length() - 1);
            }
        }
        String completed = common + (fitting.size() == 1 ? " " : "");
        line.replaceText(begin, line.getCaretPosition(), completed);
        line.positionCaret(begin + completed.length());
        if (fitting.size() > 1) {
            answer.setText(String.join(", ", fitting));
        }
        return !completed.equals(typed);
    }
}
