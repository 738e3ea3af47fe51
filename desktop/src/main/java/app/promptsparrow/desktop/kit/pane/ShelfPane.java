package app.promptsparrow.desktop.kit.pane;

import app.promptsparrow.desktop.control.DirectScroll;
import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Icons;
import app.promptsparrow.desktop.control.Styles;
import app.promptsparrow.desktop.control.Tips;
import app.promptsparrow.desktop.kit.edit.KitPresenter;
import app.promptsparrow.desktop.kit.edit.Shelf;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.kordamp.ikonli.feather.Feather;

/** The shelf of sounds for the chosen row: arrow keys put each on it while the beat plays. */
final class ShelfPane extends VBox {

    private final KitPresenter presenter;
    private final Shelf shelf;
    private final TextField search = new TextField();
    private final Map<Shelf.Filter, ToggleButton> filters = new EnumMap<>(Shelf.Filter.class);
    private final Label count = Forms.second("");
    private final VBox list = new VBox(1);
    private final DirectScroll scroll = new DirectScroll();
    private List<Shelf.Entry> shown = List.of();
    private final List<Line> lines = new ArrayList<>();

    /** A sound on the shelf. */
    private final class Line extends HBox {
        private final ToggleButton favourite = new ToggleButton("", Icons.of(Feather.HEART, "shelf-heart"));

        Line(Shelf.Entry entry, int index) {
            super(6);
            setAlignment(Pos.CENTER_LEFT);
            getStyleClass().add("shelf-line");
            setId("sound-" + index);
            Label name = new Label(entry.name());
            Label from = Forms.second(entry.from());
            from.setWrapText(false);
            from.setMinWidth(0);
            Region gap = new Region();
            HBox.setHgrow(gap, Priority.ALWAYS);
            favourite.getStyleClass().add("shelf-favourite");
            favourite.setFocusTraversable(false);
            favourite.setAccessibleText("Favourite: " + entry.name() + " of " + entry.from());
            Tips.on(favourite, "A favourite or not");
            favourite.setOnAction(event -> shelf.toggleFavourite(entry));
            getChildren().addAll(name, from, gap, favourite);
            setOnMousePressed(event -> {
                shelf.attempt(index);
                if (event.getClickCount() == 2) {
                    shelf.keep();
                }
            });
        }
    }

    ShelfPane(KitPresenter presenter, Shelf shelf) {
        super(8);
        this.presenter = presenter;
        this.shelf = shelf;
        getStyleClass().add("inspector");
        setId("shelf");
        setMinWidth(200);
        setPrefWidth(300);
        setMaxWidth(300);
        Label title = Forms.strong("Sounds");
        Label how = Forms.second("← → try · Enter keeps · Escape puts back");
        how.setWrapText(false);
        how.setMinWidth(0);
        title.setMinWidth(Region.USE_PREF_SIZE);
        HBox head = new HBox(10, title, how);
        head.setAlignment(Pos.BASELINE_LEFT);
        search.setId("shelf-search");
        search.setPromptText("find a sound, such as: rope bell");
        search.setAccessibleText("Find a sound");
        search.textProperty().addListener((observable, was, is) -> shelf.search(is));
        search.addEventHandler(KeyEvent.KEY_PRESSED, event -> {
            if (event.getCode() == KeyCode.DOWN || event.getCode() == KeyCode.UP) {
                shelf.step(event.getCode() == KeyCode.DOWN ? 1 : -1);
                event.consume();
            } else if (event.getCode() == KeyCode.ESCAPE && !search.getText().isEmpty()) {
                search.clear();
            }
        });
        HBox choices = new HBox(4);
        for (Shelf.Filter filter : Shelf.Filter.values()) {
            ToggleButton choice = Forms.choice("", () -> shelf.setFilter(filter));
            choice.setId("shelf-" + filter.name().toLowerCase(Locale.ROOT));
            filters.put(filter, choice);
            choices.getChildren().add(choice);
        }
        scroll.setContent(list);
        VBox.setVgrow(scroll, Priority.ALWAYS);
        Button file = Forms.push("a sound file …", "shelf-file", presenter.rowEditor()::bringOntoChosen);
        Tips.on(file, "Put a WAV, AIFF, AU, FLAC, Ogg Vorbis or MP3 file on the row; files can also be dropped on a row, or below the last one");
        Label drop = Forms.second("or drop files on a row or below");
        drop.setWrapText(false);
        drop.setMinWidth(0);
        HBox own = new HBox(8, file, drop);
        own.setAlignment(Pos.CENTER_LEFT);
        HBox.setHgrow(file, Priority.NEVER);
        getChildren().addAll(head, search, choices, count, scroll, own);
    }

    void focusSearch() {
        search.requestFocus();
    }

    void update() {
        List<Shelf.Entry> entries = shelf.entries();
        String family = presenter.chosen().row().family().title();
        filters.get(Shelf.Filter.FAMILY).setText(family.equals("bass") ? "basses" : family.equals("percussion") || family.equals("other") ? family : family + "s");
        filters.get(Shelf.Filter.ALL).setText("all");
        filters.get(Shelf.Filter.FAVOURITES).setText("favourites");
        filters.forEach((filter, choice) -> choice.setSelected(filter == shelf.filter()));
        count.setText(entries.isEmpty() ? shelf.filter() == Shelf.Filter.FAVOURITES ? "no favourite yet: press the heart of a sound" : "nothing is called so"
                : entries.size() + (entries.size() == 1 ? " sound" : " sounds"));
        if (!entries.equals(shown)) {
            shown = entries;
            lines.clear();
            for (int i = 0; i < entries.size(); i++) {
                lines.add(new Line(entries.get(i), i));
            }
            list.getChildren().setAll(lines);
        }
        int now = shelf.index();
        for (int i = 0; i < lines.size(); i++) {
            Styles.toggle(lines.get(i), "chosen", i == now);
            lines.get(i).favourite.setSelected(shelf.isFavourite(entries.get(i)));
        }
        if (now >= 0) {
            scroll.reveal(lines.get(now));
        }
    }
}
