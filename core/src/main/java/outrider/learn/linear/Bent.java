package outrider.learn.linear;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import outrider.learn.Part;
import outrider.prepare.CurveStep;
import outrider.prepare.Preparation;
import outrider.prepare.Step;

/** What linear kinds learnt of numbers that they bend, and of inputs that they do not. */
final class Bent {
    private static final int POINTS = 61;

    private Bent() {}

    /** @param slopes per unit of each input */
    static List<Part.Bend> of(Preparation preparation, double[] slopes) {
        List<Part.Bend> bends = new ArrayList<>();
        int at = 0;
        for (Step step : preparation.steps()) {
            if (step instanceof CurveStep curve) bends.add(bend(curve, slopes, at));
            at += step.inputs().size();
        }
        bends.sort(Comparator.comparingDouble(bend -> -bend.height()));
        return bends;
    }

    static List<String> inputs(List<Part.Bend> bends) {
        return bends.stream().flatMap(bend -> bend.inputs().stream()).toList();
    }

    static List<Part.Weight> weights(Preparation preparation, double[] values) {
        List<String> names = preparation.inputs();
        return IntStream.range(0, names.size())
                .mapToObj(c -> new Part.Weight(names.get(c), values[c]))
                .toList();
    }

    private static Part.Bend bend(CurveStep curve, double[] slopes, int at) {
        double[] knots = curve.knots();
        int last = knots.length - 1;
        double margin = 0.15 * (knots[last] - knots[0]);
        double[] x = new double[POINTS];
        double[] y = new double[POINTS];
        double middle = height(curve, curve.number().fill(), slopes, at);
        for (int i = 0; i < POINTS; i++) {
            x[i] = knots[0] - margin + i * (knots[last] - knots[0] + 2 * margin) / (POINTS - 1);
            y[i] = height(curve, x[i], slopes, at) - middle;
        }
        return new Part.Bend(curve.number().inputs().get(0), curve.inputs().subList(0, last), x, y, knots);
    }

    private static double height(CurveStep curve, double x, double[] slopes, int at) {
        double[] bent = new double[curve.knots().length - 1];
        curve.bend(x, bent, 0);
        double sum = 0;
        for (int j = 0; j < bent.length; j++) sum += slopes[at + j] * bent[j];
        return sum;
    }
}
