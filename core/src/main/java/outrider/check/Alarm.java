package outrider.check;

/**
 * A warning.
 *
 * @param name what it is called where it is shown
 * @param meaning says in a sentence what it means and what to look at
 */
public record Alarm(AlarmKind kind, String name, String meaning) {
    public Alarm(AlarmKind kind, String meaning) {
        this(kind, kind.words(), meaning);
    }
}
