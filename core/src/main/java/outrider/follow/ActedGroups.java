package outrider.follow;

import java.util.function.IntPredicate;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import outrider.measure.ProbabilityQuality;

/**
 * A batch by who was acted on (METHODS section 10). Acting may change an outcome, so that a good score meets fewer events where it was acted
 * on: figures are told for those left alone too.
 *
 * @param leftAlone everybody who was not acted on, the control group among them
 * @param control those held out to be compared with; null where there are none
 * @param unsaid records of which nobody says it, in none of these
 * @param effect of acting, among those from the threshold on; null without a control group whose outcomes have arrived
 */
public record ActedGroups(
        Group actedOn,
        Group leftAlone,
        @Nullable Group control,
        int unsaid,
        @Nullable Effect effect) {
    /** Who a record belongs to. */
    public enum Member {
        ACTED_ON,
        LEFT_ALONE,
        CONTROL,
        /** Nobody said. */
        UNSAID
    }

    /**
     * One group of a batch, and what it was like.
     *
     * @param known records whose outcome has arrived, and {@code events} of them
     * @param rate of these, with Wilson's interval; null before any is known
     * @param figures at the signed threshold, and {@code differences} from the signed ones; null where outcomes are missing or all alike
     */
    public record Group(
            int records,
            int known,
            int events,
            SignedFigures.@Nullable Told rate,
            SignedFigures.@Nullable Measures figures,
            BatchFigures.@Nullable Differences differences) {}

    /**
     * What acting did, from the threshold on: the event rate of those acted on less that of the control group.
     *
     * @param acted known records acted on, and {@code control} held out
     * @param difference with Newcombe's interval of 1998 (method 10)
     * @param events how many more there are among those acted on than there would have been; fewer where below 0
     */
    public record Effect(int acted, int control, SignedFigures.Told difference, SignedFigures.Told events) {}

    /** @param member who each record belongs to */
    public static ActedGroups of(SignedFigures signed, Member[] member, Judged judged) {
        Group control = group(signed, judged, i -> member[i] == Member.CONTROL);
        return new ActedGroups(
                group(signed, judged, i -> member[i] == Member.ACTED_ON),
                group(signed, judged, i -> member[i] == Member.LEFT_ALONE || member[i] == Member.CONTROL),
                control.records() == 0 ? null : control,
                (int) Stream.of(member).filter(m -> m == Member.UNSAID).count(),
                effect(member, judged));
    }

    private static Group group(SignedFigures signed, Judged judged, IntPredicate is) {
        int[] rows = IntStream.range(0, judged.score().length).filter(is).toArray();
        int[] known = judged.known(rows);
        int events = judged.events(known);
        SignedFigures.Measures figures = judged.measures(known);
        return new Group(
                rows.length,
                known.length,
                events,
                known.length == 0 ? null : rate(events, known.length),
                figures,
                judged.differences(signed.figures(), figures, known, 1));
    }

    private static SignedFigures.Told rate(int events, int records) {
        double[] interval = ProbabilityQuality.wilson(events, records);
        return new SignedFigures.Told(events / (double) records, interval[0], interval[1]);
    }

    private static @Nullable Effect effect(Member[] member, Judged judged) {
        double[] score = judged.score();
        byte[] outcome = judged.sample().outcome();
        Double threshold = judged.threshold();
        if (threshold == null) return null;
        int[] records = new int[Member.values().length];
        int[] events = new int[records.length];
        for (int i = 0; i < score.length; i++) {
            if (outcome[i] < 0 || score[i] < threshold) continue;
            records[member[i].ordinal()]++;
            events[member[i].ordinal()] += outcome[i];
        }
        int acted = records[Member.ACTED_ON.ordinal()];
        int held = records[Member.CONTROL.ordinal()];
        if (acted == 0 || held == 0) return null;
        double one = events[Member.ACTED_ON.ordinal()] / (double) acted;
        double other = events[Member.CONTROL.ordinal()] / (double) held;
        double[] a = ProbabilityQuality.wilson(events[Member.ACTED_ON.ordinal()], acted);
        double[] c = ProbabilityQuality.wilson(events[Member.CONTROL.ordinal()], held);
        double difference = one - other;
        double low = difference - Math.hypot(one - a[0], c[1] - other);
        double high = difference + Math.hypot(a[1] - one, other - c[0]);
        return new Effect(
                acted,
                held,
                new SignedFigures.Told(difference, low, high),
                new SignedFigures.Told(acted * difference, acted * low, acted * high));
    }
}
