package outrider.stakes;

/** The amounts that inverse questions are asked of. */
public enum StakesParameter {
    MISS_COST("missCost"),
    GAIN_IF_CAUGHT("gainIfCaught"),
    SUCCESS_RATE("successRate"),
    ACTION_COST("actionCost");

    private final String jsonName;

    StakesParameter(String jsonName) {
        this.jsonName = jsonName;
    }

    public String jsonName() {
        return jsonName;
    }

    public double of(Stakes s) {
        return switch (this) {
            case MISS_COST -> s.missCost();
            case GAIN_IF_CAUGHT -> s.gainIfCaught();
            case SUCCESS_RATE -> s.successRate();
            case ACTION_COST -> s.actionCost();
        };
    }

    /** The same stakes but for this amount. */
    public Stakes with(Stakes s, double amount) {
        return new Stakes(
                this == GAIN_IF_CAUGHT ? amount : s.gainIfCaught(),
                this == ACTION_COST ? amount : s.actionCost(),
                this == MISS_COST ? amount : s.missCost(),
                s.falseAlarmCost(),
                s.leaveValue(),
                this == SUCCESS_RATE ? amount : s.successRate());
    }

    double least() {
        return this == SUCCESS_RATE ? 1e-6 : 0;
    }

    /** As far as is looked: a thousand times all that is at stake. */
    double most(Stakes s) {
        if (this == SUCCESS_RATE) return 1;
        double stake = s.gainIfCaught() + s.missCost() + s.actionCost() + s.falseAlarmCost() + Math.abs(s.leaveValue());
        return 1000 * Math.max(1, stake);
    }

    /** Whether a higher amount makes acting pay further down the ranking. */
    boolean deepens() {
        return this != ACTION_COST;
    }
}
