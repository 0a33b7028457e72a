package outrider.zoo;

import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import outrider.base.Bisection;
import outrider.base.RandomStream;
import outrider.base.Seeds;

/** Seeded tables as they come: wide, coded, sparse, skewed, grouped, small and rare. */
public enum Zoo {
    /** 85 columns of 3 to 40 coded levels, two in three of them nearly always the same; 6 % events. */
    SURVEY(9800, 0.06),
    /** 200 survey codes, most of them with rare levels. */
    CODES(9800, 0.06),
    /** 3,000 columns of 0 and 1, one cell in fifty a 1. */
    SPARSE(30_000, 0.1),
    /** Twelve monthly records a customer, who has one outcome. */
    SNAPSHOTS(24_000, 0.08),
    /** Amounts over many orders of magnitude. */
    MONEY(20_000, 0.05),
    /** A small clinic of 8 columns. */
    CLINIC(500, 0.3),
    /** Counts and amounts of claims, mostly 0. */
    CLAIMS(20_000, 0.04),
    /** One event in 2,000. */
    RARE(200_000, 0.0005),
    HALF(6_000, 0.5),
    /** Ninety-nine in a hundred have the event. */
    COMMON(20_000, 0.99),
    /** Days written in four ways. */
    DATES(6_000, 0.1),
    /** Percent signs and currencies inside the cells. */
    MARKS(6_000, 0.1),
    /** 999 and −1 for missing. */
    GAPS(6_000, 0.1),
    /** A number of the record that tells its time, and with it the outcome's drift. */
    ENCODED(6_000, 0.1),
    /** An outcome of three levels, of which one is the event. */
    THREE_LEVELS(6_000, 0.15),
    /** The outcome of the recent third has not come yet. */
    RECENT(9_000, 0.1),
    /** A file that comes in two parts, named in a column. */
    TWO_PARTS(6_000, 0.1),
    /** Ten scores of other models beside the inputs. */
    SCORES(6_000, 0.1),
    /** Two hundred columns, most of which few records have: amounts, counts and codes. */
    HOLLOW(8_000, 0.07),
    /** Visits of patients, most of whom come once or twice, in brackets and codes, with ? for missing. */
    VISITS(9_000, 0.12),
    /** Places, shops and agents: hundreds of levels each, of which the agents' alone tell. */
    PLACES(9_000, 0.06),
    /** Two columns of few values and nothing that names a record: nearly all are equal to another by chance. */
    TIED(6_000, 0.07);

    private static final double VALIDATION = 0.4;

    private final int records;
    private final double rate;
    private final Map<String, String[]> cells = new LinkedHashMap<>();
    private RandomStream random;
    private double[] risk;

    Zoo(int records, double rate) {
        this.records = records;
        this.rate = rate;
    }

    /** Its table with so large a share of its records, and of its columns where it has hundreds. */
    public synchronized WildTable make(double share) {
        int each = this == SNAPSHOTS ? 12 : 1;
        int n = Math.max(95, (int) (records * share)) / each * each;
        random = new Seeds(41).stream(name());
        cells.clear();
        risk = new double[n];
        columns(n, share);
        centre();
        byte[] outcome = new byte[n];
        int[] unit = each == 1 ? null : new int[n];
        for (int i = 0; i < n; i++) {
            if (unit != null) unit[i] = i / each * each;
            boolean first = i % each == 0;
            outcome[i] = first ? (byte) (random.nextDouble() < 1 / (1 + Math.exp(-risk[i])) ? 1 : 0) : outcome[i - 1];
        }
        atLeastTwoOfEach(outcome, each);
        List<String> inputs = List.copyOf(cells.keySet());
        int known = this == RECENT ? 2 * n / 3 : n;
        int training = (int) (known * (1 - VALIDATION)) / each * each;
        beside(outcome, known, training);
        Map<String, String[]> own = new LinkedHashMap<>(cells);
        return new WildTable(WildTable.read(own), inputs, outcome, unit, risk, training, known);
    }

    /** Columns of the file that are no inputs. */
    private void beside(byte[] outcome, int known, int training) {
        int n = outcome.length;
        String[] written = new String[n];
        for (int i = 0; i < n; i++) {
            String quiet = this == THREE_LEVELS && i % 3 == 0 ? "moved" : "kept";
            written[i] = i >= known ? null : outcome[i] == 1 ? "lost" : quiet;
        }
        put("outcome", written);
        if (this == TWO_PARTS) {
            String[] part = new String[n];
            for (int i = 0; i < n; i++) part[i] = i < training ? "build" : "check";
            put("part", part);
        }
        for (int s = 1; this == SCORES && s <= 10; s++) {
            String[] score = new String[n];
            for (int i = 0; i < n; i++) {
                double seen = risk[i] + 0.2 * s * random.nextGaussian();
                score[i] = number(s % 2 == 0 ? 1 / (1 + Math.exp(-seen)) : 600 - 40 * seen);
            }
            put("score " + s, score);
        }
    }

    private void columns(int n, double share) {
        switch (this) {
            case SURVEY -> survey(n, 85, 40);
            case CODES -> survey(n, Math.max(40, (int) (200 * Math.sqrt(share))), 25);
            case SPARSE -> sparse(n, Math.max(60, (int) (3000 * Math.sqrt(share))));
            case SNAPSHOTS -> snapshots(n);
            case MONEY -> money(n, 20, 1);
            case CLINIC -> plain(n, 6, 2);
            case CLAIMS -> money(n, 15, 0.15);
            case DATES -> dates(n);
            case MARKS -> marks(n);
            case GAPS -> gaps(n);
            case ENCODED -> encoded(n);
            case HOLLOW -> hollow(n, Math.max(60, (int) (200 * Math.sqrt(share))));
            case VISITS -> visits(n);
            case PLACES -> places(n);
            case TIED -> tied(n);
            default -> plain(n, 8, 3);
        }
    }

    private void tied(int n) {
        int[] counts = {1, 1, 2, 10};
        String[] grade = new String[n];
        String[] visits = new String[n];
        for (int i = 0; i < n; i++) {
            int place = 1 + random.nextInt(6);
            grade[i] = String.valueOf(100 * place);
            visits[i] = String.valueOf(counts[random.nextInt(4)]);
            risk[i] = 0.6 * place;
        }
        put("grade", grade);
        put("visits", visits);
    }

    /** The intercept that gives the wanted rate. */
    private void centre() {
        double intercept = Bisection.crossing(-60, 60, moved -> {
            double sum = 0;
            for (double r : risk) sum += 1 / (1 + Math.exp(-r - moved));
            return sum - rate * risk.length;
        });
        for (int i = 0; i < risk.length; i++) risk[i] += intercept;
    }

    /** Small editions of the rare ones hold two events and two others in either part. */
    private static void atLeastTwoOfEach(byte[] outcome, int each) {
        int n = outcome.length;
        for (int at : List.of(0, n / 2, n - 1, n - 2 * each))
            Arrays.fill(outcome, at / each * each, at / each * each + each, (byte) 1);
        for (int at : List.of(each, n / 2 - each, n - 3 * each, n - 5 * each)) {
            Arrays.fill(outcome, at / each * each, at / each * each + each, (byte) 0);
        }
    }

    private void put(String name, String[] written) {
        cells.put(name, written);
    }

    private static String number(double value) {
        return String.format(Locale.ROOT, "%.3f", value);
    }

    /** Ordered codes of hidden leanings; one column in six counts, by its place in the order. */
    private void survey(int n, int columns, int most) {
        double[][] leaning = new double[4][n];
        for (double[] one : leaning) for (int i = 0; i < n; i++) one[i] = random.nextGaussian();
        for (int c = 0; c < columns; c++) {
            int levels = c % 17 == 0 ? most : 3 + random.nextInt(8);
            boolean mostlyNone = c % 3 != 0;
            double[] own = leaning[c % 4];
            double effect = c % 6 == 0 || c % 14 == 1 ? (c % 12 == 0 ? 0.3 : -0.25) : 0;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                double z = 0.6 * own[i] + 0.8 * random.nextGaussian();
                double share = 1 / (1 + Math.exp(-1.7 * z));
                int level = (int) Math.min(
                        levels - 1, mostlyNone ? Math.max(0, (share - 0.85) / 0.15) * levels : share * levels);
                risk[i] += effect * (mostlyNone ? 4.0 : 3.0) * level / levels;
                written[i] = "c" + (level < 9 ? "0" : "") + (level + 1);
            }
            put("q" + (c + 1), written);
        }
    }

    private void sparse(int n, int columns) {
        String[] one = {"0", "1"};
        for (int c = 0; c < columns; c++) {
            double effect = c % 10 == 0 ? (c % 20 == 0 ? 1 : -1) * Math.sqrt(3000.0 / columns) * 0.8 : 0;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                int value = random.nextDouble() < 0.02 ? 1 : 0;
                risk[i] += effect * value;
                written[i] = one[value];
            }
            put("w" + (c + 1), written);
        }
    }

    private void snapshots(int n) {
        String[][] written = new String[8][n];
        String[] plan = new String[n];
        double[] drive = new double[8];
        for (int i = 0; i < n; i++) {
            if (i % 12 == 0) for (int c = 0; c < 8; c++) drive[c] = random.nextGaussian();
            risk[i] = 1.2 * drive[0] - 0.8 * drive[1];
            for (int c = 0; c < 8; c++)
                written[c][i] = number(drive[c] + 0.3 * random.nextGaussian() + 0.02 * (i % 12));
            plan[i] = "plan " + (int) Math.abs(3 * drive[2]);
        }
        for (int c = 0; c < 8; c++) put("use " + (c + 1), written[c]);
        put("plan", plan);
    }

    /** Log-normal amounts of sigma 3, of which a share is not 0. */
    private void money(int n, int columns, double share) {
        for (int c = 0; c < columns; c++) {
            double effect = c < 5 ? (c % 2 == 0 ? 0.7 : -0.6) : 0;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                boolean some = random.nextDouble() < share;
                double z = random.nextGaussian();
                risk[i] += effect * (some ? z + (share < 1 ? 1.5 : 0) : 0);
                written[i] = some ? String.format(Locale.ROOT, "%.2f", Math.exp(5 + 3 * z)) : "0";
            }
            put("amount " + (c + 1), written);
        }
    }

    private void plain(int n, int numbers, int categories) {
        for (int c = 0; c < numbers; c++) {
            double effect = c < 3 ? 0.8 - 0.2 * c : 0;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                double z = random.nextGaussian();
                risk[i] += effect * z;
                written[i] = random.nextDouble() < 0.03 ? null : number(z);
            }
            put("reading " + (c + 1), written);
        }
        for (int c = 0; c < categories; c++) {
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                int level = random.nextInt(3 + c);
                risk[i] += c == 0 ? 0.5 * level : 0;
                written[i] = "group " + level;
            }
            put("group " + (c + 1), written);
        }
    }

    private void dates(int n) {
        plain(n, 3, 1);
        List<String> forms = List.of("dd.MM.yyyy", "MM/dd/yyyy", "yyyyMMdd", "yyyy-MM-dd HH:mm");
        for (String form : forms) {
            DateTimeFormatter format = DateTimeFormatter.ofPattern(form, Locale.ROOT);
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                int back = random.nextInt(900);
                risk[i] += back / 900.0;
                written[i] =
                        format.format(LocalDate.of(2025, 12, 31).minusDays(back).atTime(random.nextInt(24), 5));
            }
            put("on " + (forms.indexOf(form) + 1), written);
        }
    }

    private void marks(int n) {
        plain(n, 3, 1);
        String[] percent = new String[n];
        String[] money = new String[n];
        for (int i = 0; i < n; i++) {
            int share = random.nextInt(101);
            risk[i] += share / 50.0;
            percent[i] = share + " %";
            money[i] = "€ " + number(random.nextDouble() * 900);
        }
        put("share", percent);
        put("fee", money);
    }

    private void gaps(int n) {
        plain(n, 3, 1);
        for (String gone : new ArrayList<>(List.of("999", "-1"))) {
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                int age = 18 + random.nextInt(60);
                risk[i] += age / 40.0;
                written[i] = random.nextDouble() < 0.1 ? gone : String.valueOf(age);
            }
            put("age or " + gone, written);
        }
    }

    private void encoded(int n) {
        plain(n, 4, 1);
        String[] written = new String[n];
        for (int i = 0; i < n; i++) {
            int day = random.nextInt(1000);
            risk[i] += day / 400.0;
            written[i] = String.valueOf(4_000_000_000L + day * 1000L + random.nextInt(1000));
        }
        put("record", written);
    }

    private void hollow(int n, int columns) {
        double[] filled = {0.002, 0.006, 0.015, 0.03, 0.5, 0.9, 1, 0};
        for (int c = 0; c < columns; c++) {
            double share = filled[c % filled.length];
            boolean codes = c % 5 == 4;
            int levels = share < 0.1 ? 2 : 2 + c % 37;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                if (random.nextDouble() >= share) continue;
                double z = random.nextGaussian();
                risk[i] += c % 20 == 6 ? 0.5 * z : 0;
                written[i] = codes ? "k" + random.nextInt(levels) + "_x" : number(7 * Math.exp(3 + 2 * z));
            }
            put("v" + (c + 1), written);
        }
    }

    private void places(int n) {
        plain(n, 5, 0);
        int[] levels = {Math.min(900, n / 4), Math.min(200, n / 10), Math.min(60, n / 20)};
        List<String> names = List.of("town", "shop", "agent");
        for (int c = 0; c < levels.length; c++) {
            double[] effect = new double[levels[c]];
            for (int l = 0; l < effect.length; l++) effect[l] = c == 2 ? 0.9 * random.nextGaussian() : 0;
            String[] written = new String[n];
            for (int i = 0; i < n; i++) {
                int level = (int) (levels[c] * Math.pow(random.nextDouble(), 1.5));
                risk[i] += effect[level];
                written[i] = names.get(c) + " " + (char) ('A' + level % 26) + level / 26;
            }
            put(names.get(c), written);
        }
    }

    private void visits(int n) {
        String[] patient = new String[n];
        String[] age = new String[n];
        String[] weight = new String[n];
        String[] earlier = new String[n];
        String[] diagnosis = new String[n];
        String[] dose = new String[n];
        List<String> doses = List.of("none", "steady", "up", "down");
        for (int i = 0; i < n; i++) {
            patient[i] = String.valueOf(100_000 + 7 * random.nextInt(2 * n / 3));
            int decade = Math.min(9, Math.max(0, (int) (6 + 2 * random.nextGaussian())));
            age[i] = "[" + 10 * decade + "-" + 10 * (decade + 1) + ")";
            weight[i] = random.nextDouble() < 0.97 ? "?" : "[75-100)";
            int times = (int) (-1.3 * Math.log(1 - random.nextDouble()));
            earlier[i] = String.valueOf(times);
            int code = (int) (700 * Math.pow(random.nextDouble(), 4));
            diagnosis[i] = code % 11 == 10 ? "V" + code : String.valueOf(code + 1);
            dose[i] = doses.get(random.nextInt(doses.size()));
            risk[i] = 0.4 * times + 0.1 * (decade - 6) + (code < 3 ? 0.5 : 0);
        }
        put("patient_nbr", patient);
        put("age", age);
        put("weight", weight);
        put("earlier_visits", earlier);
        put("diagnosis", diagnosis);
        put("dose", dose);
    }
}
