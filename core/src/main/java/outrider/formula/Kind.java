package outrider.formula;

/** What an expression gives. */
enum Kind {
    NUMBER("a number"),
    DAY("a date"),
    TEXT("a text"),
    TRUTH("true or false");

    final String words;

    Kind(String words) {
        this.words = words;
    }
}
