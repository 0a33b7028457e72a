package outrider.search;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.RandomStream;
import outrider.learn.Kind;
import outrider.learn.Setting;
import outrider.learn.Settings;

/** Which settings of a kind a search turns, and how far. */
final class Space {
    /** Numbers between low and high; choices and yes-no settings have no range. */
    private record Dial(String setting, double low, double high) {
        static Dial of(String setting) {
            return new Dial(setting, 0, 0);
        }
    }

    private Space() {}

    private static List<Dial> dials(Kind kind, int inputs) {
        return switch (kind) {
            case LOGISTIC -> List.of(new Dial("penalty", 0.1, 1000), Dial.of("choose"), Dial.of("curves"));
            case LEAST_SQUARES -> List.of(new Dial("penalty", 0.1, 1000), Dial.of("curves"));
            case MARGIN ->
                List.of(new Dial("penalty", 1e-6, 1e-2), Dial.of("loss"), Dial.of("penaltyForm"), Dial.of("curves"));
            case BAYES -> List.of(new Dial("smoothing", 0.1, 100));
            case NEIGHBOURS -> List.of(new Dial("neighbours", 20, 1000), Dial.of("byDistance"));
            case TREE -> List.of(new Dial("leafRecords", 10, 400), new Dial("depth", 3, 30), Dial.of("impurity"));
            case FOREST ->
                List.of(
                        new Dial("columnsTried", 1, Math.max(1, inputs)),
                        new Dial("leafRecords", 3, 100),
                        new Dial("trees", 100, 400));
            case BOOSTED ->
                List.of(
                        new Dial("rate", 0.02, 0.2),
                        new Dial("depth", 2, 6),
                        new Dial("leafRecords", 10, 200),
                        new Dial("rowShare", 0.5, 1),
                        new Dial("columnShare", 0.3, 1),
                        new Dial("penalty", 0.1, 50));
            case NETWORK -> List.of(new Dial("units", 2, 16), new Dial("decay", 1e-4, 0.1), Dial.of("activation"));
            default -> List.of();
        };
    }

    /** Random settings of a kind. */
    static Settings random(Kind kind, int inputs, RandomStream random) {
        Map<String, Object> values = new LinkedHashMap<>();
        for (Dial dial : dials(kind, inputs)) {
            boolean plain = kind == Kind.LOGISTIC && dial.setting().equals("penalty") && random.nextDouble() < 0.3;
            if (!plain) values.put(dial.setting(), drawn(kind, dial, random));
        }
        return settled(kind, values);
    }

    /** The settings with one or two of them drawn anew, numbers not far from where they were. */
    static Settings near(Kind kind, Settings from, int inputs, RandomStream random) {
        List<Dial> dials = dials(kind, inputs);
        Map<String, Object> values = new LinkedHashMap<>();
        for (Dial dial : dials) values.put(dial.setting(), from.values().get(dial.setting()));
        int turns = 1 + random.nextInt(2);
        for (int i = 0; i < turns; i++) {
            Dial dial = dials.get(random.nextInt(dials.size()));
            Setting setting = setting(kind, dial.setting());
            Object now = values.get(dial.setting());
            if (dial.high() > 0 && now instanceof Number number && number.doubleValue() > 0) {
                double moved = number.doubleValue() * Math.exp(0.5 * random.nextGaussian());
                values.put(dial.setting(), rounded(setting, Math.max(dial.low(), Math.min(dial.high(), moved))));
            } else {
                values.put(dial.setting(), drawn(kind, dial, random));
            }
        }
        return settled(kind, values);
    }

    /** A stepwise choice goes without penalty. */
    private static Settings settled(Kind kind, Map<String, Object> values) {
        if (kind == Kind.LOGISTIC && !"all".equals(values.getOrDefault("choose", "all"))) values.put("penalty", 0.0);
        return Settings.of(kind, values);
    }

    private static Setting setting(Kind kind, String name) {
        return kind.settings().stream()
                .filter(setting -> setting.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static Object drawn(Kind kind, Dial dial, RandomStream random) {
        Setting setting = setting(kind, dial.setting());
        return switch (setting.type()) {
            case CHOICE -> {
                List<String> values = new ArrayList<>();
                for (Setting.Choice choice : setting.choices()) values.add(choice.value());
                yield values.get(random.nextInt(values.size()));
            }
            case YES_NO -> random.nextInt(2) == 1;
            default -> {
                double at = random.nextDouble();
                double low = Math.log(dial.low());
                yield rounded(setting, Math.exp(low + at * (Math.log(dial.high()) - low)));
            }
        };
    }

    private static Object rounded(Setting setting, double value) {
        if (setting.type() == Setting.Type.WHOLE) return (int) Math.rint(value);
        double scale = Math.pow(10, 1 - Math.floor(Math.log10(value)));
        return Math.rint(value * scale) / scale;
    }
}
