package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.slots.Miniatures;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.desktop.song.edit.Timeline;
import app.promptsparrow.desktop.theme.Theme;
import app.promptsparrow.pattern.Pattern;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.score.Source;
import java.util.List;
import java.util.Optional;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;

/** The song's ruler and its blocks as pixels: what is in view, and nothing else, however long the song is. */
final class BlocksPicture {

    static final double RULER = 36;
    static final double TOP = 46;
    static final double HEIGHT = 66;
    private static final double NAME = 22;
    private static final double ROUND = 8;
    /** Bars that are told lie at least so far apart. */
    private static final double APART = 62;
    /** Narrower passes have no miniature. */
    private static final double SMALLEST_PASS = 12;
    private static final double SMALLEST_NAME = 34;
    private static final Font SMALL = Font.font("IBM Plex Sans", 11);
    private static final Font STRONG = Font.font("IBM Plex Sans SemiBold", 12);
    private static final List<Integer> EVERY = List.of(1, 2, 4, 8, 16, 32, 64, 128, 256, 512, 1_024, 4_096, 16_384, 65_536, 262_144, 1_048_576, 16_777_216, 268_435_456);

    private final SongPresenter presenter;
    private final Timeline timeline;
    private final Miniatures miniatures = new Miniatures();
    private double scale = 1;

    BlocksPicture(SongPresenter presenter) {
        this.presenter = presenter;
        timeline = presenter.timeline();
    }

    /** @param pixelScale device pixels a pixel */
    void draw(GraphicsContext g, Theme theme, double pixelScale, double width, double height) {
        scale = pixelScale;
        g.clearRect(0, 0, width, height);
        Optional<SongMap> map = presenter.map();
        if (map.isEmpty()) {
            return;
        }
        g.save();
        g.beginPath();
        g.rect(0, 0, width, height);
        g.clip();
        ruler(g, theme, map.get(), width, height);
        for (int entry = map.get().at(timeline.units(0)).entry(); entry < map.get().song().entries().size() && timeline.x(map.get().start(entry)) < width; entry++) {
            block(g, theme, map.get(), entry);
        }
        g.restore();
    }

    private void ruler(GraphicsContext g, Theme theme, SongMap map, double width, double height) {
        double barWidth = timeline.pixels(map.length()) / map.bars();
        int every = EVERY.stream().filter(n -> n * barWidth >= APART).findFirst().orElse(EVERY.get(EVERY.size() - 1));
        long first = (map.barAt(timeline.units(0)) - 1) / every * every + 1;
        double free = 0;
        for (long bar = first; bar <= map.bars(); bar += every) {
            double x = Math.round(timeline.x(map.barStart(bar)));
            if (x > width) {
                break;
            }
            g.setFill(theme.color("wire"));
            g.fillRect(x, RULER, 1, height - RULER);
            if (x >= free && x > -APART) {
                g.setFont(STRONG);
                g.setFill(theme.color("text"));
                g.fillText((bar == 1 ? "bar " : "") + bar, x, 13);
                g.setFont(SMALL);
                g.setFill(theme.color("second"));
                g.fillText(presenter.minutes(map.barStart(bar)), x, 28);
                free = x + APART * 0.8;
            }
        }
        presenter.playing().songLoop().ifPresent(loop -> loop(g, theme, loop));
    }

    private void loop(GraphicsContext g, Theme theme, Source.OfSong.Span loop) {
        double from = timeline.x(loop.from());
        g.setFill(theme.color("on"));
        g.fillRoundRect(from, RULER + 1, Math.max(3, timeline.x(loop.to()) - from), 4, 4, 4);
    }

    private void block(GraphicsContext g, Theme theme, SongMap map, int index) {
        Song.Entry entry = map.song().entries().get(index);
        double left = timeline.x(map.start(index)) + 1;
        double width = Math.max(1, timeline.x(map.end(index)) - left - 1);
        boolean chosen = index == presenter.index();
        g.setFill(theme.color(chosen ? "raised" : "panel"));
        g.fillRoundRect(left, TOP, width, HEIGHT, ROUND * 2, ROUND * 2);
        passes(g, theme, map, index, entry);
        if (chosen) {
            g.setStroke(theme.color("on"));
            g.setLineWidth(2);
            g.strokeRoundRect(left, TOP, width, HEIGHT, ROUND * 2, ROUND * 2);
        }
        if (width < SMALLEST_NAME) {
            return;
        }
        String times = entry.repeats() == 1 ? "" : "×" + entry.repeats();
        double shown = Math.max(left, 0); // the name stays in view while its block does
        double room = left + width - shown - 16 - times.length() * 7.0;
        g.setFont(STRONG);
        g.setFill(theme.color("text"));
        g.fillText(fitting(presenter.name(entry.pattern()), room), shown + 8, TOP + 15);
        g.setFont(SMALL);
        g.setFill(theme.color("second"));
        g.fillText(times, left + width - 8 - times.length() * 6.4, TOP + 15);
    }

    /** As much of a name as there is room for; a character takes about seven pixels. */
    private static String fitting(String name, double room) {
        int most = (int) Math.max(0, room / 7);
        return name.length() <= most ? name : most < 2 ? "" : name.substring(0, most - 1) + "…";
    }

    private void passes(GraphicsContext g, Theme theme, SongMap map, int index, Song.Entry entry) {
        double passWidth = timeline.pixels(map.passEnd(index, 1) - map.passStart(index, 1));
        int first = Math.max(1, map.at(timeline.units(0)).entry() == index ? map.at(timeline.units(0)).pass() : 1);
        for (int pass = first; pass <= entry.repeats(); pass++) {
            double left = timeline.x(map.passStart(index, pass));
            double right = timeline.x(map.passEnd(index, pass));
            if (left > timeline.width()) {
                return;
            }
            boolean fill = pass == entry.repeats() && entry.fill().isPresent();
            if (fill) {
                g.setFill(alpha(theme.color("now"), 0.22));
                g.fillRoundRect(left + 1, TOP + NAME, right - left - 3, HEIGHT - NAME - 3, ROUND, ROUND);
            }
            if (index == presenter.index() && pass == presenter.pass() && entry.repeats() > 1) {
                g.setFill(theme.color("on"));
                g.fillRect(left + 3, TOP + HEIGHT - 3, Math.max(1, right - left - 6), 2);
            }
            if (right - left >= SMALLEST_PASS) {
                Pattern pattern = presenter.session().project().pattern(entry.patternOf(pass)).orElseThrow();
                miniatures.draw(g, presenter.session().project(), pattern, theme, scale, left + 4, TOP + NAME + 3, right - left - 7, HEIGHT - NAME - 10, entry.resting(pass));
                if (fill && right - left >= SMALLEST_NAME) {
                    g.setFill(alpha(theme.color("panel"), 0.85)); // over the dots, which would stand in the word
                    g.fillRoundRect(left + 2, TOP + HEIGHT - 17, 24, 14, ROUND, ROUND);
                    g.setFont(SMALL);
                    g.setFill(theme.color("now"));
                    g.fillText("fill", left + 6, TOP + HEIGHT - 6);
                }
                if (pass > 1) {
                    g.setFill(theme.color("wire"));
                    g.fillRect(Math.round(left), TOP + NAME, 1, HEIGHT - NAME - 4);
                }
            } else if (!fill && entry.repeats() > 1 && passWidth < SMALLEST_PASS) {
                plain(g, theme, map, index, entry, left);
                pass = entry.repeats() - (entry.fill().isPresent() ? 1 : 0); // too many to be told apart: one ground for all
            }
        }
    }

    private void plain(GraphicsContext g, Theme theme, SongMap map, int index, Song.Entry entry, double left) {
        long end = entry.fill().isPresent() ? map.passStart(index, entry.repeats()) : map.end(index);
        g.setFill(theme.color("wire"));
        double from = Math.max(left + 4, 4);
        g.fillRect(from, TOP + NAME + 18, Math.max(1, Math.min(timeline.width(), timeline.x(end)) - from - 5), 2);
    }

    static Color alpha(Color color, double alpha) {
        return new Color(color.getRed(), color.getGreen(), color.getBlue(), alpha);
    }
}
