package outrider.learn.reference;

import java.util.List;
import java.util.Map;
import outrider.learn.Costs;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Setting;
import outrider.learn.Training;

/** The reference of group rates: what somebody with a pivot table would do. */
public final class GroupRatesLearner extends NamedLearner {
    private static final List<Setting> SETTINGS = List.of(
            Setting.of(Setting.Type.COLUMNS, "groupBy", "group by", "The columns whose levels make the groups."));

    public GroupRatesLearner() {
        super("groupRates", "reference: group rates", Role.REFERENCE, Costs.ONE_PASS, SETTINGS);
    }

    @Override
    public Model train(Training training) {
        return GroupRates.train(training.data(), training.settings().texts("groupBy"));
    }

    @Override
    public boolean learns() {
        return true;
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("groupRates", GroupRates.class);
    }
}
