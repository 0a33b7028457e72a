package outrider.report;

/** What somebody said to an issued report: {@code act} in words ("issued", "approved", "returned"), by whom, when, why. */
public record Approval(String act, String by, String at, String words) {}
