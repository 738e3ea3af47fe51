package app.promptsparrow.desktop.control;

import java.util.function.BiConsumer;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;

/**
 * What somebody types into a field: taken by Enter and by leaving the field, given up by Escape. Only what was typed is taken, never what
 * merely stands there; and it is taken for what the field stood for when the typing began, whatever was chosen since. Owned by the UI thread.
 *
 * @param <T> what it can be typed for: a row, a pattern, hits
 */
public final class Typed<T> {

    private final TextField field;
    private final Supplier<T> now;
    private final BiConsumer<T, String> take;
    /** What stands there while nothing is typed. */
    private String stands = "";
    private T of;

    /**
     * @param now  what the field stands for now, compared by equality
     * @param take told what was typed, and for what
     */
    public Typed(TextField field, Supplier<T> now, BiConsumer<T, String> take) {
        this.field = field;
        this.now = now;
        this.take = take;
        Fields.commit(field, this::take, this::restore);
        field.textProperty().addListener((observable, was, is) -> {
            if (of == null && isPending()) {
                of = now.get();
            }
        });
    }

    /** A field that stands for the same thing always. */
    public static Typed<Boolean> of(TextField field, Consumer<String> take) {
        return new Typed<>(field, () -> true, (same, text) -> take.accept(text));
    }

    /** Shows what holds now; what is being typed for the same thing stays, for another it is taken first. */
    public void show(String text) {
        boolean pending = isPending();
        stands = text;
        if (pending && now.get().equals(of)) {
            return;
        }
        if (pending) {
            takePending();
        }
        restore();
    }

    /** Whether something was typed that is not taken yet. */
    public boolean isPending() {
        return !field.getText().equals(stands);
    }

    private void take() {
        if (isPending()) {
            takePending();
        }
        restore();
    }

    private void takePending() {
        String typed = field.getText();
        T whose = of;
        restore();
        take.accept(whose, typed);
    }

    private void restore() {
        if (isPending()) {
            boolean all = field.isFocused() && field.getLength() > 0 && field.getSelection().getLength() == field.getLength();
            field.setText(stands);
            if (all) {
                field.selectAll();
            }
        }
        of = null;
    }
}
