package app.promptsparrow.bench;

import app.promptsparrow.demo.DemoProject;
import app.promptsparrow.devices.AudioOutput;
import app.promptsparrow.devices.Outputs;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.sound.SoundStore;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** The render thread on each output there is, in real time: late blocks and drift. */
final class OutputBench {

    private static final int RATE = 48_000;

    private OutputBench() {
    }

    static List<Figure> run(boolean quick) throws InterruptedException {
        List<Figure> figures = new ArrayList<>(drive("clock", Outputs.clock(RATE, Playback.USUAL_BLOCK), quick ? 4 : 10));
        AudioOutput found = Outputs.open(RATE, Playback.USUAL_BLOCK);
        if (found.isAudible()) {
            figures.addAll(drive("card", found, quick ? 4 : 10));
        } else {
            System.out.println("no sound card here: the card was not driven");
            found.close();
        }
        return figures;
    }

    private static List<Figure> drive(String name, AudioOutput output, int playSeconds) throws InterruptedException {
        Engine engine = new Engine(RATE);
        engine.publish(EngineBench.playable(new PlayableBuilder(EngineBench.whole(SoundStore.onDemand(RATE), DemoProject.make())), DemoProject.make()));
        engine.commands().play(1, 0);
        try (Playback playback = new Playback(engine, output, Playback.USUAL_BLOCK).start()) {
            TimeUnit.SECONDS.sleep(1);
            long lateBefore = playback.lateBlocks();
            long heardBefore = playback.heardFrame();
            long begun = System.nanoTime();
            TimeUnit.SECONDS.sleep(playSeconds);
            double seconds = (System.nanoTime() - begun) / 1e9;
            double heard = (playback.heardFrame() - heardBefore) / (double) RATE;
            return List.of(Figure.told("live-" + name + "-late", "late blocks in " + playSeconds + " s on the " + name, playback.lateBlocks() - lateBefore, "blocks"),
                    Figure.told("live-" + name + "-speed", "seconds heard in a second on the " + name, heard / seconds, "s"));
        }
    }
}
