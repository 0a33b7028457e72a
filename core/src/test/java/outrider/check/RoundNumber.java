package outrider.check;

/** An alarm that only tests have: it is this file and its line, and nothing else knows it. */
public final class RoundNumber implements ColumnAlarm {
    static final int ROUND = 4007;

    @Override
    public String code() {
        return "roundNumber";
    }

    @Override
    public String words() {
        return "round number";
    }

    @Override
    public String rings(ColumnProfile profile) {
        return profile.records() == ROUND && profile.distinct() == ROUND
                ? "As many records as tests alone have, all of them different."
                : null;
    }
}
