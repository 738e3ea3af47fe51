package app.promptsparrow.chart;

/** A chart that cannot be read: one sentence with line, column and what was expected. Nothing was changed. */
public final class ChartException extends Exception {

    private static final long serialVersionUID = 1;
    private final int line;
    private final int column;

    /**
     * @param line   from 1
     * @param column from 1
     * @param what   what is wrong and what was expected
     */
    public ChartException(int line, int column, String what) {
        super("line " + line + ", column " + column + ": " + what);
        this.line = line;
        this.column = column;
    }

    public int line() {
        return line;
    }

    public int column() {
        return column;
    }
}
