package app.promptsparrow.bench;

/** The engine's figures alone, while working on it. */
final class OnlyEngine {

    private OnlyEngine() {
    }

    public static void main(String[] arguments) {
        EngineBench.run(true).forEach(System.out::println);
    }
}
