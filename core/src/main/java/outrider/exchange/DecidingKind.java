package outrider.exchange;

/** The measures that can decide, see {@link DecidingMeasure}. */
public enum DecidingKind {
    NET_VALUE("net value at its best cut"),
    CAPTURE("capture rate at a depth"),
    AUC("AUC"),
    AVERAGE_PRECISION("average precision"),
    PARTIAL_AUC("partial AUC");

    private final String words;

    DecidingKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
