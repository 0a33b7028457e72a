package outrider.check;

/** A named warning. {@code meaning} says in a sentence what it means and what to look at. */
public record Alarm(String name, String meaning) {}
