package outrider.check;

/** What can ring. One class an alarm: its condition, what it means and what to do; without state, thus thread safe. */
public interface AlarmKind {
    /** On the wire and in records. */
    String code();

    /** As people read it. */
    String words();

    /** Whether it warns that something knows the outcome. */
    default boolean leak() {
        return false;
    }
}
