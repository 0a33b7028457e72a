package outrider.bench;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.learn.Fitted;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Scoring;
import outrider.learn.Settings;
import outrider.split.Balance;
import outrider.table.Column;
import outrider.zoo.WildTable;
import outrider.zoo.Zoo;

/** Every kind as it comes on every table of the zoo, with its folds; bench/wild prints the table of docs/wild.md. */
public final class WildBench {
    private static final int FOLDS = 5;
    private static final Workers WORKERS = new Workers(Runtime.getRuntime().availableProcessors());

    private WildBench() {}

    public static void main(String[] args) {
        List<Zoo> tables = args.length == 0 || args[0].equals("all")
                ? List.of(Zoo.values())
                : Arrays.stream(args[0].split(",")).map(Zoo::valueOf).toList();
        List<Learner> kinds = args.length < 2
                ? Learners.fitted()
                : Arrays.stream(args[1].split(",")).map(Learners::named).toList();
        System.out.println("| table | kind | seconds | times a plain pass | AUC | ceiling less AUC |");
        System.out.println("|---|---|---:|---:|---:|---:|");
        for (Zoo zoo : tables) {
            WildTable wild = zoo.make(1);
            rows(zoo.name(), kinds, wild);
            WildTable taken = wild.offersTaken();
            if (!taken.table().columns().equals(wild.table().columns())) rows(zoo + ", offers taken", kinds, taken);
        }
    }

    private static void rows(String name, List<Learner> kinds, WildTable wild) {
        double pass = plainPass(wild);
        List<Double> aucs = new ArrayList<>();
        for (Learner kind : kinds) aucs.add(row(name, kind, wild, pass));
        aucs.stream()
                .filter(a -> !a.isNaN())
                .max(Comparator.naturalOrder())
                .ifPresent(best -> System.out.printf(
                        Locale.ROOT, "| %s | best | | | %.4f | %.4f |%n", name, best, wild.ceiling() - best));
    }

    private static double row(String zoo, Learner kind, WildTable wild, double pass) {
        long start = System.nanoTime();
        try {
            Fitted fitted = Fitted.of(
                    kind, Settings.initial(kind), wild.data(1), Balance.NONE, FOLDS, List.of(), WORKERS, Progress.NONE);
            double seconds = (System.nanoTime() - start) / 1e9;
            double auc = wild.auc(Scoring.of(fitted.model(), wild.table(), wild.validation(), WORKERS, Progress.NONE));
            System.out.printf(
                    Locale.ROOT,
                    "| %s | %s | %.1f | %.0f | %.4f | %.4f |%n",
                    zoo,
                    kind.name(),
                    seconds,
                    seconds / pass,
                    auc,
                    wild.ceiling() - auc);
            return auc;
        } catch (BadInput refusal) {
            System.out.printf("| %s | %s | refused: %s | | | |%n", zoo, kind.name(), refusal.getMessage());
            return Double.NaN;
        }
    }

    /** Seconds of one look at every cell of the table. */
    private static double plainPass(WildTable wild) {
        double best = Double.MAX_VALUE;
        for (int run = 0; run < 3; run++) {
            long start = System.nanoTime();
            int missing = 0;
            for (Column column : wild.table().columns()) {
                for (int i = 0; i < column.size(); i++) if (column.isMissing(i)) missing++;
            }
            if (missing < 0) throw new IllegalStateException();
            best = Math.min(best, (System.nanoTime() - start) / 1e9);
        }
        return best;
    }
}
