package app.promptsparrow.desktop.session;

import java.util.concurrent.Executor;

/**
 * Who works beside the window; none waits for another.
 *
 * @param files   project files and settings: one thread, in order
 * @param sounds  what is read and rendered to be heard
 * @param exports what is written for other programs, which may take minutes
 * @param devices opened and closed, which may hang
 */
public record Workers(Executor files, Executor sounds, Executor exports, Executor devices) {

    /** One for all but the files. */
    public static Workers of(Executor files, Executor beside) {
        return new Workers(files, beside, beside, beside);
    }
}
