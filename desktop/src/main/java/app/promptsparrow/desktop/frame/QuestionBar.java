package app.promptsparrow.desktop.frame;

import app.promptsparrow.desktop.session.Questions;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;

/**
 * A question that waits for its answer, above the view, which goes on meanwhile; further questions wait behind it. Enter
 * gives the first answer, Escape the last one.
 */
public final class QuestionBar extends HBox {

    private record Question(String sentence, List<Questions.Answer> answers, boolean wrong) {
    }

    private static final PseudoClass WRONG = PseudoClass.getPseudoClass("wrong");

    private Runnable leave = () -> { };
    private final Deque<Question> waiting = new ArrayDeque<>();

    public QuestionBar() {
        setId("question");
        getStyleClass().add("question-bar");
        setAlignment(Pos.CENTER_LEFT);
        shown(false);
    }

    /** What gives the keys back to the view. */
    void onLeave(Runnable then) {
        leave = then;
    }

    void ask(String asked, List<Questions.Answer> answers) {
        add(new Question(asked, answers, false));
    }

    /** Tells what went wrong until it was read. */
    void tell(String problem) {
        add(new Question(problem, List.of(Questions.Answer.none("Close")), true));
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
            button.setDefaultButton(i == 0);
            button.setOnAction(event -> answered(question, answer));
            getChildren().add(button);
        }
        shown(true);
        getChildren().get(1).requestFocus();
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
        waiting.poll();
        shown(false);
        leave.run();
        answer.then().run();
        if (!waiting.isEmpty() && !isVisible()) {
            show(waiting.peek());
        }
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
