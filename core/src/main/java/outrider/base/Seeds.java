package outrider.base;

import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;

/**
 * One seed at the top, and from it one independent stream for every stable key, so that adding work never changes
 * the random numbers of other work.
 */
public record Seeds(long seed) {

    /** The stream that belongs to {@code key}; the same for ever for the same seed and key. */
    public RandomStream stream(String key) {
        try {
            MessageDigest digest = MessageDigest.getInstance("SHA-256");
            byte[] hash = digest.digest((seed + "/" + key).getBytes(StandardCharsets.UTF_8));
            long state = 0;
            for (int i = 0; i < 8; i++) state = state << 8 | (hash[i] & 0xff);
            return new RandomStream(state);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** A stream for a numbered thing, cheap to make; for streams that are many and short. */
    public RandomStream fast(long number) {
        return new RandomStream(new RandomStream(seed ^ number * 0xD1342543DE82EF95L).nextLong());
    }
}
