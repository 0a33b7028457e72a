package outrider.learn;

import java.util.List;
import outrider.table.Table;

/** A fitted candidate: gives any records a score. Immutable and thread safe. */
public sealed interface Model
        permits LogisticModel,
                LinearModel,
                BayesModel,
                NeighbourModel,
                TreeModel,
                ForestModel,
                BoostedModel,
                NetworkModel,
                BlendModel,
                CalibratedModel,
                RebalancedModel,
                Nobody,
                CoinToss,
                BaseRate,
                GroupRates,
                SuppliedScore {

    /**
     * @param rows the records to score, from 0, ascending
     * @return one score for each of {@code rows}, higher for likelier events
     * @throws outrider.base.BadInput if the table lacks what the model needs
     */
    double[] score(Table table, int[] rows);

    /** Whether the scores are probabilities. */
    boolean probability();

    /** Columns that it reads. */
    List<String> columns();

    /** How many numbers it learnt: the measure of its simplicity. */
    long size();
}
