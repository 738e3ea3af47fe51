package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Menus;
import app.promptsparrow.desktop.control.ValueField;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.pattern.PatternId;
import app.promptsparrow.project.Rest;
import app.promptsparrow.project.Song;
import app.promptsparrow.score.SongMap;
import app.promptsparrow.text.Plural;
import java.util.LinkedHashMap;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.layout.VBox;

/** The chosen entry in numbers, and what can be done with it. */
final class EntryPage extends Page {

    private final SongPresenter presenter;
    private Label title;
    private Label facts;
    private ValueField repeats;
    private MenuButton fill;
    private Label rests;
    private Label lasts;
    private Button show;
    private VBox all;
    private Label none;

    EntryPage(SongPresenter presenter) {
        this.presenter = presenter;
    }

    @Override
    protected void build() {
        title = Forms.strong("");
        title.setId("entry-title");
        facts = Forms.second("");
        facts.setId("entry-facts");
        repeats = ValueField.whole("Repeats", 1, Song.MAX_REPEATS, 1, "");
        repeats.textField().setId("entry-repeats");
        repeats.onAsk(presenter::place, (place, value, gesture) -> place.ifPresent(of -> presenter.setRepeats(of, (int) Math.round(value), gesture)));
        fill = new MenuButton();
        fill.setId("entry-fill-choice");
        fill.setMaxWidth(Double.MAX_VALUE);
        fill.getItems().add(Menus.item("fill-none", "none", () -> presenter.setFill(Optional.empty())));
        fill.setOnShowing(event -> fillFills());
        rests = Forms.strong("");
        rests.setId("entry-rests");
        rests.setWrapText(true);
        lasts = Forms.second("");
        lasts.setWrapText(true);
        show = Forms.push("", "entry-show-pattern", presenter::showPattern);
        none = Forms.second("Nothing is in the song yet. Drag slots or a bank's name into it, or press Enter to put the shown pattern in.");
        none.setWrapText(true);
        all = new VBox(9, new VBox(1, title, facts), repeats, new VBox(4, Forms.second("Fill on the last repeat"), fill), new VBox(2, Forms.second("Rows that rest here"), rests), lasts,
                Forms.row(Forms.push("duplicate", "entry-duplicate-press", presenter::duplicate), Forms.push("split here", "entry-split-press", presenter::split)),
                Forms.row(Forms.push("earlier", "entry-earlier", () -> presenter.move(-1)), Forms.push("later", "entry-later", () -> presenter.move(1))),
                Forms.row(Forms.push("take out", "entry-remove-press", presenter::remove), Forms.push("play from here", "entry-play-press", presenter::playFromChosen)), show);
        getChildren().addAll(none, all);
    }

    private void fillFills() {
        fill.getItems().setAll(Menus.item("fill-none", "none", () -> presenter.setFill(Optional.empty())));
        presenter.entry().ifPresent(entry -> {
            for (PatternId id : presenter.fills(entry)) {
                fill.getItems().add(Menus.item("fill-" + id.value(), presenter.name(id), () -> presenter.setFill(Optional.of(id))));
            }
        });
    }

    @Override
    protected void update() {
        Optional<Song.Entry> entry = presenter.entry();
        Forms.showIf(entry.isPresent(), all);
        Forms.showIf(entry.isEmpty(), none);
        entry.ifPresent(this::show);
    }

    private void show(Song.Entry entry) {
        SongMap map = presenter.map().orElseThrow();
        int index = presenter.index();
        title.setText(presenter.name(entry.pattern()));
        facts.setText("entry " + (index + 1) + " of " + map.song().entries().size() + " · bars " + map.firstBar(index) + " to " + map.lastBar(index)
                + (entry.repeats() > 1 ? " · pass " + presenter.pass() : ""));
        repeats.show(entry.repeats());
        fill.setText(entry.fill().map(presenter::name).orElse("none"));
        String names = entry.rests().stream().collect(Collectors.groupingBy(Rest::row, LinkedHashMap::new, Collectors.mapping(rest -> passes(rest, entry.repeats()), Collectors.joining(", "))))
                .entrySet().stream().map(row -> presenter.chosen().rowName(row.getKey()) + row.getValue()).collect(Collectors.joining("\n"));
        rests.setText(names.isEmpty() ? "none" : names);
        long bars = map.lastBar(index) - map.firstBar(index) + 1;
        boolean loose = presenter.session().project().isLoose(entry.pattern());
        lasts.setText("Lasts " + Plural.of(bars, "bar") + ", " + presenter.minutes(map.end(index) - map.start(index)) + (loose ? ". Its free lanes begin anew at each entry." : ""));
        show.setText("show " + presenter.name(entry.patternOf(presenter.pass())));
    }

    private static String passes(Rest rest, int repeats) {
        if (rest.first() == 1 && rest.last() >= repeats) {
            return "";
        }
        int last = Math.min(rest.last(), repeats);
        return rest.first() > repeats ? " (beyond)" : rest.first() == last ? " in pass " + last : " in passes " + rest.first() + " to " + last;
    }
}
