package outrider.learn;

import outrider.table.Table;

/** A model's score, or what its score rises with, as a sum that can be taken apart by column exactly (METHODS section 8). */
public interface AdditiveScore {
    /** What the sum is. */
    enum Scale {
        SCORE,
        LOG_ODDS,
        /** The score never falls where the sum rises, and no more is known. */
        RISES_WITH
    }

    Scale scale();

    /**
     * Shapley values with respect to some records, of which a column that is not known takes the values (Strumbelj and Kononenko
     * 2014).
     *
     * @param background at least 1, at most 64 records
     */
    Apart against(Table table, int[] background);

    /** The same sum, times a positive factor and moved, on another scale. */
    default AdditiveScore moved(Scale scale, double by, double times) {
        AdditiveScore own = this;
        return new AdditiveScore() {
            @Override
            public Scale scale() {
                return scale;
            }

            @Override
            public Apart against(Table table, int[] background) {
                Apart apart = own.against(table, background);
                return new Apart() {
                    @Override
                    public double average() {
                        return by + times * apart.average();
                    }

                    @Override
                    public double[] of(Table list, int[] rows) {
                        double[] values = apart.of(list, rows);
                        for (int i = 0; i < values.length; i++) values[i] *= times;
                        return values;
                    }
                };
            }
        };
    }

    /** The sum taken apart. Thread safe. */
    interface Apart {
        /** Of the background. */
        double average();

        /**
         * What each column adds to {@link #average}.
         *
         * @return record i of {@code rows}, column c of the model's at {@code i · columns + c}
         */
        double[] of(Table table, int[] rows);
    }
}
