package outrider.base;

import org.jspecify.annotations.Nullable;

/**
 * The one refusal of bad input. Says which field, which record or line, what was found and what would do.
 *
 * <p>{@code record} and {@code line} count from 1; 0 means that the refusal is not about one record or line.
 */
public final class BadInput extends RuntimeException {
    /** What kind of refusal it is, for programs. */
    public enum Code {
        /** What was given will not do, whatever the state of things. */
        BAD_VALUE,
        /** What it needs is not there yet, or not finished. */
        NOT_READY,
        /** What was to be done is done. */
        ALREADY_DONE,
        /** What was decided since does not let it change. */
        LOCKED,
        /** Somebody or something works on it. */
        BUSY,
        /** It was changed elsewhere since it was read. */
        OVERTAKEN
    }

    private final Code code;
    private final @Nullable String field;
    private final long record;
    private final long line;
    private final @Nullable String found;
    private final @Nullable String remedy;

    public BadInput(@Nullable String field, long record, long line, @Nullable String found, @Nullable String remedy) {
        this(Code.BAD_VALUE, field, record, line, found, remedy);
    }

    private BadInput(
            Code code,
            @Nullable String field,
            long record,
            long line,
            @Nullable String found,
            @Nullable String remedy) {
        super(sentence(field, record, line, found, remedy));
        this.code = code;
        this.field = field;
        this.record = record;
        this.line = line;
        this.found = found;
        this.remedy = remedy;
    }

    /** A refusal of a whole field or setting. */
    public static BadInput of(String field, @Nullable String found, @Nullable String remedy) {
        return new BadInput(field, 0, 0, found, remedy);
    }

    /** A refusal because of how things stand, not of what was given. */
    public static BadInput state(Code code, String field, String found, String remedy) {
        return new BadInput(code, field, 0, 0, found, remedy);
    }

    /** A refusal of one line of a file. */
    public static BadInput atLine(long line, @Nullable String field, String found, String remedy) {
        return new BadInput(field, 0, line, found, remedy);
    }

    public Code code() {
        return code;
    }

    public @Nullable String field() {
        return field;
    }

    public long record() {
        return record;
    }

    public long line() {
        return line;
    }

    public @Nullable String found() {
        return found;
    }

    public @Nullable String remedy() {
        return remedy;
    }

    private static String sentence(
            @Nullable String field, long record, long line, @Nullable String found, @Nullable String remedy) {
        StringBuilder text = new StringBuilder();
        if (line > 0) text.append("line ").append(line).append(field == null ? ": " : ", ");
        if (record > 0) text.append("record ").append(record).append(field == null ? ": " : ", ");
        if (field != null)
            text.append(line > 0 ? "column \"" + field + "\"" : field).append(": ");
        text.append(found);
        if (remedy != null) text.append("; ").append(remedy);
        return text.toString();
    }
}
