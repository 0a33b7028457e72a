package outrider.casefile;

/** A check that only tests have: it is this file and its line, and nothing else knows it. */
public final class AsksSomething extends Check {
    public AsksSomething() {
        super(
                "asksSomething",
                "Asks something",
                "The question has {lettersAtLeast} letters or more.",
                new Limit("lettersAtLeast", 5));
    }

    @Override
    public boolean shipped() {
        return false;
    }

    @Override
    protected Finding of(CheckedReport report) {
        String question = report.brief().asked().question();
        boolean asks = question.endsWith("?") && question.length() >= report.limit("lettersAtLeast");
        return new Finding(asks, "The brief asks: " + question, Paragraph.DECISION);
    }
}
