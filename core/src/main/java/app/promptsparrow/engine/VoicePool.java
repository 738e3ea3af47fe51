package app.promptsparrow.engine;

/**
 * {@value #VOICES} voices and a few more for those that fade because they were stolen. Owned by the render thread; the
 * same rule offline, so that an export steals the same voices.
 */
final class VoicePool {

    static final int VOICES = 128;
    private static final int FADING = 32;

    private final Voice[] voices = new Voice[VOICES + FADING];
    private long serial;

    VoicePool() {
        for (int i = 0; i < voices.length; i++) {
            voices[i] = new Voice();
        }
    }

    Voice[] all() {
        return voices;
    }

    /** Another hit, whose layers belong together. */
    long nextHit() {
        return ++serial;
    }

    /**
     * A voice to be started: a free one, after fading out the quietest (of equals the oldest) if too many sound, with the other layers
     * of its hit.
     */
    Voice take(long hit, long frame, double fadeFrames) {
        int sounding = 0;
        Voice free = null;
        Voice quietest = null;
        Voice fading = null;
        for (Voice voice : voices) {
            if (!voice.active) {
                free = free == null ? voice : free;
            } else if (voice.isCut()) {
                fading = quieter(fading, voice);
            } else {
                sounding++;
                quietest = quieter(quietest, voice);
            }
        }
        if (sounding >= VOICES && quietest != null) {
            steal(quietest.serial, frame, fadeFrames);
        }
        Voice taken = free != null ? free : fading;
        taken.serial = hit;
        return taken;
    }

    private void steal(long hit, long frame, double fadeFrames) {
        for (Voice voice : voices) {
            if (voice.active && voice.serial == hit) {
                voice.cut(frame, fadeFrames);
            }
        }
    }

    private static Voice quieter(Voice best, Voice other) {
        if (best == null) {
            return other;
        }
        double difference = other.loudness() - best.loudness();
        return difference < 0 || difference == 0 && other.serial < best.serial ? other : best;
    }
}
