package outrider.server.explain;

import com.fasterxml.jackson.annotation.JsonValue;

/** By what the importance of columns is measured on validation. */
public enum ImportanceMeasure {
    DECIDING("deciding", "the deciding measure", false),
    AUC("auc", "AUC", false),
    AVERAGE_PRECISION("averagePrecision", "average precision", false),
    CAPTURE("capture", "capture rate at the cut", true),
    NET_VALUE("netValue", "net value at the cut", true);

    private final String word;
    private final String words;
    private final boolean atCut;

    ImportanceMeasure(String word, String words, boolean atCut) {
        this.word = word;
        this.words = words;
        this.atCut = atCut;
    }

    @JsonValue
    public String word() {
        return word;
    }

    public String words() {
        return words;
    }

    /** Whether it depends on where the cut is. */
    public boolean atCut() {
        return atCut;
    }
}
