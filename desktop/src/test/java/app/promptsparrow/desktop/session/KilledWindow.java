package app.promptsparrow.desktop.session;

import app.promptsparrow.desktop.Hand;
import app.promptsparrow.desktop.SparrowApp;
import app.promptsparrow.file.Journal;
import app.promptsparrow.kit.Row;
import app.promptsparrow.pattern.Hit;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import java.util.List;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.application.Application;
import javafx.scene.control.Labeled;
import javafx.scene.input.KeyCode;
import javafx.stage.Window;
import org.testfx.util.WaitForAsyncUtils;

/** The real program, in which edits are typed and saved without end, until it is killed. Each is told on standard output once the status line shows it. */
public final class KilledWindow {

    private static final int VELOCITIES = 127;

    private KilledWindow() {
    }

    /** @param arguments the project's file, the number of the last edit, a seed */
    public static void main(String[] arguments) {
        try {
            edit(arguments);
        } catch (Throwable fault) {
            fault.printStackTrace();
            Runtime.getRuntime().halt(1); // so that nobody waits for it
        }
    }

    private static void edit(String[] arguments) throws Exception {
        boolean unsavedWork = !Journal.find(Journal.usualFolder()).isEmpty();
        new Thread(() -> Application.launch(SparrowApp.class, unsavedWork ? new String[0] : new String[] {arguments[0]})).start();
        WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> !Window.getWindows().isEmpty());
        Hand robot = new Hand();
        if (unsavedWork) {
            waitFor(robot, "#answer-1", ".*");
            robot.clickOn("#answer-1");
        }
        waitFor(robot, "#project-menu", "Work");
        Random random = new Random(Long.parseLong(arguments[2]));
        int number = Integer.parseInt(arguments[1]);
        robot.clickOn("#prompt");
        System.out.println("ready");
        while (true) {
            number++;
            int rest = number / VELOCITIES;
            String words = "kick steps 1 at " + (number % VELOCITIES + 1) + ", snare steps " + (rest / VELOCITIES + 1) + " at " + (rest % VELOCITIES + 1);
            robot.interact(() -> robot.lookup("#prompt").queryTextInputControl().setText(words)); // as if pasted: letter by letter takes four seconds
            robot.push(KeyCode.ENTER);
            waitFor(robot, "#status", "velocity " + (number % VELOCITIES + 1));
            System.out.println(number);
            if (random.nextInt(10) == 0) {
                Thread.sleep(random.nextInt(600)); // what is saved may be in the journal or not
                robot.push(KeyCode.CONTROL, KeyCode.S);
            }
        }
    }

    private static void waitFor(Hand robot, String query, String text) throws TimeoutException {
        WaitForAsyncUtils.waitFor(60, TimeUnit.SECONDS, () -> WaitForAsyncUtils.waitForAsyncFx(10_000, () -> robot.lookup(query).tryQueryAs(Labeled.class)
                .filter(label -> label.getText().matches("(.* )?" + text + "( .*)?")).isPresent()));
    }

    /** The number of the last edit that a project holds. */
    static int number(Project project) {
        List<Hit> kick = hits(project, "Kick");
        List<Hit> snare = hits(project, "Snare");
        return kick.isEmpty() ? 0 : kick.get(0).velocity() - 1 + VELOCITIES * (snare.get(0).velocity() - 1 + VELOCITIES * snare.get(0).step());
    }

    private static List<Hit> hits(Project project, String name) {
        Row row = project.kit().rowNamed(name).orElseThrow();
        return project.pattern(new PatternId(1)).orElseThrow().lane(row.id()).hits();
    }
}
