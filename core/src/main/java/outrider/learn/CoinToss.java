package outrider.learn;

import java.util.List;
import outrider.base.Seeds;
import outrider.table.Table;

/** A seeded uniform score that belongs to the record's number, so that it is the same whatever else is scored. */
public record CoinToss(long seed) implements Model {
    @Override
    public double[] score(Table table, int[] rows) {
        double[] all = new double[table.size()];
        var stream = new Seeds(seed).stream("coin toss");
        for (int i = 0; i < all.length; i++) all[i] = stream.nextDouble();
        double[] score = new double[rows.length];
        for (int i = 0; i < rows.length; i++) score[i] = all[rows[i]];
        return score;
    }

    @Override
    public boolean probability() {
        return false;
    }

    @Override
    public List<String> columns() {
        return List.of();
    }
}
