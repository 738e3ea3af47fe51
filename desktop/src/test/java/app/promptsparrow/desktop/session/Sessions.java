package app.promptsparrow.desktop.session;

import app.promptsparrow.desktop.player.Player;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;

/** Sessions for tests without a window, whose questions are answered at once. */
public final class Sessions {

    private Sessions() {
    }

    /** A session in which every question gets its second answer. */
    public static Session of(ProjectStore store, Player player) {
        return of(store, player, answers -> answers.get(1).then().run());
    }

    /** @param answering given the answers of each question that is asked */
    public static Session of(ProjectStore store, Player player, Consumer<List<Questions.Answer>> answering) {
        Questions questions = new Questions() {
            @Override
            public Optional<Path> fileToOpen() {
                return Optional.empty();
            }

            @Override
            public Optional<Path> fileToImport(String title, String ending) {
                return Optional.empty();
            }

            @Override
            public void fileToSave(String title, String proposed, String ending, Consumer<Path> then) {
                // never mind
            }

            @Override
            public Optional<Path> folder(String title) {
                return Optional.empty();
            }

            @Override
            public void ask(String sentence, List<Answer> answers) {
                answering.accept(answers);
            }

            @Override
            public void problem(String sentence) {
                throw new AssertionError(sentence);
            }
        };
        return new Session(store, player, new Jobs(Workers.of(Runnable::run, Runnable::run), questions::problem), new Settings(noFile()), questions);
    }

    private static Path noFile() {
        try {
            return Files.createTempDirectory("sparrow").resolve("settings");
        } catch (IOException problem) {
            throw new UncheckedIOException(problem);
        }
    }
}
