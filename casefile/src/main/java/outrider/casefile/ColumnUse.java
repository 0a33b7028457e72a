package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonValue;

/** What a column of the file is to the proposed candidate: an input, the outcome, or what its role makes of it. */
public enum ColumnUse {
    INPUT("input"),
    OUTCOME("outcome"),
    NOT_USED("not used"),
    IDENTIFIER(ColumnSetup.Role.IDENTIFIER.words()),
    SCORE(ColumnSetup.Role.SCORE.words()),
    VALUE(ColumnSetup.Role.VALUE.words()),
    WEIGHT(ColumnSetup.Role.WEIGHT.words()),
    SEGMENT(ColumnSetup.Role.SEGMENT.words()),
    PART(ColumnSetup.Role.PART.words()),
    DATE(ColumnSetup.Role.DATE.words()),
    ACTED(ColumnSetup.Role.ACTED.words()),
    SET_ASIDE(ColumnSetup.Role.SET_ASIDE.words());

    private final String words;

    ColumnUse(String words) {
        this.words = words;
    }

    /** Of a column that is neither the outcome nor an input of the candidate. */
    static ColumnUse of(ColumnSetup.Role role) {
        return role == ColumnSetup.Role.INPUT ? NOT_USED : valueOf(role.name());
    }

    /** On the page and in evidence. */
    @JsonValue
    public String words() {
        return words;
    }
}
