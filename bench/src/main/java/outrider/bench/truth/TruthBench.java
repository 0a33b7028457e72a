package outrider.bench.truth;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import outrider.base.Workers;
import outrider.casefile.CaseYaml;
import outrider.casefile.Policy;

/**
 * How often intervals hold, verdicts call equals unequal, and alarms and checks ring, over simulated worlds; prints the tables of
 * docs/coverage.md. Seeded, so it gives the same tables again. Arguments: samples for intervals and verdicts (300), runs for each kind and
 * world (40); 0 leaves a part out; then kinds, where not all are wanted.
 */
public final class TruthBench {
    private static final double[] TWO = {0.5, 0.8};
    static final Map<String, Map<String, Object>> KINDS = new TreeMap<>(Map.of(
            "logistic", Map.of(),
            "bayes", Map.of(),
            "neighbours", Map.of(),
            "tree", Map.of(),
            "forest", Map.of("trees", 60L),
            "boosted", Map.of(),
            "network", Map.of()));

    private TruthBench() {}

    public static void main(String[] args) {
        int samples = args.length > 0 ? Integer.parseInt(args[0]) : 300;
        int runs = args.length > 1 ? Integer.parseInt(args[1]) : 40;
        if (samples > 0) coverage(samples);
        if (samples > 0) equals(samples);
        List<String> kinds = args.length > 2 ? List.of(args).subList(2, args.length) : List.copyOf(KINDS.keySet());
        if (runs > 0) ringing(runs, kinds);
    }

    private static void coverage(int samples) {
        System.out.println("| records | events | records a customer | values, weights | planned rate | "
                + String.join(" | ", Coverage.FIGURES) + " |");
        System.out.println("|---:|---:|---:|---|---:|" + "---:|".repeat(Coverage.FIGURES.size()));
        row(samples, 200, 5, 1, Race.Carries.NOTHING, Double.NaN);
        row(samples, 1000, 20, 1, Race.Carries.NOTHING, Double.NaN);
        row(samples, 2000, 60, 1, Race.Carries.NOTHING, Double.NaN);
        row(samples, 2000, 300, 1, Race.Carries.NOTHING, Double.NaN);
        row(samples, 9000, 2000, 1, Race.Carries.NOTHING, Double.NaN);
        row(samples, 2000, 300, 1, Race.Carries.NOTHING, 0.05);
        row(samples, 9000, 300, 1, Race.Carries.NOTHING, 0.01);
        row(samples, 6000, 600, 6, Race.Carries.NOTHING, Double.NaN);
        row(samples, 6000, 600, 6, Race.Carries.NOTHING, 0.05);
        row(samples, 4000, 400, 1, Race.Carries.VALUES, Double.NaN);
        row(samples, 4000, 400, 1, Race.Carries.WEIGHTS, Double.NaN);
    }

    private static void row(int samples, int records, int events, int each, Race.Carries carries, double planned) {
        double[] shares = Coverage.of(new Race(records, events, each, carries, TWO), planned, samples);
        System.out.printf(
                Locale.ROOT,
                "| %,d | %d | %d | %s | %s |%s%n",
                records,
                events,
                each,
                carries.words,
                Double.isNaN(planned) ? "–" : 100 * planned + " %",
                Coverage.line(shares));
    }

    private static void equals(int races) {
        System.out.println("\n| records | events | records a customer | by AUC, % | by money at the cut, % |");
        System.out.println("|---:|---:|---:|---:|---:|");
        for (int[] w : new int[][] {{500, 30, 1}, {2000, 200, 1}, {9000, 2000, 1}, {6000, 600, 6}}) {
            double[] share = Equals.of(w[0], w[1], w[2], races);
            System.out.printf(
                    Locale.ROOT, "| %,d | %d | %d | %.1f | %.1f |%n", w[0], w[1], w[2], 100 * share[0], 100 * share[1]);
        }
    }

    private static void ringing(int runs, List<String> kinds) {
        Policy policy = CaseYaml.readPolicy("""
                format: 1
                name: what can be simulated
                checks:
                  beatsReferences: {}
                  netValueAboveZero: {}
                  lift: { atLeast: 1.5 }
                  carriesOver: { gapAtMost: 0.02 }
                  reserveConfirms: {}
                  calibration: { slopeFrom: 0.8, slopeTo: 1.25, errorAtMost: 0.02 }
                  enoughEvents: { training: 200, validation: 100, reserve: 100 }
                  noOpenLeak: {}
                """);
        Promises promises = new Promises();
        System.out.println("\n| world | kind | runs | what rang or failed, % of the runs |");
        System.out.println("|---|---|---:|---|");
        for (World world : List.of(
                new World(World.Fault.SOUND, 4000, 1),
                new World(World.Fault.LEAK, 4000, 1),
                new World(World.Fault.DRIFT, 4000, 1),
                new World(World.Fault.NOISE_ONLY, 4000, 1),
                new World(World.Fault.SOUND, 8000, 4))) {
            kinds.forEach(kind -> {
                Map<String, Integer> counts = new TreeMap<>();
                List<World.Found> found = new ArrayList<>();
                for (int r = 0; r < runs; r++) found.add(null);
                new Workers(2).each(runs, r -> found.set(r, world.run(kind, KINDS.get(kind), 300 + r, policy)));
                for (World.Found one : found) {
                    promises.add(kind, one);
                    one.rung().forEach(name -> counts.merge("alarm “" + name + "”", 1, Integer::sum));
                    one.failed().forEach(name -> counts.merge("check " + name, 1, Integer::sum));
                }
                List<String> told = new ArrayList<>();
                counts.forEach(
                        (what, count) -> told.add(String.format(Locale.ROOT, "%s %.0f", what, 100.0 * count / runs)));
                System.out.printf(
                        Locale.ROOT,
                        "| %s, %,d records%s | %s | %d | %s |%n",
                        world.fault().name().toLowerCase(Locale.ROOT).replace('_', ' '),
                        world.records(),
                        world.each() > 1 ? ", " + world.each() + " a customer" : "",
                        kind,
                        runs,
                        told.isEmpty() ? "nothing" : String.join(", ", told));
            });
        }
        promises.print();
    }
}
