package outrider.learn.reference;

import java.util.List;
import java.util.Map;
import outrider.learn.Costs;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Training;

/** The reference of the base rate. */
public final class BaseRateLearner extends NamedLearner {

    public BaseRateLearner() {
        super("baseRate", "reference: base rate", Role.REFERENCE, Costs.CONSTANT + 1, List.of());
    }

    @Override
    public Model train(Training training) {
        return BaseRate.train(training.data());
    }

    @Override
    public boolean asItComes() {
        return true;
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("baseRate", BaseRate.class);
    }
}
