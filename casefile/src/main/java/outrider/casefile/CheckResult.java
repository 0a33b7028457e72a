package outrider.casefile;

/**
 * One check of a report.
 *
 * @param title in words
 * @param passes whether the demand is met
 * @param words what was found, against what was demanded
 * @param paragraph where the evidence stands
 */
public record CheckResult(Check check, String title, boolean passes, String words, Paragraph paragraph) {}
