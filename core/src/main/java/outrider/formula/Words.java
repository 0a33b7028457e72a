package outrider.formula;

import java.util.ArrayList;
import java.util.List;
import outrider.base.BadInput;

/** Cuts a formula into its words. */
final class Words {
    enum Sort {
        NUMBER,
        TEXT,
        NAME,
        QUOTED_NAME,
        SIGN,
        END
    }

    /** @param at place of its first letter, from 1 */
    record Word(Sort sort, String text, int at) {
        boolean is(String sign) {
            return (sort == Sort.SIGN || sort == Sort.NAME) && text.equalsIgnoreCase(sign);
        }
    }

    private static final List<String> TWO = List.of("<=", ">=", "<>");
    private static final String ONE = "+-*/^()=<>,";

    private Words() {}

    static List<Word> of(String formula) {
        List<Word> words = new ArrayList<>();
        int at = 0;
        while (at < formula.length()) {
            char c = formula.charAt(at);
            if (Character.isWhitespace(c)) {
                at++;
                continue;
            }
            int from = at;
            if (Character.isDigit(c)
                    || c == '.' && at + 1 < formula.length() && Character.isDigit(formula.charAt(at + 1))) {
                at = number(formula, at);
                words.add(new Word(Sort.NUMBER, formula.substring(from, at), from + 1));
            } else if (c == '\'' || c == '"') {
                at = quoted(formula, at, c);
                String inside = formula.substring(from + 1, at - 1).replace("" + c + c, "" + c);
                words.add(new Word(c == '"' ? Sort.QUOTED_NAME : Sort.TEXT, inside, from + 1));
            } else if (Character.isLetter(c) || c == '_') {
                while (at < formula.length()
                        && (Character.isLetterOrDigit(formula.charAt(at)) || formula.charAt(at) == '_')) at++;
                words.add(new Word(Sort.NAME, formula.substring(from, at), from + 1));
            } else {
                boolean two = TWO.stream().anyMatch(sign -> formula.startsWith(sign, from));
                if (!two && ONE.indexOf(c) < 0) {
                    throw refused(
                            from + 1,
                            "“" + c + "” means nothing",
                            "use + - * / ^ ( ) = <> < <= > >= and commas; texts stand between 'single quotes', names with blanks"
                                    + " between \"double quotes\"");
                }
                at += two ? 2 : 1;
                words.add(new Word(Sort.SIGN, formula.substring(from, at), from + 1));
            }
        }
        words.add(new Word(Sort.END, "", formula.length() + 1));
        return words;
    }

    private static int number(String formula, int at) {
        while (at < formula.length() && (Character.isDigit(formula.charAt(at)) || formula.charAt(at) == '.')) at++;
        if (at < formula.length() && (formula.charAt(at) == 'e' || formula.charAt(at) == 'E')) {
            int power = at + 1;
            if (power < formula.length() && "+-".indexOf(formula.charAt(power)) >= 0) power++;
            int digits = power;
            while (power < formula.length() && Character.isDigit(formula.charAt(power))) power++;
            if (power > digits) at = power;
        }
        return at;
    }

    private static int quoted(String formula, int from, char mark) {
        int at = from + 1;
        while (at < formula.length()) {
            if (formula.charAt(at) == mark) {
                boolean doubled = at + 1 < formula.length() && formula.charAt(at + 1) == mark;
                if (!doubled) return at + 1;
                at++;
            }
            at++;
        }
        throw refused(from + 1, "a " + (mark == '"' ? "name" : "text") + " has no end", "close it with " + mark);
    }

    /** @param at place in the formula, from 1 */
    static BadInput refused(int at, String found, String remedy) {
        return BadInput.of("formula", "at letter " + at + ": " + found, remedy);
    }
}
