package app.promptsparrow.desktop.song.pane;

import app.promptsparrow.desktop.control.Forms;
import app.promptsparrow.desktop.control.Typed;
import app.promptsparrow.desktop.page.Page;
import app.promptsparrow.desktop.song.edit.SongPresenter;
import app.promptsparrow.project.Song;
import app.promptsparrow.project.SongId;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import javafx.scene.control.Button;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.layout.VBox;

/** The song as a whole: its name, its entries as a list, and where to go on from it. */
final class SongPage extends Page {

    private static final double LIST = 200;

    private final SongPresenter presenter;
    private TextField name;
    private Typed<Optional<SongId>> typedName;
    private Button round;
    private ListView<String> list;

    SongPage(SongPresenter presenter) {
        this.presenter = presenter;
    }

    @Override
    protected void build() {
        name = new TextField();
        name.setId("song-name");
        name.setAccessibleText("Name of the song");
        typedName = new Typed<>(name, () -> presenter.song().map(Song::id), (song, typed) -> song.ifPresent(id -> presenter.tools().rename(id, typed)));
        round = Forms.push("", "song-round", presenter.tools()::toggleRound);
        list = new ListView<>();
        list.setId("song-entries");
        list.setAccessibleText("Entries of the song");
        list.getStyleClass().add("monitor-lines");
        list.setPrefHeight(LIST);
        list.setMinHeight(LIST);
        list.setPlaceholder(Forms.second("Nothing is in it yet"));
        list.getSelectionModel().selectedIndexProperty().addListener((observable, was, is) -> {
            if (!isUpdating() && is.intValue() >= 0) {
                presenter.choose(is.intValue(), 1);
            }
        });
        getChildren().addAll(new VBox(4, Forms.second("Name"), name), new VBox(4, Forms.second("At the end"), round), new VBox(4, Forms.second("Entries"), list),
                Forms.row(Forms.push("duplicate", "song-duplicate", presenter.tools()::duplicateSong), Forms.push("delete", "song-delete", presenter.tools()::deleteSong)),
                Forms.push("join equal neighbours", "song-join", presenter::join),
                Forms.push("write out as one pattern", "song-pattern", presenter.tools()::toPattern),
                Forms.gap(), Forms.second("The bars that loop, or the chosen entry"),
                Forms.push("put in again behind the entry", "bars-duplicate", presenter.tools()::duplicateBars),
                Forms.push("place the shown pattern there", "bars-place", presenter.tools()::placeShown),
                Forms.gap(), Forms.second("A new song"),
                Forms.row(Forms.push("of the chain", "song-of-chain", presenter.tools()::fromChain), Forms.push("of this bank", "song-of-bank", presenter.tools()::fromBank)));
    }

    @Override
    protected void update() {
        typedName.show(presenter.song().map(Song::name).orElse(""));
        boolean any = presenter.song().isPresent();
        name.setDisable(!any);
        round.setDisable(!any);
        round.setText(presenter.song().map(Song::round).orElse(false) ? "goes round" : "stops");
        List<String> lines = presenter.map().map(map -> IntStream.range(0, map.song().entries().size()).mapToObj(presenter::line).toList()).orElse(List.of());
        if (!lines.equals(list.getItems())) {
            list.getItems().setAll(lines);
        }
        if (!lines.isEmpty() && list.getSelectionModel().getSelectedIndex() != presenter.index()) {
            list.getSelectionModel().select(presenter.index());
            list.scrollTo(Math.max(0, presenter.index() - 3));
        }
    }
}
