package app.promptsparrow.desktop.control;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import javafx.collections.ObservableList;
import javafx.scene.Node;
import javafx.scene.layout.VBox;

/**
 * Puts many nodes that change often into small groups. The toolkit takes a parent with more than twelve changed children
 * for changed as a whole, and would repaint all of its width and height.
 */
public final class Clusters {

    private static final int SIZE = 8;

    private Clusters() {
    }

    /** The nodes in order, eight in each group. */
    public static <N extends Node, G> List<G> of(List<N> nodes, Function<List<N>, G> group) {
        List<G> groups = new ArrayList<>();
        for (int i = 0; i < nodes.size(); i += SIZE) {
            groups.add(group.apply(nodes.subList(i, Math.min(nodes.size(), i + SIZE))));
        }
        return groups;
    }

    /**
     * Brings a column of such groups to other nodes. What stays in its place is not touched, since the toolkit finds the style of
     * every node anew that leaves a parent for another.
     */
    public static void arrange(ObservableList<Node> groups, List<? extends Node> nodes) {
        List<List<Node>> wanted = of(List.<Node>copyOf(nodes), ArrayList::new);
        for (int i = 0; i < groups.size(); i++) {
            ObservableList<Node> children = ((VBox) groups.get(i)).getChildren();
            List<Node> here = i < wanted.size() ? wanted.get(i) : List.of();
            int same = 0;
            while (same < Math.min(children.size(), here.size()) && children.get(same) == here.get(same)) {
                same++;
            }
            children.remove(same, children.size());
        }
        groups.remove(Math.min(wanted.size(), groups.size()), groups.size());
        for (int i = 0; i < wanted.size(); i++) {
            if (i == groups.size()) {
                groups.add(new VBox());
            }
            ObservableList<Node> children = ((VBox) groups.get(i)).getChildren();
            children.addAll(wanted.get(i).subList(children.size(), wanted.get(i).size()));
        }
    }
}
