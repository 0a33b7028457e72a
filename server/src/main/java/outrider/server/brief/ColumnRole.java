package outrider.server.brief;

/** What a column is for. {@code reason} says why it was set aside, and may be empty. */
public record ColumnRole(Role role, String reason) {
    /** The outcome is no role: the brief names it. */
    public enum Role {
        INPUT,
        IDENTIFIER,
        SCORE,
        SET_ASIDE
    }
}
