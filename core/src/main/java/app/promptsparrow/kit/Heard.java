package app.promptsparrow.kit;

/** Whether a row is muted and whether it is soloed; what is heard then is for its {@link Kit} to say. Immutable. */
public record Heard(boolean muted, boolean soloed) {

    public static final Heard YES = new Heard(false, false);
}
