package outrider.report;

import static java.util.Objects.requireNonNull;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Rectangle;
import java.awt.geom.Ellipse2D;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.Axis;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.Plot;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.xy.XYErrorRenderer;
import org.jfree.chart.renderer.xy.XYLineAndShapeRenderer;
import org.jfree.chart.title.LegendTitle;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.data.xy.XYIntervalSeries;
import org.jfree.data.xy.XYIntervalSeriesCollection;
import org.jfree.data.xy.XYSeries;
import org.jfree.data.xy.XYSeriesCollection;
import org.jfree.svg.SVGGraphics2D;
import outrider.casefile.Evidence;
import outrider.casefile.Figures;
import outrider.measure.ProbabilityQuality;

/** The report's charts as SVG elements with real text. */
final class Charts {
    private static final int WIDTH = 640;
    private static final int HEIGHT = 300;
    private static final Color INK = Palette.colour("ink");
    static final Color QUIET = Palette.colour("ink-2");
    static final Color RULE = Palette.colour("rule");
    static final Color CUT = Palette.colour("cut");
    static final Color REFERENCE = Palette.colour("ref");
    static final List<Color> CANDIDATES = Palette.candidates();

    private Charts() {}

    /** A line's name; two lines may share theirs. */
    private record Key(int number, String name) implements Comparable<Key> {
        @Override
        public int compareTo(Key other) {
            return Integer.compare(number, other.number);
        }

        @Override
        public String toString() {
            return name;
        }
    }

    /** Capture rate over depth, both in percent; every candidate, and the diagonal of acting at random. */
    static String gains(Evidence evidence) {
        XYSeries random = new XYSeries(new Key(-1, "at random"));
        random.add(0, 0);
        random.add(100, 100);
        return draw(
                evidence,
                "gains",
                "share of " + evidence.recipe().asked().words().events() + " reached, %",
                p -> 100 * p[1],
                random);
    }

    /** Gain over nobody over depth, in the brief's currency. */
    static String netValue(Evidence evidence) {
        XYSeries nobody =
                new XYSeries(new Key(-1, evidence.recipe().asked().words().acting() + " nobody"));
        nobody.add(0, 0);
        nobody.add(100, 0);
        String axis = "gain over " + evidence.recipe().asked().words().acting() + " nobody, "
                + evidence.recipe().asked().words().currency();
        return draw(evidence, "net", axis, p -> p[2], nobody);
    }

    private static String draw(
            Evidence evidence, String id, String valueAxis, ToDoubleFunction<double[]> value, XYSeries last) {
        XYSeriesCollection data = new XYSeriesCollection();
        XYLineAndShapeRenderer lines = new XYLineAndShapeRenderer(true, false);
        lines.setDrawSeriesLineAsPath(true);
        int colour = 0;
        for (Figures.CandidateRow candidate : evidence.figures().contest().candidates()) {
            XYSeries series = new XYSeries(new Key(data.getSeriesCount(), candidate.name()));
            for (double[] point : candidate.curve()) series.add(100 * point[0], value.applyAsDouble(point));
            boolean reference = candidate.reference();
            int at = data.getSeriesCount();
            float width = candidate.name().equals(evidence.figures().contest().chosen()) ? 2.4f : 1.1f;
            int round = reference ? 0 : colour / CANDIDATES.size();
            lines.setSeriesPaint(at, reference ? REFERENCE : CANDIDATES.get(colour++ % CANDIDATES.size()));
            lines.setSeriesStroke(at, round == 0 ? new BasicStroke(width) : dashed(width));
            data.addSeries(series);
        }
        lines.setSeriesPaint(data.getSeriesCount(), QUIET);
        lines.setSeriesStroke(data.getSeriesCount(), dashed(1f));
        data.addSeries(last);
        NumberAxis x =
                axis("depth, % of the " + evidence.recipe().asked().words().records() + " of validation");
        x.setRange(0, 100);
        XYPlot plot = plain(new XYPlot(data, x, axis(valueAxis), lines));
        plot.addDomainMarker(new ValueMarker(
                100 * evidence.figures().cut().validation().counts().depth(), CUT, new BasicStroke(1.6f)));
        String what = id.equals("gains")
                ? "Gains curves: share of " + evidence.recipe().asked().words().events() + " reached over depth"
                : "Gain over acting on nobody over depth";
        return svg(
                plot,
                id,
                what + ", a line a candidate; the upright line is the cut. The tables beside it hold the figures.");
    }

    /** Mean forecast against observed rate over ten bands, with the intervals of the observed rates. */
    static String reliability(Evidence evidence) {
        List<ProbabilityQuality.Reliability> bands =
                requireNonNull(evidence.figures().trust().calibration()).reliability();
        XYSeries perfect = new XYSeries("forecast met");
        double most = bands.stream()
                .mapToDouble(b -> 100 * Math.max(b.meanProbability(), b.high()))
                .max()
                .orElse(100);
        perfect.add(0, 0);
        perfect.add(most, most);
        XYIntervalSeries observed = new XYIntervalSeries("observed, 95 % interval");
        for (var b : bands) {
            double x = 100 * b.meanProbability();
            observed.add(x, x, x, 100 * b.observedRate(), 100 * b.low(), 100 * b.high());
        }
        XYIntervalSeriesCollection points = new XYIntervalSeriesCollection();
        points.addSeries(observed);
        XYErrorRenderer dots = new XYErrorRenderer();
        dots.setDrawXError(false);
        dots.setSeriesPaint(0, CANDIDATES.get(0));
        dots.setErrorStroke(new BasicStroke(1.2f));
        dots.setSeriesShape(0, new Ellipse2D.Double(-3, -3, 6, 6));
        XYPlot plot =
                plain(new XYPlot(points, axis("mean forecast of a band, %"), axis("observed event rate, %"), dots));
        plot.setDataset(1, new XYSeriesCollection(perfect));
        XYLineAndShapeRenderer line = new XYLineAndShapeRenderer(true, false);
        line.setSeriesPaint(0, QUIET);
        line.setSeriesStroke(0, dashed(1f));
        plot.setRenderer(1, line);
        return svg(
                plot,
                "reliability",
                "Reliability: mean forecast against observed rate over ten bands. The table beside it holds the figures.");
    }

    static BasicStroke dashed(float width) {
        return new BasicStroke(width, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1f, new float[] {2f, 3f}, 0f);
    }

    static XYPlot plain(XYPlot plot) {
        plot.setBackgroundPaint(null);
        plot.setOutlineVisible(false);
        plot.setDomainGridlinesVisible(false);
        plot.setRangeGridlinePaint(RULE);
        plot.setRangeGridlineStroke(new BasicStroke(0.7f));
        return plot;
    }

    static String svg(Plot plot, String id, String label) {
        JFreeChart chart = new JFreeChart(null, font(Font.PLAIN, 10), plot, true);
        chart.setBackgroundPaint(null);
        LegendTitle legend = chart.getLegend();
        legend.setItemFont(font(Font.PLAIN, 10));
        legend.setItemPaint(INK);
        legend.setBackgroundPaint(null);
        legend.setFrame(org.jfree.chart.block.BlockBorder.NONE);
        chart.setPadding(new RectangleInsets(6, 2, 2, 10));
        SVGGraphics2D svg = new SVGGraphics2D(WIDTH, HEIGHT);
        svg.setDefsKeyPrefix(id);
        svg.setGeomDoubleConverter(number -> String.format(Locale.ROOT, "%.2f", number));
        chart.draw(svg, new Rectangle(0, 0, WIDTH, HEIGHT));
        String element = svg.getSVGElement(id, false, null, null, null);
        return element.replaceFirst(
                "<svg ",
                "<svg role=\"img\" aria-label=\"" + XhtmlText.of(label) + "\" width=\"" + WIDTH + "\" height=\""
                        + HEIGHT + "\" viewBox=\"0 0 " + WIDTH + " " + HEIGHT + "\" ");
    }

    private static NumberAxis axis(String label) {
        return plain(new NumberAxis(label));
    }

    static <A extends Axis> A plain(A axis) {
        axis.setLabelFont(font(Font.PLAIN, 10));
        axis.setTickLabelFont(font(Font.PLAIN, 10));
        axis.setLabelPaint(QUIET);
        axis.setTickLabelPaint(QUIET);
        axis.setAxisLinePaint(RULE);
        axis.setTickMarkPaint(RULE);
        return axis;
    }

    private static Font font(int style, int size) {
        return new Font(Font.SANS_SERIF, style, size);
    }
}
