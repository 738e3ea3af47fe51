package app.promptsparrow.desktop.export;

import java.io.File;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Collectors;
import javafx.application.Application;
import javafx.scene.Scene;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.Pane;
import javafx.stage.Stage;

/** Another program, in a process of its own: a small window that takes files and writes down which. Its arguments: where it stands, and where it writes. */
public final class Receiver {

    private Receiver() {
    }

    /** Not the class that is started: the launcher wants JavaFX on the module path for that. */
    public static final class Window extends Application {
        @Override
        public void start(Stage stage) throws Exception {
            Path said = Path.of(getParameters().getRaw().get(2));
            Pane pane = new Pane();
            pane.setOnDragOver(event -> {
                System.out.println("over");
                if (event.getDragboard().hasFiles()) {
                    event.acceptTransferModes(TransferMode.COPY);
                }
            });
            pane.setOnDragDropped(event -> {
                String files = event.getDragboard().getFiles().stream().map(File::toString).collect(Collectors.joining("\n"));
                try {
                    Files.writeString(said, files, StandardCharsets.UTF_8);
                } catch (IOException failed) {
                    throw new UncheckedIOException(failed);
                }
                event.setDropCompleted(true);
            });
            stage.setScene(new Scene(pane, 160, 120));
            stage.setX(Double.parseDouble(getParameters().getRaw().get(0)));
            stage.setY(Double.parseDouble(getParameters().getRaw().get(1)));
            stage.setAlwaysOnTop(true);
            stage.setOnShown(event -> System.out.println("shown"));
            stage.show();
        }
    }

    public static void main(String[] arguments) {
        Application.launch(Window.class, arguments);
    }
}
