package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.session.Questions;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.stream.IntStream;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/**
 * A question that waits for its answer, above the view, which goes on meanwhile; further questions wait behind it. It never takes the keys
 * by itself: F6 gives them to it and back, then Left and Right choose an answer and Enter gives it. Escape gives the last one.
 */
public final class QuestionBar extends HBox {

    /** @param stays whether it is about no project that is open */
    private record Question(String sentence, List<Questions.Answer> answers, boolean wrong, boolean stays) {

        /** The first answer by which nothing is lost. */
        int safest() {
            return IntStream.range(0, answers.size()).filter(i -> !answers.get(i).discards()).findFirst().orElse(answers.size() - 1);
        }
    }

    private static final PseudoClass WRONG = PseudoClass.getPseudoClass("wrong");

    private Runnable leave = () -> { };
    private final Deque<Question> waiting = new ArrayDeque<>();

    public QuestionBar() {
        setId("question");
        getStyleClass().add("question-bar");
        setAlignment(Pos.CENTER_LEFT);
        addEventFilter(KeyEvent.KEY_PRESSED, this::moveAlong);
        shown(false);
    }

    /** What gives the keys back to the view. */
    void onLeave(Runnable then) {
        leave = then;
    }

    void ask(String asked, List<Questions.Answer> answers) {
        add(new Question(asked, answers, false, false));
    }

    void askOfProgram(String asked, List<Questions.Answer> answers) {
        add(new Question(asked, answers, false, true));
    }

    /** Tells what went wrong until it was read. */
    void tell(String problem) {
        add(new Question(problem, List.of(Questions.Answer.none("Close")), true, true));
    }

    private void add(Question question) {
        boolean standsThere = !waiting.isEmpty() && waiting.peek().sentence.equals(question.sentence);
        if (standsThere) { // asked again, now for what was wanted last
            waiting.removeFirst();
            waiting.addFirst(question);
        } else {
            waiting.add(question);
        }
        if (waiting.peek() == question) {
            show(question);
        }
    }

    private void show(Question question) {
        getChildren().setAll(sentence(question.sentence));
        pseudoClassStateChanged(WRONG, question.wrong);
        for (int i = 0; i < question.answers.size(); i++) {
            Questions.Answer answer = question.answers.get(i);
            Button button = new Button(answer.title());
            button.setId("answer-" + (i + 1));
            button.setMinWidth(USE_PREF_SIZE);
            button.setFocusTraversable(false); // pressed by the mouse it leaves the keys where they are
            button.getStyleClass().add(i == question.safest() ? "usual" : "other");
            Tips.on(button, "F6 gives the keys to the answers, and back");
            button.setOnAction(event -> answered(question, answer));
            getChildren().add(button);
        }
        shown(true);
    }

    /** Gives the keys to the answers, to one by which nothing is lost first. Answers whether there are any. */
    boolean takeKeys() {
        if (waiting.isEmpty() || hasKeys()) {
            return false;
        }
        buttons().get(waiting.peek().safest()).requestFocus();
        return true;
    }

    private boolean hasKeys() {
        return buttons().stream().anyMatch(Node::isFocused);
    }

    private List<Button> buttons() {
        return getChildren().stream().filter(Button.class::isInstance).map(Button.class::cast).toList();
    }

    private void moveAlong(KeyEvent event) {
        List<Button> buttons = buttons();
        int by = event.getCode() == KeyCode.RIGHT || event.getCode() == KeyCode.TAB && !event.isShiftDown() ? 1
                : event.getCode() == KeyCode.LEFT || event.getCode() == KeyCode.TAB ? -1 : 0;
        if (by != 0 && hasKeys()) {
            int at = IntStream.range(0, buttons.size()).filter(i -> buttons.get(i).isFocused()).findFirst().orElse(0);
            buttons.get(Math.floorMod(at + by, buttons.size())).requestFocus();
            event.consume();
        }
    }

    /** Another project is open now: what was asked about the one before goes. */
    void withdraw() {
        boolean first = !waiting.isEmpty() && !waiting.peek().stays;
        boolean keys = hasKeys();
        waiting.removeIf(question -> !question.stays);
        if (first) {
            shown(false);
            next(keys);
        }
    }

    private void next(boolean keys) {
        if (!waiting.isEmpty() && !isVisible()) {
            show(waiting.peek());
            if (keys) {
                takeKeys();
            }
        } else if (keys) {
            leave.run();
        }
    }

    private static Label sentence(String text) {
        Label sentence = new Label(text);
        sentence.setId("question-text");
        sentence.setWrapText(true);
        sentence.setMinHeight(USE_PREF_SIZE);
        sentence.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(sentence, Priority.ALWAYS);
        return sentence;
    }

    private void answered(Question question, Questions.Answer answer) {
        if (waiting.peek() != question) {
            return; // pressed twice
        }
        boolean keys = hasKeys();
        waiting.poll();
        shown(false);
        if (keys) {
            leave.run();
        }
        answer.then().run();
        next(keys && !waiting.isEmpty());
    }

    /** Escape: the answer that changes nothing. Says whether a question stood there. */
    boolean cancel() {
        Question question = waiting.peek();
        if (question == null) {
            return false;
        }
        answered(question, question.answers.get(question.answers.size() - 1));
        return true;
    }

    private void shown(boolean on) {
        setVisible(on);
        setManaged(on);
    }
}
