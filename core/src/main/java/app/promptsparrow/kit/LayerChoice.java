package app.promptsparrow.kit;

/** Which of a row's layers a hit sounds: all; those whose velocities it lies in; one after the other; one by chance. */
public enum LayerChoice {
    TOGETHER("together"), BY_VELOCITY("by velocity"), IN_TURN("in turn"), BY_CHANCE("by chance");

    private final String title;

    LayerChoice(String title) {
        this.title = title;
    }

    public String title() {
        return title;
    }
}
