package outrider.check;

import org.jspecify.annotations.Nullable;

/** A column of nearly one value a record. */
public final class IdentifierLike implements ColumnAlarm {
    @Override
    public String code() {
        return "identifierLike";
    }

    @Override
    public String words() {
        return "identifier-like";
    }

    @Override
    public @Nullable String rings(ColumnProfile profile) {
        if (profile.distinct() <= 1 || !profile.identifierLike()) return null;
        return "It holds nearly one value a record, which no new record will share.";
    }
}
