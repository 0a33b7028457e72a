package outrider.check;

/**
 * A warning.
 *
 * @param kind the code of its {@link AlarmKind}
 * @param name what it is called where it is shown
 * @param meaning says in a sentence what it means and what to look at
 */
public record Alarm(String kind, String name, String meaning) {
    static Alarm of(AlarmKind kind, String meaning) {
        return new Alarm(kind.code(), kind.words(), meaning);
    }
}
