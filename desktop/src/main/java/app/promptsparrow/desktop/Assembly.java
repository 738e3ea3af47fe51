package app.promptsparrow.desktop;

import app.promptsparrow.desktop.beat.edit.BeatPresenter;
import app.promptsparrow.desktop.beat.pane.BeatView;
import app.promptsparrow.desktop.beat.pane.SystemClipboard;
import app.promptsparrow.desktop.explain.WhySilentLine;
import app.promptsparrow.desktop.export.edit.ExportPresenter;
import app.promptsparrow.desktop.export.pane.ExportView;
import app.promptsparrow.desktop.files.BringFiles;
import app.promptsparrow.desktop.files.ProjectFiles;
import app.promptsparrow.desktop.frame.Dialogs;
import app.promptsparrow.desktop.frame.ExportActions;
import app.promptsparrow.desktop.frame.MainView;
import app.promptsparrow.desktop.frame.QuestionBar;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.pane.KitView;
import app.promptsparrow.desktop.live.ClockIn;
import app.promptsparrow.desktop.live.Controllers;
import app.promptsparrow.desktop.live.HandIn;
import app.promptsparrow.desktop.live.HandOut;
import app.promptsparrow.desktop.live.Live;
import app.promptsparrow.desktop.live.Metronome;
import app.promptsparrow.desktop.live.Pads;
import app.promptsparrow.desktop.live.Recorder;
import app.promptsparrow.desktop.live.SoundCard;
import app.promptsparrow.desktop.mix.edit.MixPresenter;
import app.promptsparrow.desktop.mix.pane.MixView;
import app.promptsparrow.desktop.orders.DragFiles;
import app.promptsparrow.desktop.orders.Orders;
import app.promptsparrow.desktop.player.Player;
import app.promptsparrow.desktop.rows.Kits;
import app.promptsparrow.desktop.session.Chosen;
import app.promptsparrow.desktop.session.Jobs;
import app.promptsparrow.desktop.session.Playing;
import app.promptsparrow.desktop.session.ProjectStore;
import app.promptsparrow.desktop.session.Questions;
import app.promptsparrow.desktop.session.Session;
import app.promptsparrow.desktop.session.Settings;
import app.promptsparrow.desktop.session.Workers;
import app.promptsparrow.desktop.slots.Arriving;
import app.promptsparrow.desktop.slots.BringIn;
import app.promptsparrow.desktop.slots.SlotChooser;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.song.pane.SongView;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.devices.MidiPorts;
import app.promptsparrow.devices.MonitorPort;
import app.promptsparrow.devices.PadsPort;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;

/** What a window is made of, put together in one place: the session, what is chosen, the views, the frame around them. */
public final class Assembly {

    private final Session session;
    private final BeatPresenter presenter;
    private final MainView frame;
    private final HandIn hands;
    private final HandOut sends;
    private final SoundCard card;

    /**
     * @param workers  who works beside the window
     * @param midi    the ports there are
     * @param answers who answers in place of the window and the system's dialogs, for tests
     */
    public Assembly(ProjectStore store, Player player, Settings settings, Workers workers, MidiPorts midi, Optional<Questions> answers) {
        QuestionBar bar = new QuestionBar();
        Questions questions = answers.orElseGet(() -> new Dialogs(bar, settings));
        session = new Session(store, player, new Jobs(workers, questions::problem), settings, questions);
        Chosen chosen = new Chosen(session);
        Playing playing = new Playing(session, chosen);
        Recorder recorder = new Recorder(session, chosen, playing, new Metronome(session));
        Orders orders = new Orders(session);
        DragFiles drags = new DragFiles(session, orders);
        SlotChooser slots = new SlotChooser(session, chosen, playing, drags);
        Kits kits = new Kits(session);
        BringIn bringIn = new BringIn(session, chosen, slots);
        Arriving arriving = new Arriving(session, chosen, bringIn);
        ProjectFiles files = new ProjectFiles(session);
        BringFiles brings = new BringFiles(session, chosen, bringIn, arriving);
        session.later().add(Theme::loadHeavierFonts);
        presenter = new BeatPresenter(session, chosen, recorder, slots, new SystemClipboard());
        presenter.rowEditor().onKit(kits::open);
        presenter.rowEditor().onPatterns(brings::takePatterns);
        brings.onOthers(file -> presenter.rowEditor().bring(List.of(file), Optional.empty()));
        bringIn.onCursor(presenter::cursor);
        session.later().add(kits::openRemembered);
        MonitorPort monitor = new MonitorPort(midi);
        PadsPort ports = new PadsPort(monitor);
        sends = new HandOut(session, ports, workers.devices(), Platform::runLater);
        session.later().add(sends::look);
        ClockIn clock = new ClockIn(session, playing);
        Controllers controllers = new Controllers(session, chosen, slot -> slots.choose(slot, false), presenter.planting()::touch, presenter.planting()::setTouch, Platform::runLater);
        hands = new HandIn(session, chosen, recorder, clock, controllers, ports, workers.devices(), Platform::runLater);
        card = new SoundCard(session, workers.devices(), Platform::runLater);
        session.later().add(hands::look);
        frame = new MainView(session, chosen, new Live(recorder, new Pads(session, chosen, recorder, ports, presenter.planting()::stride), hands, sends, monitor, clock, controllers, card), slots, kits, files, brings, new ExportActions(chosen, playing, orders, session), bar,
                new WhySilentLine(session, chosen, playing, presenter.rowEditor()::bringOntoChosen), List.of(new BeatView(presenter, brings, settings.theme()),
                new KitView(new KitPresenter(session, chosen, kits, presenter.rowsInView(), presenter.rowEditor(), presenter.planting()::touch), settings.theme()),
                new MixView(new MixPresenter(session, chosen, presenter.rowsInView(), presenter.rowEditor(), presenter.planting()::touch), settings.theme()),
                new SongView(new SongPresenter(session, chosen, playing, slots, presenter.rowsInView(), presenter.rowEditor()), brings, settings.theme()),
                new ExportView(new ExportPresenter(session, chosen, playing, orders, drags), arriving, brings, settings.theme())));
    }

    /** The whole content of the window. */
    public MainView frame() {
        return frame;
    }

    /** What the music is heard on. */
    public SoundCard card() {
        return card;
    }

    /** What is sent by MIDI. */
    public HandOut sends() {
        return sends;
    }

    /** What is played by MIDI. */
    public HandIn hands() {
        return hands;
    }

    public Session session() {
        return session;
    }

    /** What the Beat view shows and asks. */
    public BeatPresenter beat() {
        return presenter;
    }
}
