package app.promptsparrow.desktop.beat.edit;

import app.promptsparrow.desktop.live.Metronome;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.orders.Orders;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.slots.SlotChooser;
import java.nio.file.Path;
import java.util.Optional;

/** The Beat view's presenter for tests without a window, with a clipboard of its own. */
public final class Presenters {

    private Presenters() {
    }

    public static BeatPresenter of(Session session) {
        Chosen chosen = new Chosen(session);
        Playing playing = new Playing(session, chosen);
        return new BeatPresenter(session, chosen, new Recorder(session, chosen, playing, new Metronome(session)), new SlotChooser(session, chosen, playing, new DragFiles(session, new Orders(session))), new HitClipboard.Carrier() {
            private String ours;
            private String text;

            @Override
            public void put(String hits, String chart, Optional<Path> file) {
                ours = hits;
                text = chart;
            }

            @Override
            public Optional<String> ours() {
                return Optional.ofNullable(ours);
            }

            @Override
            public Optional<String> text() {
                return Optional.ofNullable(text);
            }
        });
    }
}
