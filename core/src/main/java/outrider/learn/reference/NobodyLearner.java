package outrider.learn.reference;

import java.util.List;
import java.util.Map;
import outrider.learn.Costs;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Training;

/** The reference of the commoner class: acts on nobody, or on everybody. */
public final class NobodyLearner extends NamedLearner {

    public NobodyLearner() {
        super("nobody", "reference: the commoner class", Role.REFERENCE, Costs.CONSTANT, List.of());
    }

    @Override
    public Model train(Training training) {
        return Nobody.train(training.data());
    }

    @Override
    public boolean asItComes() {
        return true;
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("nobody", Nobody.class);
    }
}
