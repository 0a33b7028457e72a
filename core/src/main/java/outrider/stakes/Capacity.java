package outrider.stakes;

import outrider.base.BadInput;

/** How many can be acted on: a number of records, or a share of them. */
public record Capacity(double amount, boolean share) {
    /** @throws BadInput if negative, or a share above 1 */
    public Capacity {
        if (!(amount >= 0) || share && amount > 1) {
            throw BadInput.of("capacity", "is " + amount, "give a number of records, or a share of 0 to 100 %");
        }
    }

    /** Reads {@code 180} or {@code 20%}. */
    public static Capacity parse(String text) {
        try {
            String plain = text.strip();
            if (!plain.endsWith("%")) return new Capacity(Double.parseDouble(plain), false);
            return new Capacity(Double.parseDouble(plain.substring(0, plain.length() - 1)) / 100, true);
        } catch (NumberFormatException e) {
            throw BadInput.of("capacity", "is \"" + text + "\"", "write a number of records (180) or a share (20%)");
        }
    }

    /**
     * As a rank of a ranking, at most its end.
     *
     * @param weighted whether its records carry weights; else a share is whole records (METHODS section 5)
     */
    public double ranks(double total, boolean weighted) {
        double ranks = share ? amount * total : amount;
        return Math.min(total, share && !weighted ? Math.floor(ranks + 1e-9) : ranks);
    }
}
