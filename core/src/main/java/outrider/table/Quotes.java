package outrider.table;

/** Follows a text letter by letter: which of its letters stand in quotes, where a doubled quote closes none (RFC 4180). */
final class Quotes {
    private final char quote;
    private boolean open;
    /** Whether the letter before closed quotes, which another quote opens again. */
    private boolean closed;

    Quotes(char quote) {
        this.quote = quote;
    }

    /**
     * Whether the next letter stands in quotes, or closes them.
     *
     * @param start whether a field may begin with it, and so with a quote
     */
    boolean hold(int letter, boolean start) {
        if (open) {
            open = letter != quote;
            closed = !open;
            return true;
        }
        open = letter == quote && (start || closed);
        closed = false;
        return false;
    }
}
