package outrider.learn;

/**
 * One setting that a search turns: a number between {@code low} and {@code high}, or a choice, which has no range.
 *
 * @param asItComes the share of draws that leave it as it comes
 */
public record Dial(String setting, double low, double high, double asItComes) {
    public static Dial of(String setting) {
        return new Dial(setting, 0, 0, 0);
    }

    public static Dial of(String setting, double low, double high) {
        return new Dial(setting, low, high, 0);
    }

    /** The same, but sometimes left as it comes. */
    public Dial orAsItComes(double share) {
        return new Dial(setting, low, high, share);
    }
}
