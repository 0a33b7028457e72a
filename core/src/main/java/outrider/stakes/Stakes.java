package outrider.stakes;

import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;

/**
 * What the four cells are worth, in money a record (METHODS section 5). All >= 0 but {@code leaveValue}, which may be
 * negative; {@code successRate} in (0, 1].
 */
public record Stakes(
        double gainIfCaught,
        double actionCost,
        double missCost,
        double falseAlarmCost,
        double leaveValue,
        double successRate) {

    /** Where nobody has said what anything is worth. */
    public static final Stakes NONE = new Stakes(0, 0, 0, 0, 0, 1);

    /** @throws BadInput naming the amount that is out of range */
    public Stakes {
        demand("gainIfCaught", gainIfCaught);
        demand("actionCost", actionCost);
        demand("missCost", missCost);
        demand("falseAlarmCost", falseAlarmCost);
        if (!Double.isFinite(leaveValue)) throw BadInput.of("leaveValue", "is " + leaveValue, "give an amount");
        if (!(successRate > 0 && successRate <= 1)) {
            throw BadInput.of("successRate", "is " + successRate, "give a share above 0, at most 1");
        }
    }

    private static void demand(String field, double amount) {
        if (!(amount >= 0 && Double.isFinite(amount))) {
            throw BadInput.of(field, "is " + amount, "give an amount of 0 or more");
        }
    }

    /** V_TP. */
    public double caught() {
        return successRate * gainIfCaught - (1 - successRate) * missCost - actionCost;
    }

    /** V_FP. */
    public double falseAlarm() {
        return -falseAlarmCost - actionCost;
    }

    /** V_FN. */
    public double missed() {
        return -missCost;
    }

    /** V_TN. */
    public double leftAlone() {
        return leaveValue;
    }

    /** p* (Elkan 2001), the event probability from which acting pays; null where there is none, as {@link #acting()} says. */
    public @Nullable Double breakEven() {
        double spared = leftAlone() - falseAlarm();
        double won = caught() - missed();
        if (won <= 0 || spared < 0) return null;
        return spared / (spared + won);
    }

    /** When acting pays, in words. */
    public Acting acting() {
        if (caught() - missed() <= 0) return Acting.NEVER_PAYS;
        return leftAlone() - falseAlarm() <= 0 ? Acting.ALWAYS_PAYS : Acting.PAYS_ABOVE_BREAK_EVEN;
    }

    /** The three cases of section 5. */
    public enum Acting {
        PAYS_ABOVE_BREAK_EVEN,
        NEVER_PAYS,
        ALWAYS_PAYS
    }
}
