package app.promptsparrow.cli;

/** The input is at fault: told in one sentence, exit code 1. */
final class InputProblem extends RuntimeException {

    private static final long serialVersionUID = 1;

    InputProblem(String sentence) {
        super(sentence);
    }
}
