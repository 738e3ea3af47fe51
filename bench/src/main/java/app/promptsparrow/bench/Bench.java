package app.promptsparrow.bench;

import com.fasterxml.jackson.databind.ObjectMapper;
import com.fasterxml.jackson.databind.SerializationFeature;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Runs all measurements: {@code [--quick] [--only PART] [--json FILE]}; with {@code --profile} tells instead where the
 * start goes. Quick takes about a minute and a half. */
public final class Bench {

    private Bench() {
    }

    public static void main(String[] arguments) throws Exception {
        boolean quick = false;
        Path json = null;
        String only = "";
        for (int i = 0; i < arguments.length; i++) {
            if (arguments[i].equals("--quick")) {
                quick = true;
            } else if (arguments[i].equals("--profile")) {
                WindowBench.profile();
                return;
            } else if (arguments[i].equals("--json") && i + 1 < arguments.length) {
                json = Path.of(arguments[++i]);
            } else if (arguments[i].equals("--only") && i + 1 < arguments.length) {
                only = arguments[++i];
            } else {
                System.err.println("usage: bench/run [--quick] [--only engine|edit|kit|paint|window|time|output|read|long] [--json FILE], or --only window --profile");
                System.exit(2);
            }
        }
        List<Figure> figures = new ArrayList<>();
        Map<String, Measured> all = new LinkedHashMap<>();
        all.put("window", WindowBench::run);
        all.put("paint", PaintBench::run);
        all.put("kit", KitBench::run);
        all.put("engine", EngineBench::run);
        all.put("edit", EditBench::run);
        all.put("time", TimeBench::run);
        all.put("output", OutputBench::run);
        all.put("read", ReadBench::run);
        all.put("long", LongBench::run);
        for (Map.Entry<String, Measured> part : all.entrySet()) {
            if (only.isEmpty() || only.equals(part.getKey())) {
                add(figures, part.getValue().run(quick));
            }
        }
        if (json != null) {
            new ObjectMapper().enable(SerializationFeature.INDENT_OUTPUT).writeValue(json.toFile(), figures);
        }
        System.exit(figures.stream().allMatch(Figure::ok) ? 0 : 1);
    }

    private interface Measured {
        List<Figure> run(boolean quick) throws Exception;
    }

    private static void add(List<Figure> figures, List<Figure> more) {
        for (Figure f : more) {
            figures.add(f);
            System.out.printf(Locale.ROOT, "%-16s %-62s %10.3f %-7s %-10s %s%n", f.id(), f.name(), f.value(), f.unit(), f.target(),
                    f.target().isEmpty() ? "" : f.ok() ? "ok" : "MISSED");
        }
    }

    /** The middle of some values, which are sorted on the way. */
    static double median(double... values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        int half = sorted.length / 2;
        return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
    }
}
