package app.promptsparrow.sound;

import app.promptsparrow.kit.Recipe;
import app.promptsparrow.sample.SampleBuffer;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HexFormat;
import java.util.List;
import java.util.stream.Stream;
import java.util.zip.CRC32C;

/**
 * * Rendered recipes kept in a folder from one start to the next: a file each with all their renderings, named by the SHA-256 of the
 * recipe, the rate and the
 * version of the models. Whatever is wrong with a file or the folder means that the sound is rendered again. What was not used for
 * longest goes first when there is more than {@value #MOST_BYTES} bytes. Safe on any thread, and for several programs at once.
 */
public final class SoundDisk {

    static final long MOST_BYTES = 512L << 20;

    private static final int MAGIC = 0x50535332; // PSS2
    private static final int HEAD_BYTES = 16;
    private static final int MOST_RENDERINGS = 64;
    private static final String ENDING = ".frames";
    /** Of what is being written; one that was cut off goes in its turn like a sound. */
    private static final String BEGUN = ".part";
    /** A file that is used is marked so at most once a day. */
    private static final Duration MARKED = Duration.ofDays(1);

    private final Path folder;
    private final long mostBytes;

    public SoundDisk(Path folder) {
        this(folder, MOST_BYTES);
    }

    SoundDisk(Path folder, long mostBytes) {
        this.folder = folder;
        this.mostBytes = mostBytes;
    }

    /** The renderings of a recipe as they were made before, in their order; empty if they are not there, or not whole. */
    List<SampleBuffer> read(Recipe recipe, int rateHz) {
        Path file = file(recipe, rateHz);
        try (FileChannel in = FileChannel.open(file)) {
            ByteBuffer bytes = ByteBuffer.allocateDirect(Math.toIntExact(in.size())).order(ByteOrder.LITTLE_ENDIAN);
            while (bytes.hasRemaining() && in.read(bytes) >= 0) {
                // until all of it is there
            }
            List<SampleBuffer> renderings = bytes.hasRemaining() ? List.of() : parse(bytes.flip());
            mark(file);
            return renderings;
        } catch (IOException | RuntimeException | OutOfMemoryError unreadable) {
            return List.of();
        }
    }

    /** All renderings share the memory that was read. */
    private static List<SampleBuffer> parse(ByteBuffer bytes) {
        if (bytes.remaining() < HEAD_BYTES || bytes.getInt() != MAGIC) {
            return List.of();
        }
        int count = bytes.getInt();
        long sum = bytes.getLong();
        if (count < 1 || count > MOST_RENDERINGS || sum != sum(bytes) || ByteOrder.nativeOrder() != ByteOrder.LITTLE_ENDIAN) {
            return List.of();
        }
        int[] frames = new int[count];
        boolean[] stereo = new boolean[count];
        long values = 0;
        for (int i = 0; i < count; i++) {
            frames[i] = bytes.getInt();
            stereo[i] = bytes.getInt() == 2;
            values += (long) frames[i] * (stereo[i] ? 2 : 1);
        }
        if (bytes.remaining() != values * Float.BYTES) {
            return List.of();
        }
        FloatBuffer floats = bytes.slice().order(ByteOrder.LITTLE_ENDIAN).asFloatBuffer();
        List<SampleBuffer> renderings = new ArrayList<>();
        int at = 0;
        for (int i = 0; i < count; i++) {
            int length = frames[i] * (stereo[i] ? 2 : 1);
            renderings.add(SampleBuffer.of(floats.slice(at, length), frames[i], stereo[i]));
            at += length;
        }
        return renderings;
    }

    private static void mark(Path file) throws IOException {
        Instant now = Instant.now();
        if (Files.getLastModifiedTime(file).toInstant().isBefore(now.minus(MARKED))) {
            Files.setLastModifiedTime(file, FileTime.from(now));
        }
    }

    /** Keeps the renderings of a recipe; if that cannot be, nothing happens. */
    void write(Recipe recipe, int rateHz, List<SampleBuffer> renderings) {
        long values = renderings.stream().mapToLong(one -> one.bytes() / Float.BYTES).sum();
        ByteBuffer bytes = ByteBuffer.allocateDirect(Math.toIntExact(HEAD_BYTES + 8L * renderings.size() + values * Float.BYTES)).order(ByteOrder.LITTLE_ENDIAN);
        bytes.position(HEAD_BYTES);
        renderings.forEach(one -> bytes.putInt(one.frames()).putInt(one.isStereo() ? 2 : 1));
        FloatBuffer floats = bytes.asFloatBuffer();
        for (SampleBuffer one : renderings) {
            floats.put(one.leftCopy());
            if (one.isStereo()) {
                floats.put(one.rightCopy());
            }
        }
        bytes.position(HEAD_BYTES);
        bytes.putInt(0, MAGIC).putInt(Integer.BYTES, renderings.size()).putLong(2 * Integer.BYTES, sum(bytes));
        bytes.position(0);
        try {
            Files.createDirectories(folder);
            Path beside = Files.createTempFile(folder, "new", BEGUN);
            try {
                try (FileChannel out = FileChannel.open(beside, StandardOpenOption.WRITE)) {
                    while (bytes.hasRemaining()) {
                        out.write(bytes);
                    }
                }
                Files.move(beside, file(recipe, rateHz), StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            } finally {
                Files.deleteIfExists(beside);
            }
            makeRoom();
        } catch (IOException notKept) {
            // a full disk or a folder that is not ours: the sound is rendered again next time
        }
    }

    private static long sum(ByteBuffer from) {
        CRC32C sum = new CRC32C();
        sum.update(from.duplicate());
        return sum.getValue();
    }

    private void makeRoom() throws IOException {
        record Kept(Path path, long bytes, FileTime used) {
        }
        List<Kept> all;
        try (Stream<Path> files = Files.list(folder)) {
            all = files.filter(file -> file.toString().endsWith(ENDING) || file.toString().endsWith(BEGUN)).flatMap(file -> {
                try {
                    return Stream.of(new Kept(file, Files.size(file), Files.getLastModifiedTime(file)));
                } catch (IOException gone) {
                    return Stream.empty(); // by another program that makes room
                }
            }).sorted(Comparator.comparing(Kept::used)).toList();
        }
        long bytes = all.stream().mapToLong(Kept::bytes).sum();
        for (int i = 0; i < all.size() && bytes > mostBytes; i++) {
            Files.deleteIfExists(all.get(i).path);
            bytes -= all.get(i).bytes;
        }
    }

    private Path file(Recipe recipe, int rateHz) {
        String meant = DrumSynth.VERSION + " " + rateHz + " " + recipe.model().key() + " " + recipe.values();
        try {
            byte[] digest = MessageDigest.getInstance("SHA-256").digest(meant.getBytes(StandardCharsets.UTF_8));
            return folder.resolve(HexFormat.of().formatHex(digest) + ENDING);
        } catch (NoSuchAlgorithmException impossible) {
            throw new IllegalStateException(impossible); // every JDK has it
        }
    }
}
