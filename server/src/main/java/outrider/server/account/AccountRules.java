package outrider.server.account;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/** What a name and a password have to be. */
final class AccountRules {
    private static final int SHORTEST_PASSWORD = 12;
    /** More is not hashed (Provos and Mazières 1999). */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    /** Whom the trail names by itself, and whom nobody should be taken for. */
    private static final Set<String> RESERVED = Set.of("server", "system", "outrider", "nobody", "everybody", "demo");

    /** Parts that long passwords are often made of alone. */
    private static final Set<String> COMMON = Set.of(
            "password",
            "passwort",
            "qwerty",
            "qwertz",
            "letmein",
            "welcome",
            "iloveyou",
            "admin",
            "administrator",
            "secret",
            "changeme",
            "abc123",
            "123456",
            "1234567890",
            "111111",
            "000000",
            "monkey",
            "dragon",
            "football",
            "baseball",
            "sunshine",
            "princess",
            "master",
            "login",
            "outrider",
            "analyst",
            "approver");

    private AccountRules() {}

    /** @throws BadInput if it is empty, too long, of letters that can be taken for others, or reserved */
    static String name(@Nullable String name) {
        String wanted = name == null ? "" : name.strip();
        if (!wanted.matches("[\\p{IsLatin}\\p{Nd}._@ -]{1,80}")) {
            throw BadInput.of(
                    "name", "is empty, too long or holds odd signs", "use Latin letters, digits, . _ @ - and blanks");
        }
        if (RESERVED.contains(alike(wanted)))
            throw BadInput.of("name", "\"" + wanted + "\" is reserved", "choose another");
        return wanted;
    }

    /** What names have in common that people take for the same: without case, accents, width and blanks. */
    static String alike(String name) {
        return Normalizer.normalize(name, Normalizer.Form.NFKD)
                .replaceAll("\\p{M}+", "")
                .replaceAll("[\\s._-]+", "")
                .toLowerCase(Locale.ROOT);
    }

    /** Whether no byte of it is left out of its hash. */
    static boolean isHashedWhole(String password) {
        return password.getBytes(StandardCharsets.UTF_8).length <= LONGEST_PASSWORD_BYTES;
    }

    /** A name as somebody typed it, without what does not print. */
    static String plain(String typed) {
        return typed.replaceAll("\\p{C}", "?");
    }

    /** @throws BadInput if it is too short, too long to be hashed whole, or easily guessed */
    static String password(@Nullable String password, String name) {
        if (password == null || password.codePointCount(0, password.length()) < SHORTEST_PASSWORD) {
            throw BadInput.of("password", "is shorter than " + SHORTEST_PASSWORD + " letters", "choose a longer one");
        }
        if (!isHashedWhole(password)) {
            throw BadInput.of(
                    "password",
                    "takes more than " + LONGEST_PASSWORD_BYTES + " bytes, of which the rest would not count",
                    "choose a shorter one");
        }
        String plain = alike(password);
        String rest = plain.replace(alike(name), "");
        for (String common : COMMON) rest = rest.replace(common, "");
        if (rest.replaceAll("\\d", "").length() < 4 || rest.chars().distinct().count() < 4) {
            throw BadInput.of(
                    "password",
                    "is made of the name, of digits or of what is tried first",
                    "choose several words that nobody expects together");
        }
        return password;
    }
}
