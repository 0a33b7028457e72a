package outrider.formula;

/**
 * A function of the language.
 *
 * @param usage as it is written
 * @param says what it gives, in a sentence
 */
public record Function(String name, String usage, String says, Typed typed) {
    /** Checks what a call is asked of and gives its expression. */
    interface Typed {
        Expression of(Call call);
    }

    static Function of(String usage, String says, Typed typed) {
        return new Function(usage.substring(0, usage.indexOf('(')), usage, says, typed);
    }
}
