package outrider.search;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import outrider.base.RandomStream;
import outrider.learn.Dial;
import outrider.learn.Learner;
import outrider.learn.Setting;
import outrider.learn.Settings;

/** Draws settings of a kind along its dials. */
final class Space {
    private Space() {}

    /** Random settings of a kind. */
    static Settings random(Learner kind, int inputs, RandomStream random) {
        Map<String, Object> values = new LinkedHashMap<>();
        for (Dial dial : kind.dials(inputs)) {
            boolean asItComes = dial.asItComes() > 0 && random.nextDouble() < dial.asItComes();
            if (!asItComes) values.put(dial.setting(), drawn(kind, dial, random));
        }
        return Settings.of(kind, kind.agreed(values));
    }

    /** The settings with one or two of them drawn anew, numbers not far from where they were. */
    static Settings near(Learner kind, Settings from, int inputs, RandomStream random) {
        List<Dial> dials = kind.dials(inputs);
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
        return Settings.of(kind, kind.agreed(values));
    }

    private static Setting setting(Learner kind, String name) {
        return kind.settings().stream()
                .filter(setting -> setting.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static Object drawn(Learner kind, Dial dial, RandomStream random) {
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
