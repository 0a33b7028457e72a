package outrider.learn.reference;

import java.util.List;
import outrider.learn.Model;
import outrider.prepare.TrainingData;
import outrider.table.Table;
import outrider.term.Term;
import outrider.term.Terms;

/** Everyone gets the commoner class: one constant score, 0 or 1. */
public record Nobody(double commonerClass) implements Model {
    public static Nobody train(TrainingData data) {
        return new Nobody(data.rate() > 0.5 ? 1 : 0);
    }

    @Override
    public double[] score(Table table, int[] rows) {
        return BaseRate.constant(commonerClass, rows.length);
    }

    @Override
    public Term term() {
        return Terms.constant(commonerClass);
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
