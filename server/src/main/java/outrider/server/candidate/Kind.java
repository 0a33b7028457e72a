package outrider.server.candidate;

import com.fasterxml.jackson.annotation.JsonValue;

/** The kinds of candidate. */
public enum Kind {
    LOGISTIC("logistic", "logistic regression", false),
    NOBODY("nobody", "reference: the commoner class", true),
    COIN_TOSS("coinToss", "reference: coin toss", true),
    BASE_RATE("baseRate", "reference: base rate", true),
    GROUP_RATES("groupRates", "reference: group rates", true),
    SUPPLIED("supplied", "supplied score", false);

    private final String jsonName;
    private final String words;
    private final boolean reference;

    Kind(String jsonName, String words, boolean reference) {
        this.jsonName = jsonName;
        this.words = words;
        this.reference = reference;
    }

    @JsonValue
    public String jsonName() {
        return jsonName;
    }

    public String words() {
        return words;
    }

    public boolean reference() {
        return reference;
    }
}
