package outrider.server;

import java.util.List;
import java.util.Map;
import outrider.learn.CommonSettings;
import outrider.learn.Costs;
import outrider.learn.Dial;
import outrider.learn.Model;
import outrider.learn.NamedLearner;
import outrider.learn.Part;
import outrider.learn.Setting;
import outrider.learn.Training;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** A kind that only tests have: it is this file and its line in {@code META-INF/services}, and nothing else knows it. */
public final class OneColumn extends NamedLearner {

    /** Scores by how far the first number lies above a threshold. */
    public record OneColumnModel(String column, double above) implements Model {
        @Override
        public double[] score(Table table, int[] rows) {
            double[] values = ((NumberColumn) table.column(column)).values();
            double[] score = new double[rows.length];
            for (int i = 0; i < rows.length; i++) {
                double value = values[rows[i]];
                score[i] = Double.isNaN(value) ? 0 : value - above;
            }
            return score;
        }

        @Override
        public boolean probability() {
            return false;
        }

        @Override
        public List<String> columns() {
            return List.of(column);
        }

        @Override
        public long size() {
            return 1;
        }

        @Override
        public List<Part> summary() {
            return List.of(new Part.Sentence(column + " above " + above + " scores high"));
        }
    }

    public OneColumn() {
        super(
                "oneColumn",
                "one column",
                Role.FITTED,
                Costs.ONE_PASS + 1,
                Setting.all(
                        CommonSettings.FITTED, Setting.number("above", "above", "Where the score is 0.", 0, 1000, 30)));
    }

    @Override
    public List<Dial> dials(int inputs) {
        return List.of(Dial.of("above", 1, 100));
    }

    @Override
    public Model train(Training training) {
        String first = training.data().inputs().stream()
                .filter(name -> training.data().table().column(name) instanceof NumberColumn)
                .findFirst()
                .orElseThrow();
        return new OneColumnModel(first, training.settings().number("above"));
    }

    @Override
    public Map<String, Class<? extends Model>> models() {
        return Map.of("oneColumn", OneColumnModel.class);
    }
}
