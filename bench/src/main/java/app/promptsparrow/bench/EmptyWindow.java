package app.promptsparrow.bench;

import javafx.animation.AnimationTimer;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.layout.StackPane;
import javafx.stage.Stage;

/** The floor of a window: nothing in it. Tells on standard output when its second frame is painted. */
public final class EmptyWindow {

    private EmptyWindow() {
    }

    public static void main(String[] arguments) {
        Application.launch(Empty.class, arguments);
    }

    /** The application, apart from the main class, which on the class path must not extend it. */
    public static final class Empty extends Application {
        @Override
        public void start(Stage stage) {
            stage.setScene(new Scene(new StackPane(), 1_280, 800));
            stage.show();
            new AnimationTimer() {
                private int pulses;

                @Override
                public void handle(long now) {
                    if (++pulses == 2) {
                        System.out.println("usable");
                    }
                }
            }.start();
        }
    }
}
