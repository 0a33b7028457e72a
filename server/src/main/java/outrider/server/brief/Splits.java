package outrider.server.brief;

import static java.util.Objects.requireNonNull;

import jakarta.enterprise.context.ApplicationScoped;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.CaseData;
import outrider.casefile.ColumnSetup.Role;
import outrider.server.work.Packed;
import outrider.split.Balance;
import outrider.split.Folds;
import outrider.split.Parts;
import outrider.split.Split;
import outrider.split.SplitPlan;
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
        Parts parts = parts(brief, plan);
        brief.splitFacts = facts(brief, plan, parts);
        brief.split = plan;
        brief.seed = plan.seed();
        brief.packedParts = Packed.pack(parts.stored());
    }

    private Parts parts(Brief brief, SplitPlan plan) {
        return Split.of(plan, tables.table(brief), tables.outcome(brief), tables.copies(brief));
    }

    private SplitFacts facts(Brief brief, SplitPlan plan, Parts parts) {
        Table table = tables.table(brief);
        byte[] outcome = tables.outcome(brief);
        int[] copies = tables.copies(brief);
        String identifier = plan.groupBy() != null ? plan.groupBy() : mostStraddling(brief, table, parts);
        int[] groups = identifier == null ? null : Units.of(table.column(identifier));
        int[] training = parts.training();
        return new SplitFacts(
                SplitFacts.parts(parts, outcome),
                parts.leftOut(),
                Units.repeats(copies),
                parts.straddling(copies),
                groups == null ? null : parts.straddling(groups),
                identifier,
                folds(training, outcome, plan.groupBy() != null ? requireNonNull(groups) : copies, plan),
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

    private static List<Integer> folds(int[] training, byte[] outcome, int[] unit, SplitPlan plan) {
        byte[] outcomeOf = new byte[training.length];
        int[] unitOf = new int[training.length];
        for (int i = 0; i < training.length; i++) {
            outcomeOf[i] = outcome[training[i]];
            unitOf[i] = unit[training[i]];
        }
        byte[] fold = Folds.stratified(outcomeOf, unitOf, plan.folds(), plan.seed());
        int[] events = new int[plan.folds()];
        for (int i = 0; i < fold.length; i++) events[fold[i]] += outcome[training[i]];
        List<Integer> sorted = new ArrayList<>();
        for (int count : events) sorted.add(count);
        sorted.sort(null);
        return List.of(sorted.get(0), sorted.get(sorted.size() - 1));
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
        return CaseData.units(requireNonNull(brief.split).groupBy(), tables.table(brief), tables.copies(brief));
    }

    /** @throws BadInput if there is no split yet */
    public static Parts of(Brief brief) {
        Parts parts = brief.parts();
        if (parts == null)
            throw BadInput.state(BadInput.Code.NOT_READY, "split", "is not made", "split the data first");
        return parts;
    }
}
