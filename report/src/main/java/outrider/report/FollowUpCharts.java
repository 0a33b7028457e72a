package outrider.report;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.geom.Ellipse2D;
import java.util.List;
import java.util.function.Function;
import org.jfree.chart.axis.AxisLocation;
import org.jfree.chart.axis.CategoryAxis;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.plot.CategoryPlot;
import org.jfree.chart.plot.IntervalMarker;
import org.jfree.chart.plot.PlotOrientation;
import org.jfree.chart.plot.ValueMarker;
import org.jfree.chart.plot.XYPlot;
import org.jfree.chart.renderer.category.BarRenderer;
import org.jfree.chart.renderer.category.StandardBarPainter;
import org.jfree.chart.renderer.xy.XYErrorRenderer;
import org.jfree.chart.ui.Layer;
import org.jfree.data.category.DefaultCategoryDataset;
import org.jfree.data.xy.XYIntervalSeries;
import org.jfree.data.xy.XYIntervalSeriesCollection;
import org.jspecify.annotations.Nullable;
import outrider.casefile.FollowUp;
import outrider.follow.SignedFigures;
import outrider.follow.Stability;

/** Charts of a follow-up report. */
final class FollowUpCharts {
    private static final float LINE = 1.4f;
    private static final int DOT = 6;
    private static final Color SIGNED_BAND = Palette.colour("spruce-wash");

    private FollowUpCharts() {}

    /**
     * A figure batch by batch with its intervals, over what was signed.
     *
     * @param scale by which values are multiplied
     * @param limit of the plan; null for none
     */
    static String batches(
            FollowUp told,
            String id,
            String axis,
            double scale,
            Function<SignedFigures.Measures, SignedFigures.Told> of,
            @Nullable Double limit) {
        XYIntervalSeries points = new XYIntervalSeries("batches, 95 % interval");
        List<FollowUp.Batch> batches = told.batches();
        for (int i = 0; i < batches.size(); i++) {
            SignedFigures.Measures figures = batches.get(i).told().figures().figures();
            SignedFigures.Told figure = figures == null ? null : of.apply(figures);
            if (figure == null || figure.value() == null) continue;
            double value = scale * figure.value();
            points.add(
                    i + 1,
                    i + 1,
                    i + 1,
                    value,
                    figure.low() == null ? value : scale * figure.low(),
                    figure.high() == null ? value : scale * figure.high());
        }
        XYIntervalSeriesCollection data = new XYIntervalSeriesCollection();
        data.addSeries(points);
        XYErrorRenderer dots = new XYErrorRenderer();
        dots.setDrawXError(false);
        dots.setSeriesPaint(0, Charts.CANDIDATES.get(0));
        dots.setErrorStroke(new BasicStroke(LINE));
        dots.setSeriesShape(0, new Ellipse2D.Double(-DOT / 2.0, -DOT / 2.0, DOT, DOT));
        NumberAxis along = Charts.plain(new NumberAxis("batch, the oldest first: "
                + batches.get(0).name() + " to " + told.newest().name()));
        along.setStandardTickUnits(NumberAxis.createIntegerTickUnits());
        along.setRange(0.5, batches.size() + 0.5);
        NumberAxis up = Charts.plain(new NumberAxis(axis));
        up.setAutoRangeIncludesZero(false);
        XYPlot plot = Charts.plain(new XYPlot(data, along, up, dots));
        SignedFigures.Told signed = of.apply(told.release().watched().figures().figures());
        double low = Double.POSITIVE_INFINITY;
        double high = Double.NEGATIVE_INFINITY;
        if (signed.value() != null) {
            if (signed.low() != null && signed.high() != null) {
                plot.addRangeMarker(
                        new IntervalMarker(scale * signed.low(), scale * signed.high(), SIGNED_BAND), Layer.BACKGROUND);
                low = scale * signed.low();
                high = scale * signed.high();
            }
            plot.addRangeMarker(
                    new ValueMarker(scale * signed.value(), Charts.QUIET, Charts.dashed(LINE)), Layer.BACKGROUND);
        }
        if (limit != null) {
            plot.addRangeMarker(new ValueMarker(scale * limit, Charts.CUT, new BasicStroke(LINE)), Layer.BACKGROUND);
            low = Math.min(low, scale * limit);
            high = Math.max(high, scale * limit);
        }
        if (low <= high) up.setRange(covering(up.getRange(), low, high));
        return Charts.svg(
                plot,
                id,
                axis + " batch by batch; the band is what was signed with its interval. The tables hold the figures.");
    }

    private static org.jfree.data.Range covering(org.jfree.data.Range now, double low, double high) {
        double room = 0.04 * Math.max(high - low, now.getLength());
        return new org.jfree.data.Range(
                Math.min(now.getLowerBound(), low - room), Math.max(now.getUpperBound(), high + room));
    }

    /** Both distributions of an input, side by side. */
    static String distributions(Stability moved, String batch) {
        DefaultCategoryDataset data = new DefaultCategoryDataset();
        List<String> bands = moved.bands();
        for (int k = 0; k < bands.size(); k++) {
            data.addValue(100 * moved.expectedShares()[k], "signed", bands.get(k));
            data.addValue(100 * moved.actualShares()[k], "batch of " + batch, bands.get(k));
        }
        BarRenderer bars = new BarRenderer();
        bars.setBarPainter(new StandardBarPainter());
        bars.setShadowVisible(false);
        bars.setItemMargin(0.05);
        bars.setSeriesPaint(0, Charts.REFERENCE);
        bars.setSeriesPaint(1, Charts.CANDIDATES.get(0));
        CategoryAxis along = Charts.plain(new CategoryAxis(moved.column()));
        along.setMaximumCategoryLabelWidthRatio(0.4f);
        NumberAxis up = Charts.plain(new NumberAxis("share of records, %"));
        CategoryPlot plot = new CategoryPlot(data, along, up, bars);
        plot.setOrientation(PlotOrientation.HORIZONTAL);
        plot.setRangeAxisLocation(AxisLocation.BOTTOM_OR_LEFT);
        plot.setBackgroundPaint(null);
        plot.setOutlineVisible(false);
        plot.setRangeGridlinePaint(Charts.RULE);
        return Charts.svg(
                plot,
                "moved",
                "Distribution of " + moved.column()
                        + " as signed and in the batch. The table beside it names the bands.");
    }
}
