package outrider.table;

/** What a number carries. */
enum NumberSign {
    NONE(""),
    /** Each a percent sign. */
    PERCENT(" %"),
    /** Each may carry one currency sign. */
    CURRENCY(" ¤"),
    /** Some a percent sign, the others are shares of 1. */
    PERCENT_OR_SHARE(" % or 0.5"),
    /** Some a percent sign, the others are in percent too. */
    PERCENT_OR_NONE(" % or 50"),
    /** Each says on which side of an account it is, those in credit above 0. */
    CREDIT(" CR, -1234.5 DR"),
    /** The same with those in debit above 0. */
    DEBIT(" DR, -1234.5 CR"),
    /** One that each carries (“1234.5 km”), in the singular too where it ends in s. */
    UNIT("");

    final String form;

    NumberSign(String form) {
        this.form = form;
    }

    /** Behind an example of the digits. */
    String behind(String core) {
        String decimal = core.substring(core.length() - 2, core.length() - 1);
        return switch (this) {
            case CREDIT, DEBIT -> form.replace(NumberFormat.PLAIN_NAME, core);
            default -> form.replace(".", decimal);
        };
    }
}
