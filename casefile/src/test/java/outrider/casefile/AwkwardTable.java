package outrider.casefile;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** Seeded files that nobody shaped for the program, each awkward in its own way. */
enum AwkwardTable {
    /** Forty records in all. */
    TINY(40, 0.4),
    /** Ninety columns with long names, more than half as many as training has events. */
    WIDE(700, 0.3),
    /** Amounts over eight orders of magnitude, some of them below 0. */
    SKEWED(900, 0.2),
    /** Inputs of two or three values, so that most records share their score with hundreds. */
    TIED(900, 0.25),
    /** Six records a customer, who has one outcome. */
    GROUPED(1200, 0.2),
    /** Words for missing, separators and line ends inside quotes, decimal commas, blanks around levels. */
    DIRTY(800, 0.25),
    /** Nothing says anything of the outcome. */
    DULL(900, 0.2),
    /** Few events, in a part perhaps three. */
    RARE(1500, 0.008),
    /** Nearly everybody has the event. */
    COMMON(1500, 0.99),
    /** Every input is constant, or empty. */
    CONSTANT(400, 0.3);

    private final int records;
    private final double rate;

    AwkwardTable(int records, double rate) {
        this.records = records;
        this.rate = rate;
    }

    boolean grouped() {
        return this == GROUPED;
    }

    private int inputs() {
        return this == WIDE ? 90 : this == CONSTANT ? 3 : 5;
    }

    private char separator() {
        return this == DIRTY ? ';' : ',';
    }

    /** The whole file. The customer and the outcome come last. */
    String text() {
        RandomStream random = new Seeds(29).stream(name());
        int each = grouped() ? 6 : 1;
        StringBuilder text = new StringBuilder();
        line(
                text,
                IntStream.range(0, inputs()).mapToObj(this::column).toList(),
                List.of("area", "customer", "outcome"));
        double drive = 0;
        int area = 0;
        boolean event = false;
        for (int i = 0; i < records; i++) {
            if (i % each == 0) {
                drive = random.nextGaussian();
                area = random.nextInt(4);
                double pull = this == DULL || this == CONSTANT ? 0 : drive;
                event = random.nextDouble() < 1 / (1 + (1 - rate) / rate * Math.exp(-pull));
            }
            double own = drive;
            int line = i;
            List<String> cells = IntStream.range(0, inputs())
                    .mapToObj(
                            c -> cell(c, c % 3 == 0 ? own + 0.5 * random.nextGaussian() : random.nextGaussian(), line))
                    .toList();
            line(text, cells, List.of(level(area, i), "K" + (100_000 + i / each), event ? "yes" : "no"));
        }
        return text.toString();
    }

    private String column(int c) {
        return this == WIDE
                ? "measure " + c + " of the last quarter as the old ledger counted it before the move"
                : "measure " + c;
    }

    private String level(int area, int i) {
        if (this == CONSTANT) return "all";
        if (this != DIRTY) return "area " + area;
        String[] words = {"\"Söder; väst\"", "  north ", "\"on two\nlines\"", i % 2 == 0 ? "n/a" : ""};
        return words[area];
    }

    private String cell(int c, double value, int i) {
        return switch (this) {
            case SKEWED -> number(Math.copySign(Math.exp(4 * Math.abs(value)), value));
            case TIED -> String.valueOf(value > 1 ? 2 : value > 0 ? 1 : 0);
            case CONSTANT -> c == 0 ? "" : "7";
            case DIRTY -> (i + c) % 11 == 0 ? "n/a" : number(value).replace('.', ',');
            default -> number(value);
        };
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.4f", value);
    }

    private void line(StringBuilder text, List<String> first, List<String> last) {
        String between = String.valueOf(separator());
        text.append(String.join(between, first)).append(between).append(String.join(between, last));
        text.append(this == DIRTY ? "\r\n" : "\n");
    }

    /** A case of this file with every kind that learns, a blend and the base rate; the best cut, the reserve open. */
    BriefFile brief(BriefFile.CutSpec cut, BriefFile.SealSpec seal) {
        String kinds = Map.of(
                        "logistic", "{ penalty: 1 }",
                        "leastSquares", "{}",
                        "margin", "{ passes: 4 }",
                        "bayes", "{}",
                        "neighbours", "{ neighbours: 20 }",
                        "tree", "{ leafRecords: 10 }",
                        "forest", "{ trees: 15, leafRecords: 5 }",
                        "boosted", "{ rounds: 40 }",
                        "network", "{ steps: 30 }")
                .entrySet()
                .stream()
                .sorted(Map.Entry.comparingByKey())
                .map(e ->
                        "  - { name: " + e.getKey() + ", kind: " + e.getKey() + ", settings: " + e.getValue() + " }\n")
                .collect(Collectors.joining());
        BriefFile read = CaseYaml.read("""
                format: 1
                name: awkward
                question: Does it hold?
                words: { records: customers, events: events, acting: calling, currency: € }
                data: { file: awkward.csv }
                outcome: { column: outcome, events: ["yes"] }
                columns:
                  customer: { role: identifier }
                  area: { role: segment }
                %ssplit: { method: shares, shares: [0.5, 0.25, 0.25], seed: 7, folds: 3%s }
                stakes: { gainIfCaught: 20, actionCost: 3 }
                capacity: 100
                campaignSize: 1000
                candidates:
                """.formatted(readings(), grouped() ? ", groupBy: customer" : "")
                + kinds
                + "  - { name: blend, kind: blend, settings: { members: [logistic, forest], method: ranks } }\n"
                + "  - { name: base, kind: baseRate }\n");
        return Winter.brief(read, read.taken().columns(), cut, seal, read.authorText());
    }

    private String readings() {
        if (this != DIRTY) return "";
        return IntStream.range(0, inputs())
                .mapToObj(c ->
                        "  " + column(c) + ": { reading: { type: number, format: \"1234,5\", missing: [\"n/a\"] } }\n")
                .collect(Collectors.joining());
    }
}
