package app.promptsparrow.engine;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.promptsparrow.kit.Sound;
import app.promptsparrow.sample.SampleBuffer;
import app.promptsparrow.sound.Renderings;
import app.promptsparrow.sound.SoundStore;

/** Sounds whose every frame is known, for tests of the engine. */
final class Tones {

    private Tones() {
    }

    /** A store in which one sound is a tone on both sides, and every other is silent. */
    static SoundStore store(Sound of, float[] tone, int rateHz) {
        Renderings tones = renderings(SampleBuffer.stereo(tone, tone));
        Renderings silences = renderings(SampleBuffer.mono(new float[100]));
        SoundStore store = mock(SoundStore.class);
        when(store.rateHz()).thenReturn(rateHz);
        when(store.get(any())).thenAnswer(asked -> asked.getArgument(0).equals(of) ? tones : silences);
        return store;
    }

    private static Renderings renderings(SampleBuffer sound) {
        Renderings made = mock(Renderings.class);
        when(made.at(anyInt(), anyLong())).thenReturn(sound);
        when(made.isReady()).thenReturn(true);
        return made;
    }
}
