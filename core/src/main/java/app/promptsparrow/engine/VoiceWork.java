package app.promptsparrow.engine;

import app.promptsparrow.sound.Sinc;

/** Room that all voices work in, one after the other. Owned by the render thread. */
final class VoiceWork {

    /** The most frames of a sound that are read at once for a pitched voice. */
    static final int SOURCE = 1_024;

    final float[] left = new float[Mixer.SPAN];
    final float[] right = new float[Mixer.SPAN];
    final float[] source = new float[SOURCE + Sinc.TAPS];
}
