package outrider.learn.reference;

import java.util.Arrays;
import java.util.List;
import outrider.learn.Model;
import outrider.prepare.TrainingData;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** Everyone gets the training event rate. */
public record BaseRate(double rate) implements Model {
    public static BaseRate train(TrainingData data) {
        return new BaseRate(data.rate());
    }

    @Override
    public double[] score(Table table, int[] rows) {
        return constant(rate, rows.length);
    }

    static double[] constant(double score, int records) {
        double[] scores = new double[records];
        Arrays.fill(scores, score);
        return scores;
    }

    @Override
    public Term term() {
        return Terms.constant(rate);
    }

    @Override
    public boolean probability() {
        return true;
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
