package outrider.demo;

import outrider.base.RandomStream;

/**
 * What one member is like. {@code rides} counts only where the app is {@code paired}; {@code daysSinceVisit} is −1 for never;
 * {@code area} is 0 … 179.
 */
record MemberTraits(
        int noticeDay,
        double tenureMonths,
        String tier,
        String region,
        int area,
        double age,
        int household,
        String spending,
        double bikeValue,
        double price,
        double priceRise,
        String paysBy,
        int latePayments,
        boolean paired,
        int rides,
        int logins,
        int visits,
        int daysSinceVisit,
        int breakdowns,
        int claims,
        double distance,
        boolean rung) {
    private static final String[] TIERS = {"town", "tour", "race"};
    private static final String[] REGIONS = {"north", "lakes", "coast", "hills", "south"};
    private static final String[] SPENDING = {"low", "middle", "high"};
    private static final String[] PAYS = {"debit", "card", "invoice"};
    private static final int AREAS = 180;

    static MemberTraits draw(RandomStream r) {
        double tenure = 1 + Math.min(140, -34 * StrictMath.log(1 - r.nextDouble()));
        int tier = r.nextDouble() < 0.55 ? 0 : r.nextDouble() < 0.7 ? 1 : 2;
        int area = r.nextDouble() < 0.5 ? r.nextInt(AREAS) : (int) (AREAS * r.nextDouble() * r.nextDouble());
        int region = area / 36;
        double age = Math.max(18, Math.min(84, 44 + 14 * r.nextGaussian()));
        int spending = r.nextInt(3);
        double value = Math.max(180, 600 + 500 * tier + 260 * spending + 320 * r.nextGaussian());
        double rise = r.nextDouble() < 0.35 ? 0 : Math.max(0, 6 + 4.5 * r.nextGaussian());
        boolean paired = r.nextDouble() < 0.62;
        boolean stopped = r.nextDouble() < 0.19;
        int rides = stopped ? 0 : 1 + r.nextPoisson(4 + 14 * r.nextDouble() + 5 * tier);
        int visits = r.nextPoisson(1.1);
        MemberTraits plain = new MemberTraits(
                r.nextInt(90),
                tenure,
                TIERS[tier],
                REGIONS[region],
                area,
                age,
                1 + r.nextPoisson(1.4),
                SPENDING[spending],
                value,
                59 + 28 * tier + 0.012 * value,
                rise,
                PAYS[r.nextDouble() < 0.6 ? 0 : r.nextDouble() < 0.6 ? 1 : 2],
                r.nextPoisson(0.35),
                paired,
                paired ? rides : 0,
                r.nextPoisson(3.2),
                visits,
                visits > 0 || r.nextDouble() < 0.45 ? 5 + r.nextInt(visits > 0 ? 360 : 900) : -1,
                r.nextPoisson(0.5),
                r.nextPoisson(0.16),
                Math.abs(2.5 + 9 * r.nextGaussian()),
                false);
        boolean rung = plain.roughRisk() > 0.9 && r.nextDouble() < 0.45;
        return rung ? plain.rungByDesk() : plain;
    }

    private MemberTraits rungByDesk() {
        return new MemberTraits(
                noticeDay,
                tenureMonths,
                tier,
                region,
                area,
                age,
                household,
                spending,
                bikeValue,
                price,
                priceRise,
                paysBy,
                latePayments,
                paired,
                rides,
                logins,
                visits,
                daysSinceVisit,
                breakdowns,
                claims,
                distance,
                true);
    }

    /** The log-odds of lapsing without the desk's call, but for a constant: curves and interactions. */
    double risk() {
        double risk = 2.2 * StrictMath.exp(-tenureMonths / 24);
        double middle = Math.abs(age - 46) / 16;
        risk += 0.2 * Math.min(2.5, middle * middle);
        if (!paired) risk -= 0.3;
        else risk += rides == 0 ? 1.5 : rides < 6 ? 0.3 : -0.4;
        risk += visits == 0 ? 0.2 * Math.min(priceRise, 10) : 0.02 * priceRise;
        risk += paysBy.equals("invoice") ? 0.3 + 0.9 * Math.min(2, latePayments) : 0.2 * Math.min(2, latePayments);
        risk += logins <= 1 ? 0.3 : 0;
        risk += distance > 9 ? 0.25 : 0;
        risk += breakdowns >= 2 && claims == 0 ? 0.4 : 0;
        risk += tier.equals("race") && bikeValue < 1500 ? 0.3 : 0;
        risk += region.equals("coast") ? 0.25 : region.equals("hills") ? -0.15 : 0;
        return 1.35 * risk;
    }

    /** What the desk's rule of thumb sees: part of the risk, in straight lines. */
    double roughRisk() {
        return 0.7 * latePayments
                + 0.12 * priceRise
                + (paired && rides == 0 ? 0.9 : 0)
                - 0.1 * logins
                + (tenureMonths < 12 ? 0.6 : 0)
                - 0.25 * visits;
    }
}
