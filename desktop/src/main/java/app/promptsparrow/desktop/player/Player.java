package app.promptsparrow.desktop.player;

import app.promptsparrow.devices.Cards;
import app.promptsparrow.devices.NotesOut;
import app.promptsparrow.devices.Playback;
import app.promptsparrow.engine.Engine;
import app.promptsparrow.engine.EngineCommands;
import app.promptsparrow.engine.Hold;
import app.promptsparrow.engine.News;
import app.promptsparrow.engine.Playable;
import app.promptsparrow.engine.PlayableBuilder;
import app.promptsparrow.engine.Switch;
import app.promptsparrow.kit.RowId;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Project;
import app.promptsparrow.score.Score;
import app.promptsparrow.score.Scores;
import app.promptsparrow.score.Source;
import app.promptsparrow.sound.ClickSound;
import app.promptsparrow.sound.SoundStore;
import app.promptsparrow.time.Tempo;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.function.BooleanSupplier;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import java.util.function.Supplier;

/**
 * Plays patterns of the open project. Owned by the UI thread; never waits. Publishes after each edit, compiling only the
 * lanes that changed; sounds that were never heard before are rendered on the worker meanwhile.
 */
public final class Player implements AutoCloseable {

    private final Engine engine;
    private final Executor worker;
    private final Executor ui;
    private final SoundStore sounds;
    private final PlayableBuilder builder;
    private final BackingLoader backing;
    private final Scores scores = new Scores();
    private final News.Reader strikes;
    private Playable published;
    /** The project as it was told, and as it is played: at the tempo of a clock, if one is followed. */
    private Project given;
    private Project project;
    private Optional<Tempo> followed = Optional.empty();
    private List<Sound> soon = List.of();
    private Set<Withheld> withheld = Set.of();
    private boolean ready;
    private PatternId shown;
    private Source wanted;
    private Source queued;
    /** Sources that are played or may still be heard, those named last at the end. */
    private final Sources sources = new Sources();
    /** What found the engine's ring full, in order; tried again once a pulse. */
    private final Deque<BooleanSupplier> unsent = new ArrayDeque<>();
    private long faultsTold;
    private volatile Playback playback;
    private Runnable whenReady = () -> { };

    /**
     * Sounds are rendered when they are first heard, by whoever renders the music: for a player that nobody listens to.
     *
     * @param worker opens devices
     * @param ui     runs what the worker has finished on the UI thread
     */
    public Player(Engine engine, Executor worker, Executor ui) {
        this(engine, worker, ui, SoundStore.onDemand(engine.rateHz()));
    }

    /**
     * @param sounds at the engine's rate; what it holds already need not be rendered again
     */
    public Player(Engine engine, Executor worker, Executor ui, SoundStore sounds) {
        this.engine = engine;
        this.worker = worker;
        this.ui = ui;
        this.sounds = sounds;
        this.builder = new PlayableBuilder(sounds);
        backing = new BackingLoader(engine.rateHz(), worker, ui, frames -> {
            builder.backing(frames);
            publish();
        });
        sounds.whenHeard(() -> ui.execute(this::heardMore));
        this.strikes = engine.news().reader();
        engine.news().measureLoudness();
    }

    /** Opens an output on the worker and starts to render into it. */
    public void start(Supplier<Playback> opener, Runnable started) {
        worker.execute(() -> {
            Playback opened = opener.get();
            ui.execute(() -> {
                playback = opened;
                opened.start();
                started.run();
            });
        });
    }

    /** What is told now is played from the next block on, but for sounds that are still to be rendered, which follow. */
    public void update(Project to, PatternId shownPattern) {
        given = to;
        project = timed(to);
        shown = shownPattern;
        backing.want(to.backing());
        want();
        publish();
        noteReady();
    }

    /** Plays at the tempo of a clock that is followed instead of the project's, or with empty no longer. */
    public void followTempo(Optional<Tempo> to) {
        if (!followed.equals(to)) {
            followed = to;
            project = given == null ? null : timed(given);
            publish();
        }
    }

    /** The tempo of a clock that is followed. */
    public Optional<Tempo> followedTempo() {
        return followed;
    }

    private Project timed(Project of) {
        return followed.map(of::withTempo).orElse(of);
    }

    /** Sounds that may be put on a row next: they are made ready, so that they are heard at once then. */
    public void prepare(List<Sound> next) {
        soon = List.copyOf(next);
        want();
    }

    private void want() {
        if (project != null) {
            sounds.want(sounds(project, shown), soon);
        }
    }

    /** The recording under the music. */
    public BackingLoader backing() {
        return backing;
    }

    /** All that can be heard, for pictures of it. */
    public SoundStore sounds() {
        return sounds;
    }

    /** The sounds of a project in the order in which they should be rendered: those of a pattern first. */
    public static List<Sound> sounds(Project project, PatternId first) {
        Set<RowId> soon = Optional.ofNullable(first).flatMap(project::pattern).map(pattern -> pattern.lanes().keySet()).orElse(Set.of());
        List<Sound> inOrder = new ArrayList<>();
        for (boolean isSoon : new boolean[] {true, false}) {
            project.kit().rows().stream().filter(row -> soon.contains(row.id()) == isSoon).flatMap(row -> row.layers().stream().map(row::framesOf))
                    .filter(sound -> !sound.isLive()).forEach(inOrder::add);
        }
        return inOrder;
    }

    private void heardMore() {
        publish();
        noteReady();
        whenReady.run();
    }

    /** Whether something of every sound of the project can be heard. */
    public boolean isReady() {
        return ready;
    }

    private void noteReady() {
        ready = project != null && sounds(project, null).stream().allMatch(sound -> sounds.get(sound).isReady());
    }

    /** Run each time another sound can be heard. */
    public void whenReady(Runnable then) {
        whenReady = then;
    }

    private void publish() {
        if (project == null) {
            return; // a sound was heard of before anything was told
        }
        Project heard = heardProject();
        Set<Source> needed = new LinkedHashSet<>();
        if (shown != null) {
            needed.add(new Source.Loop(shown));
        }
        needed.add(wanted);
        needed.add(queued);
        News.Moment now = engine.news().at(Long.MAX_VALUE);
        if (now != null) { // what the render thread really plays may still be the one before
            needed.add(sources.source(now.playing()));
            needed.add(sources.source(now.queued()));
        }
        needed.remove(null);
        List<Playable.Piece> pieces = new ArrayList<>();
        for (Source source : needed) {
            source.in(project).ifPresent(there -> {
                Score score = scores.of(heard, there);
                pieces.add(new Playable.Piece(sources.name(source, score), score));
            });
        }
        scores.forgetUnused();
        published = builder.build(project, pieces);
        engine.publish(published);
    }

    /**
     * Plays a source from one of its positions.
     *
     * @param positionUnits before 0 it counts in
     */
    public void play(Source source, long positionUnits) {
        wanted = source;
        queued = null;
        publish();
        long id = sources.id(source);
        send(() -> engine.commands().play(id, positionUnits));
    }

    private void send(BooleanSupplier command) {
        unsent.add(command);
        sendWaiting();
    }

    private void sendWaiting() {
        while (!unsent.isEmpty() && unsent.peek().getAsBoolean()) {
            unsent.poll();
        }
    }

    public void stop() {
        wanted = null;
        queued = null;
        unsent.clear(); // whatever was asked before, it ends now
        send(engine.commands()::stop);
    }

    /** Puts a source in the queue behind the one that plays. */
    public void queue(Source source, Switch how) {
        queued = source;
        publish();
        long id = sources.id(source);
        send(() -> engine.commands().queue(id, how));
    }

    /** Lets the metronome click while music plays, or with null no longer. */
    public void click(ClickSound sound, float gain) {
        send(() -> engine.commands().click(sound, gain));
    }

    /** A hit that is not played for now. */
    public record Withheld(PatternId pattern, RowId row, int step) {
    }

    /** Keeps hits out of what is played: those that were just struck by hand and heard then. */
    public void withhold(Set<Withheld> hits) {
        if (!hits.equals(withheld)) {
            withheld = Set.copyOf(hits);
            publish();
        }
    }

    private Project heardProject() {
        Project left = project;
        for (Withheld hit : withheld) {
            if (left.pattern(hit.pattern).isPresent()) {
                left = left.withPattern(hit.pattern, pattern -> pattern.withLane(hit.row, lane -> lane.edited(Set.of(hit.step), List.of())));
            }
        }
        return left;
    }

    /** Takes back what was queued. */
    public void unqueue() {
        queued = null;
        send(engine.commands()::unqueue);
    }

    /** Sends what is heard to a MIDI output, once it is started. */
    public NotesOut notesOut() {
        return new NotesOut(engine.news(), this::heardFrame, engine.rateHz());
    }

    /** Commands of a thread of its own, see {@link Engine#newWriter}. */
    public EngineCommands newWriter() {
        return engine.newWriter();
    }

    /** Gives such commands back, see {@link Engine#giveBack}. */
    public void giveBack(EngineCommands writer) {
        engine.giveBack(writer);
    }

    /** Lets a pad strike on while it is held, see {@link Engine#hold}. */
    public void hold(int slot, Hold to) {
        engine.hold(slot, to);
    }

    /** Strikes a row at once, or not at all: a strike that waited would be out of place. */
    public void audition(RowId row, int velocity, int cents) {
        engine.commands().audition(row, velocity, cents);
    }

    /** The same until it is let go. */
    public void press(RowId row, int velocity, int cents) {
        engine.commands().press(row, velocity, cents);
    }

    /** What was pressed, here or by another writer, is let go. Answers whether there was room for it. */
    public boolean release(RowId row, int cents) {
        return engine.commands().release(row, cents);
    }

    /**
     * Where the music is that is heard now.
     *
     * @param source    what plays, null if nothing does
     * @param part      which of its parts: the element of a chain, counted from 0
     * @param pattern   which pattern of it, null if nothing plays
     * @param position  units from where that pattern was begun, over all its passes; before 0 while it is counted in
     * @param inSource  units from where the source was begun, over all its rounds
     * @param inSong    units from the song's start if it is one, otherwise –1
     * @param queued    what comes next, null if nothing is queued
     * @param queuedPattern the pattern that it begins with
     * @param untilNext units until then
     */
    public record Now(boolean playing, Source source, int part, PatternId pattern, long position, long inSource, long inSong, Source queued, PatternId queuedPattern, long untilNext) {

        static final Now STOPPED = new Now(false, null, 0, null, 0, 0, -1, null, null, 0);

    }

    /** Asked once a pulse. */
    public Now now() {
        sendWaiting();
        return heard(heardFrame());
    }

    /** What was heard at a moment that is not long past, by {@link System#nanoTime}. */
    public Now at(long timeNs) {
        return heard(heardFrame() - Math.round((System.nanoTime() - timeNs) * 1e-9 * engine.rateHz()));
    }

    private Now heard(long heard) {
        News.Moment moment = engine.news().at(heard);
        Score score = moment == null ? null : sources.score(moment.playing());
        if (score == null) {
            return Now.STOPPED;
        }
        long since = new Tempo(moment.milliBpm()).firstUnitAt(heard - moment.frame(), engine.rateHz());
        long position = moment.position() + since;
        int part = score.partIndexAt(position);
        Source queued = sources.source(moment.queued());
        return new Now(true, sources.source(moment.playing()), part, score.part(part).pattern().id(), score.inPart(position), position, score.isSong() ? score.folded(position) : -1,
                queued, queued == null ? null : queued.first(project).orElse(null), Math.max(0, moment.untilNext() - since));
    }

    /** A fault of the engine that was not answered yet. */
    public Optional<Throwable> takeFault() {
        long faults = engine.news().faults();
        boolean more = faults > faultsTold;
        faultsTold = faults;
        return more ? Optional.ofNullable(engine.news().lastFault()) : Optional.empty();
    }

    /** Hands on what has been struck and heard since the last call. */
    public void takeStrikes(News.StrikeSink sink) {
        strikes.takeUpTo(heardFrame(), sink);
    }

    /** When a frame was heard or will be, by {@link System#nanoTime}. */
    public long timeOf(long frame) {
        return System.nanoTime() - Math.round((heardFrame() - frame) * 1e9 / engine.rateHz());
    }

    private long heardFrame() {
        return playback == null ? 0 : playback.heardFrame();
    }

    /** Greatest value since the last call of the master's left (0) or right (1) channel. */
    public float takeMasterPeak(int channel) {
        return engine.news().takePeak(Playable.SLOTS + channel);
    }

    // --- meters; for one reader ---

    /** The greatest value that a row has given since the last call, on either side. */
    public float takeRowPeak(RowId row) {
        int slot = slotOf(row);
        return slot < 0 ? 0 : engine.news().takePeak(slot);
    }

    /** The sum of squares of all that a row has given, of both sides. */
    public double rowPower(RowId row) {
        int slot = slotOf(row);
        return slot < 0 ? 0 : engine.news().power(slot);
    }

    private int slotOf(RowId row) {
        return published == null ? -1 : published.slotOf(row);
    }

    /** How many frames have been mixed so far. */
    public long mixedFrames() {
        return engine.news().mixedFrames();
    }

    public int rateHz() {
        return engine.rateHz();
    }

    /** Takes the levels of the music as they are heard. */
    @FunctionalInterface
    public interface LevelSink {
        /**
         * @param position units from where the pattern was begun, over all its passes
         * @param peak     what left the program, 1 is full scale
         * @param gain     the limiter's least, 1 if it did nothing
         */
        void level(PatternId pattern, long position, float peak, float gain);
    }

    /** Hands on the levels that were heard since the last call. */
    public void takeLevels(LevelSink sink) {
        engine.news().takeLevels(heardFrame(), (frame, peak, gain) -> {
            News.Moment moment = engine.news().at(frame);
            Score score = moment == null ? null : sources.score(moment.playing());
            if (score != null) {
                long position = moment.position() + new Tempo(moment.milliBpm()).firstUnitAt(frame - moment.frame(), engine.rateHz());
                sink.level(score.partAt(position).pattern().id(), score.inPart(position), peak, gain);
            }
        });
    }

    /** Hands on the steps of loudness since the last call, see {@link app.promptsparrow.sound.Loudness.Blocks}. */
    public void takeLoudness(DoubleConsumer sink) {
        engine.news().takeLoudness(sink);
    }

    /** Tries on the worker whether there is a card now, if nothing can be heard; then says so. */
    public void lookForCard(Cards cards, Runnable whenFound) {
        Playback now = playback;
        if (now == null || now.output().isAudible()) {
            return;
        }
        worker.execute(() -> {
            if (now.lookForCard(cards)) {
                ui.execute(whenFound);
            }
        });
    }

    /** Opens another card on the worker, see {@link Playback#reopen}. */
    public void reopen(Cards cards, int blockFrames, Consumer<Boolean> then) {
        Playback now = playback;
        if (now != null) {
            worker.execute(() -> {
                boolean heard = now.reopen(cards, blockFrames);
                ui.execute(() -> then.accept(heard));
            });
        }
    }

    /** Frames that are rendered at a time; 0 until a device is open. */
    public int blockFrames() {
        return playback == null ? 0 : playback.blockFrames();
    }

    /** What it plays on, for the status line; empty until a device is open. */
    public Optional<String> outputDescription() {
        return Optional.ofNullable(playback).map(p -> p.output().description());
    }

    public boolean isAudible() {
        return playback != null && playback.output().isAudible();
    }

    public long lateBlocks() {
        return playback == null ? 0 : playback.lateBlocks();
    }

    @Override
    public void close() {
        if (playback != null) {
            playback.close();
        }
    }
}
