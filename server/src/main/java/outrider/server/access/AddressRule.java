package outrider.server.access;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Whose the things are that an address names. In a rule {@code {candidate}} stands for the number of a candidate, {@code *} for
 * whatever follows, and after {@code ?} stand the parameters that name something.
 *
 * @param path of addresses, without what comes before the first part
 * @param named what the groups of the path are
 * @param asked what parameters of the same name are
 * @param right that is needed even to look
 */
record AddressRule(Pattern path, List<Belonging> named, List<Belonging> asked, Right right) {
    /** Those that nothing of a brief is named by, or which look for themselves. */
    private static final List<AddressRule> ALL = List.of(
            rule("me", Right.NONE),
            rule("me/*", Right.NONE),
            rule("sign-in/*", Right.NONE),
            rule("accounts*", Right.NONE),
            rule("policy*", Right.NONE),
            rule("key", Right.NONE),
            rule("key.jwk", Right.NONE),
            rule("sources*", Right.NONE),
            rule("uploads", Right.NONE),
            rule("uploads/{upload}/bytes", Right.OWN),
            rule("uploads/{upload}*", Right.READ),
            rule("datasets", Right.NONE),
            rule("datasets/{dataset}/file*", Right.RECORDS),
            rule("datasets/{dataset}*", Right.READ),
            rule("briefs", Right.NONE),
            rule("briefs/functions", Right.NONE),
            rule("briefs/{brief}/refresh/{dataset}", Right.READ),
            rule("briefs/{brief}*", Right.READ),
            rule("members", Right.NONE),
            rule("members/*/owner", Right.NONE),
            rule("members/{brief}", Right.READ),
            rule("members/{brief}/*", Right.OWN),
            rule("candidates/kinds", Right.NONE),
            rule("candidates?brief", Right.READ),
            rule("candidates/all?brief", Right.READ),
            rule("candidates/deleted?brief", Right.READ),
            rule("candidates/{candidate}/records/*", Right.RECORDS),
            rule("candidates/{candidate}*", Right.READ),
            rule("comparisons/bands*?candidate", Right.READ),
            rule("comparisons/orders/{candidate}", Right.READ),
            rule("comparisons/figures/{candidate}", Right.READ),
            rule("comparisons/distributions/{candidate}", Right.READ),
            rule("comparisons/{brief}/inverse/{candidate}", Right.READ),
            rule("comparisons/{brief}/threshold/{candidate}", Right.READ),
            rule("comparisons/{brief}/scores.csv", Right.RECORDS),
            rule("comparisons/{brief}*", Right.READ),
            rule("drift/{brief}*", Right.READ),
            rule("errors/{brief}/records*?candidate", Right.RECORDS),
            rule("errors/{brief}*?candidate", Right.READ),
            rule("lists?brief,candidate,dataset", Right.READ),
            rule("lists/fit?candidate,dataset", Right.READ),
            rule("lists/recipe/{candidate}", Right.READ),
            rule("lists/{list}/scored*", Right.RECORDS),
            rule("lists/{list}*", Right.READ),
            rule("pins?brief", Right.READ),
            rule("pins/{pin}", Right.READ),
            rule("releases?brief,report", Right.READ),
            rule("releases/{release}*", Right.READ),
            rule("follow?brief,dataset", Right.READ),
            rule("follow/notices", Right.NONE),
            rule("follow/notices/{notice}/answer", Right.READ),
            rule("follow/reports?brief", Right.READ),
            rule("follow/reports/waiting", Right.NONE),
            rule("follow/reports/draft?brief", Right.READ),
            rule("follow/reports/{followReport}*", Right.READ),
            rule("follow/{batch}/contradictions.csv", Right.RECORDS),
            rule("follow/{batch}*?dataset", Right.READ),
            rule("schedules?brief", Right.READ),
            rule("schedules/{schedule}*", Right.READ),
            rule("score-keys?brief", Right.READ),
            rule("score-keys/keeping?brief", Right.READ),
            rule("score-keys/kept/*?brief", Right.READ),
            rule("score-keys/{scoreKey}*", Right.READ),
            rule("reports?brief", Right.READ),
            rule("reports/waiting", Right.NONE),
            rule("reports/{report}*", Right.READ),
            rule("searches?brief", Right.READ),
            rule("searches/{search}*", Right.READ),
            rule("sign-off/{brief}*", Right.READ),
            rule("trail*?brief", Right.READ));

    /** Acts that whoever may read may do, if their role lets them, or if they are asked by name. */
    private static final Pattern BY_ROLE = Pattern.compile(
            "reports/\\d+/(approve|return|waive|withdraw)|releases/\\d+/(pause|end)|follow/notices/\\d+/answer|follow/reports/\\d+/(approve|return)|candidates/\\d+/explanations.*");

    private static AddressRule rule(String words, Right right) {
        String[] parts = words.split("\\?");
        List<Belonging> named = new ArrayList<>();
        Matcher names = Pattern.compile("\\{(\\w+)}").matcher(parts[0]);
        while (names.find()) named.add(belonging(names.group(1)));
        String path = parts[0].replace(".", "\\.").replace("*", ".*").replaceAll("\\{\\w+}", "(-?\\\\d{1,18})");
        List<Belonging> asked = parts.length == 1
                ? List.of()
                : Stream.of(parts[1].split(",")).map(AddressRule::belonging).toList();
        return new AddressRule(Pattern.compile(path), named, asked, right);
    }

    private static Belonging belonging(String name) {
        return Belonging.valueOf(name.toUpperCase(Locale.ROOT));
    }

    /** The first that fits; null where none does. */
    static @Nullable AddressRule of(String path) {
        return ALL.stream()
                .filter(rule -> rule.path.matcher(path).matches())
                .findFirst()
                .orElse(null);
    }

    /** What a caller needs for a request. */
    Right needed(String method, String path) {
        boolean changes = !method.equals("GET")
                && !method.equals("HEAD")
                && !BY_ROLE.matcher(path).matches();
        return changes && right.compareTo(Right.WORK) < 0 ? Right.WORK : right;
    }
}
