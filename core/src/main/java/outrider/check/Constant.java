package outrider.check;

import org.jspecify.annotations.Nullable;

/** A column that cannot tell records apart. */
public final class Constant implements ColumnAlarm {
    @Override
    public String code() {
        return "constant";
    }

    @Override
    public String words() {
        return "constant";
    }

    @Override
    public @Nullable String rings(ColumnProfile profile) {
        if (profile.distinct() > 1) return null;
        String holds = profile.distinct() == 0 ? "no value" : "one value only";
        return "It holds " + holds + " in training and cannot tell records apart.";
    }
}
