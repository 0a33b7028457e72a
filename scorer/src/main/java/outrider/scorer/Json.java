package outrider.scorer;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** Reads a JSON text (RFC 8259) as maps, lists, texts, {@link Digits}, truths and null. O(letters). */
final class Json {
    /** A number as it is written, so that what it becomes decides how it is read. */
    record Digits(String text) {}

    private final String text;
    private int at;

    private Json(String text) {
        this.text = text;
    }

    /** @throws BadInput naming the letter at which it is no JSON */
    static @Nullable Object read(String text) {
        Json json = new Json(text);
        Object value = json.value();
        json.blanks();
        if (json.at < text.length()) throw json.wrong();
        return value;
    }

    private BadInput wrong() {
        return BadInput.of("recipe", "is no JSON from letter " + (at + 1) + " on", "download it again");
    }

    private void blanks() {
        while (at < text.length() && " \t\r\n".indexOf(text.charAt(at)) >= 0) at++;
    }

    private char next() {
        blanks();
        if (at >= text.length()) throw wrong();
        return text.charAt(at);
    }

    private boolean takes(char c) {
        if (next() != c) return false;
        at++;
        return true;
    }

    private void demand(char c) {
        if (!takes(c)) throw wrong();
    }

    private @Nullable Object value() {
        char c = next();
        if (c == '{') return object();
        if (c == '[') return list();
        if (c == '"') return string();
        if (word("true")) return true;
        if (word("false")) return false;
        if (word("null")) return null;
        int from = at;
        while (at < text.length() && "+-.eE0123456789".indexOf(text.charAt(at)) >= 0) at++;
        if (at == from) throw wrong();
        return new Digits(text.substring(from, at));
    }

    private boolean word(String word) {
        if (!text.startsWith(word, at)) return false;
        at += word.length();
        return true;
    }

    private Map<String, @Nullable Object> object() {
        Map<String, @Nullable Object> object = new LinkedHashMap<>();
        demand('{');
        if (takes('}')) return object;
        do {
            next();
            String name = string();
            demand(':');
            object.put(name, value());
        } while (takes(','));
        demand('}');
        return object;
    }

    private List<@Nullable Object> list() {
        List<@Nullable Object> list = new ArrayList<>();
        demand('[');
        if (takes(']')) return list;
        do list.add(value());
        while (takes(','));
        demand(']');
        return list;
    }

    private String string() {
        if (text.charAt(at) != '"') throw wrong();
        StringBuilder read = null;
        int from = ++at;
        while (true) {
            if (at >= text.length()) throw wrong();
            char c = text.charAt(at);
            if (c == '"') break;
            if (c != '\\') {
                at++;
                continue;
            }
            if (read == null) read = new StringBuilder();
            read.append(text, from, at++);
            read.append(escaped());
            from = at;
        }
        String rest = text.substring(from, at++);
        return read == null ? rest : read.append(rest).toString();
    }

    private char escaped() {
        if (at >= text.length()) throw wrong();
        char c = text.charAt(at++);
        int plain = "\"\\/bfnrt".indexOf(c);
        if (plain >= 0) return "\"\\/\b\f\n\r\t".charAt(plain);
        if (c != 'u' || at + 4 > text.length()) throw wrong();
        try {
            char read = (char) Integer.parseInt(text.substring(at, at + 4), 16);
            at += 4;
            return read;
        } catch (NumberFormatException e) {
            throw wrong();
        }
    }
}
