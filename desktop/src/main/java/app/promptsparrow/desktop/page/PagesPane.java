package app.promptsparrow.desktop.page;

import app.promptsparrow.desktop.control.DirectScroll;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.Parent;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;

/** Pages under tabs, of which one is shown: what is chosen, in numbers, at the right of a view. */
public class PagesPane extends VBox {

    public static final double WIDTH = 236;

    private final List<Page> pages;
    private final List<ToggleButton> tabs = new ArrayList<>();
    private final DirectScroll scroll = new DirectScroll();
    private int shown;

    /** @param titles a word for each page */
    public PagesPane(List<String> titles, List<? extends Page> pages) {
        this.pages = List.copyOf(pages);
        getStyleClass().add("inspector");
        setMinWidth(WIDTH);
        setPrefWidth(WIDTH);
        setMaxWidth(WIDTH);
        HBox tabLine = new HBox(0);
        for (int i = 0; i < titles.size(); i++) {
            tabLine.getChildren().add(tab(titles.get(i), i));
        }
        VBox.setVgrow(scroll, Priority.ALWAYS);
        getChildren().addAll(tabLine, scroll);
        show(0);
    }

    private ToggleButton tab(String title, int index) {
        ToggleButton tab = new ToggleButton(title);
        tab.getStyleClass().add("inspector-tab");
        tab.setId("tab-" + title.toLowerCase(Locale.ROOT));
        tab.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(tab, Priority.ALWAYS);
        tab.setOnAction(event -> show(index));
        tabs.add(tab);
        return tab;
    }

    /** Shows a page and gives the keyboard to its first control. */
    public void focus(int index) {
        show(index);
        firstControl(pages.get(index)).ifPresent(Node::requestFocus);
    }

    private static Optional<Node> firstControl(Parent page) {
        for (Node node : page.getChildrenUnmodifiable()) {
            if (node.isVisible() && !node.isDisabled()) {
                Optional<Node> found = node.isFocusTraversable() ? Optional.of(node) : node instanceof Parent parent ? firstControl(parent) : Optional.empty();
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return Optional.empty();
    }

    public final void show(int index) {
        shown = index;
        scroll.setContent(pages.get(index));
        pages.get(index).bringUpToDate();
        for (int i = 0; i < tabs.size(); i++) {
            tabs.get(i).setSelected(i == index);
        }
    }

    /** Brings the shown page up to date, or none of them while there is nothing to be told. */
    public void update(boolean any) {
        scroll.setVisible(any);
        tabs.forEach(tab -> tab.setDisable(!any));
        if (any) {
            pages.get(shown).bringUpToDate();
        }
    }
}
