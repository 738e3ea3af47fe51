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

    /** A voice to be started: a free one, after fading out the quietest (of equals the oldest) if too many sound. */
    Voice take(long frame, double fadeFrames) {
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
            quietest.cut(frame, fadeFrames);
        }
        Voice taken = free != null ? free : fading;
        taken.serial = ++serial;
        return taken;
    }

    private static Voice quieter(Voice best, Voice other) {
        if (best == null) {
            return other;
        }
        double difference = other.loudness() - best.loudness();
        return difference < 0 || difference == 0 && other.serial < best.serial ? other : best;
    }
}
