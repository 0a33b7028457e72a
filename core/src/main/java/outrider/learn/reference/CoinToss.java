package outrider.learn.reference;

import java.util.List;
import outrider.base.Seeds;
import outrider.learn.Model;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** A seeded uniform score that belongs to the record's number, so that it is the same whatever else is scored. */
public record CoinToss(long seed) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] score = new double[rows.length];
        var stream = new Seeds(seed).stream("coin toss");
        for (int i = 0, at = 0; i < rows.length; at = rows[i++] + 1) {
            stream.skip(rows[i] - at);
            score[i] = stream.nextDouble();
        }
        return score;
    }

    @Override
    public Term term() {
        throw Terms.none(
                "of a coin toss hangs on the record's place in its file", "sign a candidate that reads columns");
    }

    @Override
    public boolean probability() {
        return false;
    }

    @Override
    public List<String> columns() {
        return List.of();
    }

    @Override
    public long size() {
        return 1;
    }
}
