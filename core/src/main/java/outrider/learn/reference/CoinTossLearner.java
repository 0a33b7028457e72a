package outrider.learn.reference;

import java.util.List;
import java.util.Map;
import outrider.learn.Costs;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Training;

/** The reference of a coin toss. */
public final class CoinTossLearner extends NamedLearner {

    public CoinTossLearner() {
        super("coinToss", "reference: coin toss", Role.REFERENCE, Costs.CONSTANT + 2, List.of());
    }

    @Override
    public Model train(Training training) {
        return new CoinToss(training.data().seed());
    }

    @Override
    public boolean asItComes() {
        return true;
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("coinToss", CoinToss.class);
    }
}
