package outrider.check;

/** What can ring, of a column or of a candidate. */
public enum AlarmKind {
    SUSPECTED_LEAK("suspected leak"),
    CONSTANT("constant"),
    IDENTIFIER_LIKE("identifier-like"),
    MISSING_TELLS("missing means something"),
    TOO_GOOD("too good"),
    DOES_NOT_CARRY_OVER("does not carry over"),
    PROMISES_TOO_MUCH("promises too much");

    private final String words;

    AlarmKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
