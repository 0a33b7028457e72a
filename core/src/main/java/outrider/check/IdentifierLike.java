package outrider.check;

import org.jspecify.annotations.Nullable;

/** A column of nearly one value a record, or one that names whom several records are of. */
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
        boolean seldom = 2 * profile.distinct() > profile.records() - profile.missing();
        if (profile.repeatedKey() && !seldom) {
            return "Its " + profile.distinct()
                    + " values fill several records each: it names whom a record is of. Give it the role identifier, and keep all of one together when splitting.";
        }
        if (profile.distinct() <= 1 || !profile.identifierLike()) return null;
        return "It holds nearly one value a record, which no new record will share.";
    }
}
