package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.ColumnSetup.Role;
import outrider.prepare.TrainingData;
import outrider.server.work.Packed;
import outrider.split.Balance;
import outrider.split.Folds;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.split.SplitPlan;
import outrider.split.Together;
import outrider.split.Units;
import outrider.table.Column;
import outrider.table.Table;

/** Splits of briefs: what one would count, and making it. */
@ApplicationScoped
public class Splits {
    private final BriefTables tables;

    Splits(BriefTables tables) {
        this.tables = tables;
    }

    /**
     * What the split would count; nothing is kept.
     *
     * @throws BadInput if it cannot be made
     */
    public SplitFacts preview(Brief brief, SplitPlan plan) {
        return facts(brief, plan, parts(brief, plan));
    }

    /** Makes the split and keeps its counts; from here on the reserve is sealed. */
    void make(Brief brief, SplitPlan plan) {
        tables.demandWeights(brief);
        Parts parts = parts(brief, plan);
        brief.splitFacts = facts(brief, plan, parts);
        brief.split = plan;
        brief.seed = plan.seed();
        brief.packedParts = Packed.pack(parts.stored());
    }

    private Parts parts(Brief brief, SplitPlan plan) {
        plan.demandFolds();
        return Split.of(plan, tables.table(brief), tables.outcome(brief), tables.copies(brief));
    }

    private SplitFacts facts(Brief brief, SplitPlan plan, Parts parts) {
        Table table = tables.table(brief);
        byte[] outcome = tables.outcome(brief);
        int[] copies = tables.copies(brief);
        String identifier = plan.groupBy() != null ? plan.groupBy() : mostStraddling(brief, table, parts);
        int[] groups = identifier == null ? null : Units.of(table.column(identifier));
        int[] training = parts.training();
        Folds folds = folds(table, parts, outcome, plan.units(table, copies), plan);
        return new SplitFacts(
                SplitFacts.parts(parts, outcome, plan.groupBy() == null ? null : groups),
                parts.leftOut(),
                new SplitFacts.Alike(
                        Units.repeats(copies),
                        parts.straddling(copies),
                        tables.equalByChance(brief),
                        groups == null ? null : parts.straddling(groups),
                        identifier),
                folds == null ? List.of() : events(folds, training, outcome),
                plan.by().method() == SplitPlan.Method.DATE ? count(folds) : null,
                plan.by().method() == SplitPlan.Method.DATE ? null : count(folds),
                training(training, outcome, plan));
    }

    /** The identifier whose values stand most often in more than one part; null where no column is one. */
    private static @Nullable String mostStraddling(Brief brief, Table table, Parts parts) {
        String found = null;
        int most = -1;
        for (Column column : table.columns()) {
            if (brief.column(column.name()).role() != Role.IDENTIFIER) continue;
            int straddling = parts.straddling(Units.of(column));
            if (straddling > most) found = column.name();
            most = Math.max(most, straddling);
        }
        return found;
    }

    private static @Nullable Folds folds(Table table, Parts parts, byte[] outcome, int[] unit, SplitPlan plan) {
        int[] day = Together.of(plan, table, parts, unit).day();
        TrainingData data = new TrainingData(table, List.of(), parts.training(), outcome, unit, day, null, plan.seed());
        return data.folds(data.rows(), plan.folds(), plan.seed());
    }

    private static int count(@Nullable Folds folds) {
        return folds == null ? 0 : folds.count();
    }

    /** The fewest and the most of a fold. */
    private static List<Integer> events(Folds folds, int[] training, byte[] outcome) {
        List<Integer> events = new ArrayList<>();
        for (int f = 0; f < folds.count(); f++) {
            events.add(
                    Arrays.stream(folds.held(f)).map(i -> outcome[training[i]]).sum());
        }
        events.sort(null);
        return List.of(events.get(0), events.get(events.size() - 1));
    }

    private static SplitFacts.Training training(int[] training, byte[] outcome, SplitPlan plan) {
        Balance.Sample sample = plan.balance().of(training, outcome, plan.seed());
        int events = 0;
        double weight = 1;
        for (int i = 0; i < sample.rows().length; i++) {
            if (outcome[sample.rows()[i]] == 0) continue;
            events++;
            if (sample.weight() != null) weight = sample.weight()[i];
        }
        return new SplitFacts.Training(sample.rows().length, events, weight, sample.logOdds());
    }

    /** The unit of each record, by record number: what stays in one part and one fold. */
    public int[] units(Brief brief) {
        return requireNonNull(brief.split).units(tables.table(brief), tables.copies(brief));
    }

    /** What folds of training are dealt by. */
    public Together together(Brief brief) {
        return Together.of(requireNonNull(brief.split), tables.table(brief), of(brief), units(brief));
    }

    /** @throws BadInput if there is no split yet */
    public static Parts of(Brief brief) {
        Parts parts = brief.parts();
        if (parts == null)
            throw BadInput.state(BadInput.Code.NOT_READY, "split", "is not made", "split the data first");
        return parts;
    }
}
