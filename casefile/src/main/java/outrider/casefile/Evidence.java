package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import outrider.base.Inline;
import outrider.split.SplitPlan;

/**
 * Everything a sign-off report says. Its canonical JSON is what is hashed, signed and kept; every rendering is made from it
 * alone.
 *
 * @param rules the version of the methods that its figures were computed by
 * @param recipe the case, with the author's words
 */
@JsonInclude(JsonInclude.Include.ALWAYS)
public record Evidence(
        int format,
        int rules,
        Issued issued,
        BriefFile recipe,
        Figures figures,
        Judged judged,
        List<Pinned> pinned,
        Proof proof) {
    /**
     * Who issued it, and in whose place.
     *
     * @param report its number; null for one that no server issued
     * @param issuedAt ISO 8601, UTC
     * @param cannotApprove the author and whoever fitted the candidate
     * @param supersedes the report before; null for a first one
     */
    public record Issued(
            @Nullable Long report,
            @Nullable String issuedBy,
            String issuedAt,
            List<String> cannotApprove,
            @Nullable Before supersedes)
            implements Inline {}

    /**
     * How it was come to, and held against the policy.
     *
     * @param history what cannot be computed anew
     * @param answers to the remarks on the report before
     */
    public record Judged(
            @JsonAlias("conduct") AnalysisHistory history,
            int policyVersion,
            Policy policy,
            List<CheckResult> checks,
            List<Answer> answers)
            implements Inline {}

    /**
     * What it can be proved by.
     *
     * @param trail where the brief's audit trail stood; null for one that no server issued
     * @param key public half of the server's, a JSON Web Key; null likewise
     */
    public record Proof(
            @Nullable TrailHead trail,
            Maker maker,
            @Nullable Map<String, Object> key) implements Inline {}

    public static final int FORMAT = 4;
    /** The first format that is drawn and computed anew; of those before it hash, signature and chain are checked. */
    static final int DRAWN_FROM = 3;
    /** The first format in which an amount of the stakes is a parameter. */
    static final int PARAMETERS_BY_NAME = 4;
    /** The version of docs/methods.md that figures are computed by; raised with whatever changes a figure. */
    public static final int RULES = 14;
    /** The first rules by which folds of a split by date follow each other; before, they were dealt at random. */
    static final int FOLDS_IN_TIME = 6;

    /** The first rules by which a column that holds the same as an earlier one is no input unless somebody says so. */
    static final int COPIES_APART = 7;
    /** The first rules by which the reserve's intervals are those of the threshold it is cut at. */
    static final int RESERVE_AT_THRESHOLD = 7;
    /** The first rules by which numbers are read as a category where the column's name says that they are codes. */
    static final int CODES_BY_NAME = 8;
    /** The first rules by which units and weighed records above 40,000 are resampled by what no figure tells apart. */
    static final int UNITS_IN_CELLS = 9;
    /** The first rules by which batches are judged with their size allowed for. */
    static final int BATCHES_BY_SIZE = 10;
    /** The first rules by which exact copies stay in one fold only where the split keeps them in one part. */
    static final int COPIES_BY_CHOICE = 11;
    /** The first rules by which an AUC out of fold is the mean within the folds, and parts count customers where these have several records. */
    static final int WITHIN_FOLDS = 11;
    /** The first rules by which naive Bayes limits numbers of heavy tails. */
    static final int TAILS_LIMITED = 13;
    /** The first rules by which amounts are looked at of which a few make half. */
    static final int FEW_AMOUNTS = 14;
    /** The first rules by which records of a batch that repeat an identifier are counted. */
    static final int REPEATED_IDENTIFIERS = 14;
    /** The first rules by which trees take off what many levels gain by chance, and levels of few records say little in naive Bayes. */
    static final int LEVELS_DISCOUNTED = 7;

    /** Whose models scored training out of fold, as the end of a sentence. */
    public String outOfFoldBy() {
        return rules >= FOLDS_IN_TIME && recipe.taken().split().by().method() == SplitPlan.Method.DATE
                ? "a model of earlier records"
                : "a model that did not see it";
    }

    /**
     * A chart, a table or a sentence that the author pinned, as it stood then.
     *
     * @param drawing SVG; null for none. {@code cells} rows of a table, the first its header; null likewise
     * @param cut where it was pinned, in words
     */
    public record Pinned(
            Paragraph chapter,
            String title,
            String note,
            String reading,
            @Nullable String drawing,
            @Nullable List<List<String>> cells,
            @Nullable String cut,
            boolean sameCut) {}

    /** A remark on the report before, and what the author answers. */
    public record Answer(Paragraph paragraph, String remark, String by, String answer) {}

    public record Before(long report, String sha256) {}

    /** @param entries how many it held, and the hash of the last */
    public record TrailHead(String chain, long entries, String hash) {}

    /** The program and the Java that computed it. */
    public record Maker(String version, String java) {
        public static Maker here() {
            return new Maker(CaseYaml.resource("version.txt").strip(), javaHere());
        }

        static String javaHere() {
            return System.getProperty("java.vm.name") + " " + System.getProperty("java.version");
        }
    }
}
