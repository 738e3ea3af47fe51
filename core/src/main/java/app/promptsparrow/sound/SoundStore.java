package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;
import app.promptsparrow.kit.SampleSound;
import app.promptsparrow.kit.ShiftedSound;
import app.promptsparrow.kit.Sound;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sample.SampleFiles;
import app.promptsparrow.sample.SampleReader;
import app.promptsparrow.sample.SoundFileException;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Executor;
import java.util.concurrent.RejectedExecutionException;

/**
 * The frames of sounds at one sample rate, each made once. Safe on any thread.
 *
 * <p>In the background: whoever plays tells which sounds are {@linkplain #want wanted}, in the order in which they will be heard. A
 * worker makes one rendering of each first, then the rest; what is no longer wanted is not gone on with, and what was not wanted for
 * longest is forgotten. On demand, for exports: each rendering is made by the thread that asks for it, so that nothing is rendered
 * that is not heard.
 */
public final class SoundStore {

    /** What is kept of sounds that are not wanted any more: they may be wanted again by an undo or a step back. */
    private static final long KEPT_BYTES = 64L << 20;

    private final int rateHz;
    private final Optional<SoundDisk> disk;
    private final SampleFiles files;
    /** Null on demand. */
    private final Executor worker;
    /** What a sample that cannot be read has for frames. */
    private final SampleBuffer silence = SampleBuffer.mono(new float[1]);
    /** By sound, the one asked for longest ago first. */
    private final Map<Sound, Renderings> all = new LinkedHashMap<>(64, 0.75f, true);
    private final Set<Sound> lookedFor = new HashSet<>();
    private final Map<Sound, String> failures = new ConcurrentHashMap<>();
    private List<Sound> wanted = List.of();
    /** Of these one rendering is enough for now. */
    private List<Sound> soon = List.of();
    private boolean working;
    /** How often samples came that may have been missing. */
    private int arrivals;
    private Runnable whenHeard = () -> { };

    private SoundStore(int rateHz, Executor worker, Optional<SoundDisk> disk, SampleFiles files) {
        this.rateHz = rateHz;
        this.files = files;
        this.worker = worker;
        this.disk = disk;
    }

    /** For exports. */
    public static SoundStore onDemand(int rateHz) {
        return new SoundStore(rateHz, null, Optional.empty(), SampleFiles.NONE);
    }

    /** For exports; sounds that were kept on disk are not rendered. */
    public static SoundStore onDemand(int rateHz, SoundDisk disk, SampleFiles files) {
        return new SoundStore(rateHz, null, Optional.of(disk), files);
    }

    /**
     * For playing.
     *
     * @param worker has a thread for it, which is busy while there is something to make
     * @param disk   where computed sounds are looked for first, and kept once they are whole
     * @param files  where samples are
     */
    public static SoundStore inBackground(int rateHz, Executor worker, Optional<SoundDisk> disk, SampleFiles files) {
        return new SoundStore(rateHz, worker, disk, files);
    }

    public int rateHz() {
        return rateHz;
    }

    /** Run, on the worker, each time a sound can be heard that could not be before. */
    public synchronized void whenHeard(Runnable then) {
        whenHeard = then;
    }

    /** The renderings of a sound that is not live, as far as they are made; the same ones whenever it is asked for. */
    public synchronized Renderings get(Sound of) {
        Sound sound = of.frames();
        Renderings there = all.get(sound);
        if (there == null) {
            there = worker == null ? filledFromDisk(sound) : new Renderings(sound, null);
            all.put(sound, there);
        }
        return there;
    }

    private Renderings filledFromDisk(Sound sound) {
        Renderings made = new Renderings(sound, cell -> render(sound, cell));
        if (disk.isPresent() && sound instanceof Recipe recipe) {
            fill(made, disk.get().read(recipe, rateHz));
        }
        return made;
    }

    private static void fill(Renderings into, List<SampleBuffer> buffers) {
        if (buffers.size() == into.count()) {
            for (int cell = 0; cell < buffers.size(); cell++) {
                into.put(cell, buffers.get(cell));
            }
        }
    }

    private SampleBuffer render(Sound sound, int cell) {
        if (sound instanceof SampleSound sample) {
            return read(sample);
        }
        if (sound instanceof ShiftedSound shifted) {
            SampleBuffer made = made(shifted.of(), cell);
            return made == silence ? silence : PitchShift.of(made, shifted.cents(), rateHz);
        }
        Renderings renderings = get(sound);
        return DrumSynth.render((Recipe) sound, rateHz, renderings.velocityOf(cell), renderings.variationOf(cell));
    }

    /** A rendering of a sound that is there, or made now and kept for the next shift. */
    private SampleBuffer made(Sound sound, int cell) {
        Renderings renderings = get(sound);
        SampleBuffer there = renderings.get(cell);
        return there != null ? there : renderings.putIfMissing(cell, render(sound, cell));
    }

    /** A sample's frames; one that cannot be read is silent, and {@link #failures} tells why. */
    private SampleBuffer read(SampleSound sample) {
        try (InputStream in = files.open(sample.hash())) {
            return SampleReader.read(in, rateHz, () -> false);
        } catch (IOException gone) {
            failures.put(sample, "is not there");
        } catch (SoundFileException damaged) {
            failures.put(sample, damaged.getMessage());
        }
        return silence;
    }

    /** Why a sample could not be read, in a few words that go on behind its name; empty if it could, or was not tried. */
    public Optional<String> failure(SampleSound sample) {
        return Optional.ofNullable(failures.get(sample.frames()));
    }

    /** Whether a sample could not be read. */
    public boolean hasFailures() {
        return !failures.isEmpty();
    }

    /** Takes the frames of a sample that were read already, so that it is heard at once. */
    public void give(SampleSound sample, SampleBuffer frames) {
        synchronized (this) {
            arrivals++;
            forgetSilence(sample.frames());
            get(sample).put(0, frames);
        }
        begin();
    }

    /** Has samples that could not be read be read again, now that files have arrived; what plays them already has them then. */
    public void retryFailures() {
        synchronized (this) {
            arrivals++;
            failures.keySet().forEach(this::forgetSilence);
        }
        begin();
    }

    /** What a sample that could not be read has for frames goes, and that of the same one shifted. */
    private void forgetSilence(Sound sample) {
        failures.remove(sample);
        all.forEach((sound, into) -> {
            for (int cell = 0; sound.unshifted().equals(sample) && cell < into.count(); cell++) {
                if (into.get(cell) == silence) {
                    into.put(cell, null);
                }
            }
        });
    }

    // --- in the background ---

    /** Sounds to be made, those that are heard soonest first, in place of what was wanted before. */
    public void want(List<Sound> inOrder) {
        want(inOrder, List.of());
    }

    /**
     * The same; on demand there is nothing to do.
     *
     * @param next sounds that may be wanted next: one rendering of each is made, so that they are heard at once then
     */
    public void want(List<Sound> inOrder, List<Sound> next) {
        if (worker == null) {
            return;
        }
        synchronized (this) {
            wanted = inOrder.stream().filter(sound -> !sound.isLive()).map(Sound::frames).distinct().toList();
            soon = next.stream().filter(sound -> !sound.isLive()).map(Sound::frames).distinct().toList();
            wanted.forEach(this::get);
            soon.forEach(this::get);
            forget();
        }
        begin();
    }

    /** Sets the worker to work, if there is any. */
    private void begin() {
        synchronized (this) {
            if (worker == null || working || nextJob() == null) {
                return;
            }
            working = true;
        }
        try {
            worker.execute(this::work);
        } catch (RejectedExecutionException closing) {
            stopWorking();
        }
    }

    private synchronized void stopWorking() {
        working = false;
    }

    /** A rendering to be made, or a sound to be looked for on disk if the cell is below 0. @param arrivals how often samples had come by then */
    private record Job(Sound sound, Renderings into, int cell, int arrivals) {
    }

    private synchronized Job nextJob() {
        Job first = firstOf(wanted);
        first = first != null ? first : firstOf(soon);
        if (first != null) {
            return first;
        }
        for (Sound sound : wanted) {
            Renderings into = all.get(sound);
            int missing = into.firstMissing();
            if (missing >= 0) {
                return new Job(sound, into, missing, arrivals);
            }
        }
        return null;
    }

    /** The first rendering of a sound that has none; null if all have one. */
    private Job firstOf(List<Sound> sounds) {
        for (Sound sound : sounds) {
            Renderings into = all.get(sound);
            if (!into.isReady()) {
                return new Job(sound, into, disk.isPresent() && sound instanceof Recipe && !lookedFor.contains(sound) ? -1 : into.firstCell(), arrivals);
            }
        }
        return null;
    }

    private synchronized Job nextJobOrStop() {
        Job job = nextJob();
        working = job != null;
        if (job != null && job.cell < 0) {
            lookedFor.add(job.sound);
        }
        return job;
    }

    private void work() {
        try {
            for (Job job = nextJobOrStop(); job != null; job = nextJobOrStop()) {
                boolean wasReady = job.into.isReady();
                if (job.cell < 0) {
                    fill(job.into, disk.orElseThrow().read((Recipe) job.sound, rateHz));
                } else {
                    put(job, render(job.sound, job.cell));
                    keepIfWhole(job);
                }
                if (!wasReady && job.into.isReady()) {
                    listener().run();
                }
            }
        } catch (RuntimeException | Error fault) {
            stopWorking();
            throw fault;
        }
    }

    /** What was made is kept, unless a sample was not there that was given meanwhile, or that may be there by now: then it is made anew. */
    private synchronized void put(Job job, SampleBuffer made) {
        Sound of = job.sound.unshifted();
        if (made == silence && job.arrivals != arrivals) {
            forgetSilence(of);
            return;
        }
        job.into.putIfMissing(job.cell, made);
        if (get(of).get(0) != silence) {
            failures.remove(of);
        }
    }

    private synchronized Runnable listener() {
        return whenHeard;
    }

    private void keepIfWhole(Job job) {
        if (disk.isPresent() && job.sound instanceof Recipe recipe && job.into.isWhole()) {
            List<SampleBuffer> buffers = new ArrayList<>();
            for (int cell = 0; cell < job.into.count(); cell++) {
                buffers.add(job.into.get(cell));
            }
            disk.get().write(recipe, rateHz, buffers);
        }
    }

    private void forget() {
        Set<Sound> needed = new HashSet<>(wanted);
        needed.addAll(soon);
        long bytes = all.entrySet().stream().filter(entry -> !needed.contains(entry.getKey())).mapToLong(entry -> entry.getValue().bytes()).sum();
        for (Sound sound : List.copyOf(all.keySet())) {
            if (bytes <= KEPT_BYTES) {
                return;
            }
            if (!needed.contains(sound)) {
                bytes -= all.remove(sound).bytes();
                lookedFor.remove(sound);
            }
        }
    }

    /** What all sounds take outside the heap. */
    public synchronized long bytes() {
        return all.values().stream().mapToLong(Renderings::bytes).sum();
    }
}
