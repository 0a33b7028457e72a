package outrider.casefile;

import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.BiPredicate;
import org.jspecify.annotations.Nullable;

/**
 * One line of an audit trail. Each holds the hash of the one before, so that none can be changed, left out or put in between.
 *
 * @param number from 1 within its chain
 * @param at ISO 8601, UTC
 * @param subject what it was done to
 * @param previous hash of the entry before; empty for the first
 * @param hash of everything before it here; {@code signature} the server's over the hash
 */
public record TrailEntry(
        String chain,
        long number,
        String at,
        String by,
        String act,
        String subject,
        String words,
        String previous,
        String hash,
        String signature) {

    /**
     * The next entry of a chain, hashed and signed.
     *
     * @param before null for the first
     */
    public static TrailEntry next(
            String chain,
            @Nullable TrailEntry before,
            String at,
            String by,
            String act,
            String subject,
            String words,
            SigningKey key) {
        long number = before == null ? 1 : before.number() + 1;
        String previous = before == null ? "" : before.hash();
        String hash = hash(chain, number, at, by, act, subject, words, previous);
        return new TrailEntry(chain, number, at, by, act, subject, words, previous, hash, key.sign(hash.getBytes(UTF)));
    }

    private static final java.nio.charset.Charset UTF = java.nio.charset.StandardCharsets.UTF_8;

    private static String hash(
            String chain,
            long number,
            String at,
            String by,
            String act,
            String subject,
            String words,
            String previous) {
        Map<String, Object> fields = new TreeMap<>();
        fields.put("chain", chain);
        fields.put("number", number);
        fields.put("at", at);
        fields.put("by", by);
        fields.put("act", act);
        fields.put("subject", subject);
        fields.put("words", words);
        fields.put("previous", previous);
        return Sha256.of(Canonical.write(fields));
    }

    /**
     * What is wrong with a chain, as a sentence; null where it holds.
     *
     * @param entries in order, from the first
     */
    public static @Nullable String fault(List<TrailEntry> entries, @Nullable Map<String, Object> key) {
        return fault(entries, (hash, signature) -> signed(key, hash, signature));
    }

    /** Whether the signature is this key's over an entry's hash. */
    public static boolean signed(@Nullable Map<String, Object> key, String hash, String signature) {
        return SigningKey.fits(key, hash.getBytes(UTF), signature);
    }

    /**
     * What is wrong with a chain, as a sentence; null where it holds.
     *
     * @param entries in order, from the first
     * @param signed whether a signature is the key's over a hash
     */
    public static @Nullable String fault(List<TrailEntry> entries, BiPredicate<String, String> signed) {
        String previous = "";
        for (int i = 0; i < entries.size(); i++) {
            TrailEntry e = entries.get(i);
            String name =
                    "entry " + e.number() + " of the audit trail (" + e.at() + ", " + e.by() + " " + e.act() + ")";
            if (e.number() != i + 1) return "entry " + (i + 1) + " of the audit trail is missing";
            if (!e.previous().equals(previous)) return name + " does not follow the one before it";
            String own = hash(e.chain(), e.number(), e.at(), e.by(), e.act(), e.subject(), e.words(), e.previous());
            if (!own.equals(e.hash())) return name + " was changed: its hash is " + own + ", not " + e.hash();
            if (!signed.test(e.hash(), e.signature())) {
                return name + " was not signed by this key";
            }
            previous = e.hash();
        }
        return null;
    }
}
