package app.promptsparrow.sound;

/** The fast Fourier transform, for measuring. Pure function. */
final class Fft {

    private Fft() {
    }

    /** In place; the length is a power of two (J. Cooley and J. Tukey, 1965). */
    static void transform(double[] re, double[] im) {
        int n = re.length;
        for (int i = 1, j = 0; i < n; i++) {
            int bit = n >> 1;
            for (; (j & bit) != 0; bit >>= 1) {
                j ^= bit;
            }
            j ^= bit;
            if (i < j) {
                swap(re, i, j);
                swap(im, i, j);
            }
        }
        for (int size = 2; size <= n; size *= 2) {
            double step = -2 * StrictMath.PI / size;
            for (int k = 0; k < size / 2; k++) {
                double cos = Math.cos(step * k);
                double sin = Math.sin(step * k);
                for (int a = k; a < n; a += size) {
                    int b = a + size / 2;
                    double x = re[b] * cos - im[b] * sin;
                    double y = re[b] * sin + im[b] * cos;
                    re[b] = re[a] - x;
                    im[b] = im[a] - y;
                    re[a] += x;
                    im[a] += y;
                }
            }
        }
    }

    private static void swap(double[] values, int i, int j) {
        double swap = values[i];
        values[i] = values[j];
        values[j] = swap;
    }
}
