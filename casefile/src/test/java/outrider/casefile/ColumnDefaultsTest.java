package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.catchThrowable;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.casefile.ColumnSetup.Role;
import outrider.check.ColumnProfile;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnBuilder;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;

/** What is taken for what where a brief says nothing, and what it says of all that is wrong. */
class ColumnDefaultsTest {
    @TempDir
    Path folder;

    /** 300 customers of twelve months each. */
    private static String monthly() {
        var random = new Seeds(5).stream("monthly");
        StringBuilder csv = new StringBuilder("customer,month,spend,paid,since,comment,gone\n");
        for (int customer = 0; customer < 300; customer++) {
            double risk = random.nextDouble();
            for (int month = 1; month <= 12; month++) {
                csv.append("C")
                        .append(10_000 + customer)
                        .append(',')
                        .append(month)
                        .append(',');
                double spend = Math.rint(1000 * random.nextDouble()) / 10;
                csv.append(spend).append(',').append(spend).append(',');
                csv.append(random.nextInt(9) == 0 ? 365_243 : -random.nextInt(4000))
                        .append(',');
                csv.append("note ").append(random.nextInt(1_000_000)).append(" of it,");
                csv.append(random.nextDouble() < 0.4 * risk ? "yes" : "no").append('\n');
            }
        }
        return csv.toString();
    }

    private CaseData read(String yaml) throws IOException {
        Path file = folder.resolve("monthly.csv");
        Files.writeString(file, monthly());
        return CaseData.read(CaseYaml.read(yaml), file, Progress.NONE);
    }

    private static final String BRIEF = """
            name: monthly
            question: Who goes?
            data: { file: monthly.csv }
            outcome: { column: gone, events: ["yes"] }
            split: { method: shares, shares: [0.5, 0.25, 0.25], seed: 3, folds: 5%s }
            campaignSize: 1000
            candidates: [{ name: A, kind: tree }]
            """;

    @Test
    void whatNobodySaidIsTakenAsTheApplicationTakesIt() throws IOException {
        CaseData data = read(BRIEF.formatted(""));
        assertThat(data.brief().column("customer").role()).isEqualTo(Role.IDENTIFIER);
        assertThat(data.brief().column("customer").reason()).contains("300 values fill 3,600 records");
        assertThat(data.brief().column("comment").role()).isIn(Role.SET_ASIDE, Role.IDENTIFIER);
        assertThat(data.brief().column("paid").reason()).isEqualTo("the same as spend in every record");
        assertThat(data.inputs()).containsExactly("month", "spend", "since");
        assertThat(data.doubts())
                .singleElement()
                .asString()
                .startsWith("since holds 365243 in ")
                .endsWith("{ reading: { type: number, format: \"1234.5\", missing: [\"365243\"] } }");
        assertThat(data.brief().decision().stakes().actionCost()).isZero();
        assertThat(data.brief().asked().words()).isEqualTo(BriefFile.Words.PLAIN);
    }

    @Test
    void aSplitThatTearsCustomersApartRingsAndOneThatKeepsThemDoesNot() throws IOException {
        CaseData torn = read(BRIEF.formatted(""));
        assertThat(CaseRun.of(torn, Workers.ALONE, Progress.NONE)
                        .get(0)
                        .scored()
                        .alarms())
                .anySatisfy(a -> assertThat(a.meaning()).contains("of 300 values of customer", "stay together"));
        CaseData kept = read(BRIEF.formatted(", groupBy: customer"));
        assertThat(CaseRun.of(kept, Workers.ALONE, Progress.NONE)
                        .get(0)
                        .scored()
                        .alarms())
                .noneSatisfy(a -> assertThat(a.kind()).isEqualTo("unitsApart"));
    }

    /** It was signed as a category when nobody was asked yet: what was signed repeats as it was. */
    @Test
    void aColumnThatFitsTwoReadingsIsAskedOfABriefAndReadOnAsEvidenceReadIt() throws IOException {
        Path file = folder.resolve("used.csv");
        StringBuilder csv = new StringBuilder("used,gone\n");
        for (int i = 0; i < 400; i++)
            csv.append(i % 2 == 0 ? i % 20 + "%" : "0." + (10 + i % 20)).append(i % 7 == 0 ? ",yes\n" : ",no\n");
        Files.writeString(file, csv);
        BriefFile brief = CaseYaml.read(BRIEF.formatted("").replace("monthly.csv", "used.csv"));
        assertThatThrownBy(() -> CaseData.read(brief, file, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContainingAll("\"used\" can be read in 2 ways: 1234.5 % or 0.5", "or 1234.5 % or 50");
        assertThat(CaseData.read(brief, file, Evidence.RULES, Progress.NONE).inputs())
                .containsExactly("used");
    }

    @Test
    void aCampaignThatIsNotSizedIsAsLargeAsTheFile() throws IOException {
        CaseData sized = read(BRIEF.formatted(""));
        CaseData plain = read(BRIEF.formatted("").replace("campaignSize: 1000\n", "capacity: 90\n"));
        assertThat(sized.brief().decision().campaignSize()).isEqualTo(1000);
        assertThat(plain.brief().campaign().size()).isEqualTo(plain.table().size());
        assertThat(plain.brief().campaign().capacity()).isEqualTo(90);
        assertThatThrownBy(() -> read(BRIEF.formatted("").replace("campaignSize: 1000\n", "capacity: 90000\n"))
                        .brief()
                        .campaign())
                .hasMessageContaining("capacity");
    }

    @Test
    void recordsWithoutAnOutcomeAreCountedAndTheWayOutIsNamed() throws IOException {
        Path file = folder.resolve("gaps.csv");
        StringBuilder csv = new StringBuilder("spend,gone\n");
        for (int i = 0; i < 400; i++) csv.append(i % 37).append(i < 300 ? i % 7 == 0 ? ",yes\n" : ",no\n" : ",\n");
        Files.writeString(file, csv);
        String brief = BRIEF.formatted("").replace("monthly.csv", "gaps.csv");
        assertThatThrownBy(() -> CaseData.read(CaseYaml.read(brief), file, Progress.NONE))
                .isInstanceOf(BadInput.class)
                .hasMessageContainingAll("line 302", "gone", "here and in 99 more", "leaveOutMissing");
        String left = brief.replace("[\"yes\"] }", "[\"yes\"], leaveOutMissing: true }");
        CaseData data = CaseData.read(CaseYaml.read(left), file, Progress.NONE);
        assertThat(data.outcome()).hasSize(400).endsWith((byte) -1);
        String one = brief.replace("gone, events", "lost, events");
        assertThatThrownBy(() -> CaseData.read(CaseYaml.read(one), file, Progress.NONE))
                .hasMessageContaining("“lost” is not in the file");
    }

    @Test
    void allThatIsMissingOrUnknownIsNamedAtOnce() throws IOException {
        assertThatThrownBy(() -> CaseYaml.read("question: Who goes?\nstakes: { actionCost: 2, successRate: 1 }\n"))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("name, data: not given");
        String begun = "name: x\nquestion: y\ndata: { file: monthly.csv }\n";
        Throwable refusal = catchThrowable(() -> read(begun));
        assertThat(refusal).isInstanceOf(BadInput.class).hasMessageContaining("outcome, split, candidates: not given");
        String written = refusal.getMessage().replaceAll("(?s).*for example, ", "");
        read(begun + written.replace("; ", "\n").replace("left", "gone") + "\n");
        String wrong = BRIEF.formatted("") + "columns: { spent: { role: input }, monht: { role: date } }\n";
        assertThatThrownBy(() -> read(wrong))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("spent")
                .hasMessageContaining("monht")
                .hasMessageContaining("customer, month, spend");
    }

    @ParameterizedTest
    @CsvSource({
        "zip, false",
        "customer_id, true",
        "snapshot, true",
        "level, false",
        "score_band, false",
        "days, false",
        "day_numbers, false"
    })
    void namesOfCustomersAreToldFromCodesThatRepeat(String name, boolean key) {
        var random = new Seeds(6).stream(name);
        int n = 3600;
        Column column;
        if (name.equals("level") || name.equals("score_band")) {
            int[] codes = new int[n];
            for (int i = 0; i < n; i++) codes[i] = random.nextInt(40);
            List<String> levels = java.util.stream.IntStream.range(0, 40)
                    .mapToObj(i -> name.equals("level") ? "grade " + (char) ('A' + i % 26) + i / 26 : "b" + i)
                    .toList();
            column = new CategoryColumn(name, codes, levels);
        } else {
            double[] values = new double[n];
            for (int i = 0; i < n; i++) {
                // codes of places are common or rare, customers come as often as there are months
                double skewed = random.nextDouble() * random.nextDouble() * random.nextDouble();
                int day = i % 300;
                values[i] = name.equals("zip")
                        ? 10_000 + Math.floor(400 * skewed) * 17
                        : name.equals("area")
                                ? 10_000 + random.nextInt(180)
                                : name.equals("day_numbers")
                                        ? 20_250_000 + 100 * (1 + day / 28) + 1 + day % 28
                                        : 50_000 + i / 12;
            }
            column = name.equals("days")
                    ? new DateColumn(
                            name,
                            java.util.stream.IntStream.range(0, n)
                                    .map(i -> 20_000 + i % 300)
                                    .toArray())
                    : new NumberColumn(name, values);
        }
        int[] rows = java.util.stream.IntStream.range(0, n).toArray();
        assertThat(ColumnProfile.of(column, rows, null).repeatedKey()).isEqualTo(key);
    }

    /** Nobody's name tells, and people come as often as it happens: what has letters and a number of which each comes a few times is whose records they are. */
    @ParameterizedTest
    @CsvSource({
        "S%05d, 1700, true",
        "AB-%04d, 900, true",
        "K%06d, 2900, true",
        "SKU-%04d, 120, false",
        "street %d, 1700, false",
        "%d:30:15, 1700, false",
        "R%04d, 60, false"
    })
    void codesThatComeAFewTimesEachAreIdentifiers(String shape, int many, boolean key) {
        var random = new Seeds(19).stream("few times each");
        String[] written = new String[3600];
        for (int i = 0; i < written.length; i++) written[i] = String.format(shape, random.nextInt(many));
        int[] rows = java.util.stream.IntStream.range(0, written.length).toArray();
        Column column = outrider.table.TextColumn.of("supporter", written);
        assertThat(ColumnProfile.of(column, rows, null).repeatedKey()).isEqualTo(key);
    }

    @Test
    void textsThatAreNearlyNumbersOrDaysAreNoIdentifiers() {
        String[][] written = new String[3][400];
        for (int i = 0; i < 400; i++) {
            written[0][i] = "$1," + (100 + i) + ".25";
            written[1][i] = String.format("2025-01-%02dT%02d:%02d:07Z", 1 + i % 28, i % 24, i % 60);
            written[2][i] = String.format("ORD-%06d", 7 * i);
        }
        String[] reasons = {"texts that are nearly numbers", "texts that are nearly days", "nearly one value a record"};
        for (int c = 0; c < 3; c++) {
            Column column = outrider.table.TextColumn.of("c", written[c]);
            ColumnProfile facts = ColumnProfile.of(
                    column, java.util.stream.IntStream.range(0, 400).toArray(), null);
            var taken = ColumnDefaults.of(facts, column.type(), outrider.table.SuggestedReading.of(column, null), null);
            assertThat(taken.reason()).isEqualTo(reasons[c]);
            assertThat(taken.role()).isEqualTo(c == 2 ? Role.IDENTIFIER : Role.SET_ASIDE);
            assertThat(taken.byItself()).isTrue();
        }
    }

    @Test
    void manyLevelsThatAreNearlyNumbersAreNoCategories() {
        String[][] written = new String[3][400];
        for (int i = 0; i < 400; i++) {
            written[0][i] = i % 5 == 0 ? "na" : String.valueOf(i % 90);
            written[1][i] = i % 5 == 0 ? "na" : String.valueOf(i % 9);
            written[2][i] = 1 + i % 60 + "." + i % 7 + "%";
        }
        String[] reasons = {"texts that are nearly numbers", null, "texts that are nearly numbers"};
        for (int c = 0; c < 3; c++) {
            ColumnBuilder builder = ColumnBuilder.ofTexts("c", false);
            for (String text : written[c]) builder.add(text);
            Column column = builder.build();
            ColumnProfile facts = ColumnProfile.of(
                    column, java.util.stream.IntStream.range(0, 400).toArray(), null);
            var taken = ColumnDefaults.of(facts, column.type(), outrider.table.SuggestedReading.of(column, null), null);
            assertThat(taken == null ? null : taken.reason()).isEqualTo(reasons[c]);
        }
    }

    /** Amounts of any size differ too; numbers of eighteen digits, and those that are named so, name somebody. */
    @ParameterizedTest
    @CsvSource({"amount, 1, false", "id, 1, true", "click id, 1, true", "amount, 1e14, true", "paid, 1, false"})
    void wholeNumbersThatDifferNeedAReasonToBeIdentifiers(String name, double times, boolean identifier) {
        var random = new Seeds(8).stream("different");
        double[] values = new double[2000];
        for (int i = 0; i < values.length; i++) values[i] = Math.rint(times * (1 + i * 997 + random.nextInt(900)));
        int[] rows = java.util.stream.IntStream.range(0, values.length).toArray();
        assertThat(ColumnProfile.of(new NumberColumn(name, values), rows, null).identifierLike())
                .isEqualTo(identifier);
    }

    /** Most patients come once or twice: then the name alone tells. */
    @ParameterizedTest
    @CsvSource({
        "patient_nbr, true",
        "customerID, true",
        "Vertrags-Nr., true",
        "member key, true",
        "income, false",
        "num_steps, false",
        "paid, false",
        "Kilometer, false"
    })
    void namesOfThoseWhoSeldomComeAgainAreToldByTheColumnsName(String name, boolean key) {
        var random = new Seeds(7).stream("seldom");
        double[] values = new double[3600];
        int[] rows = java.util.stream.IntStream.range(0, values.length).toArray();
        for (int many : new int[] {2400, 100_000}) {
            for (int i = 0; i < values.length; i++) values[i] = 100_000 + 7 * random.nextInt(many);
            assertThat(ColumnProfile.of(new NumberColumn(name, values), rows, null)
                            .repeatedKey())
                    .as("out of " + many)
                    .isEqualTo(key);
        }
    }

    /** Nothing but a name tells codes from counts; by the rules before, none did. */
    @ParameterizedTest
    @CsvSource({
        "ind_03_cat, true",
        "regionCode, true",
        "job type, true",
        "STORE, true",
        "region_sales, false",
        "code_count, false",
        "store_age, false",
        "location, false",
        "catalogue, false"
    })
    void namesOfCodesMakeNumbersACategory(String name, boolean codes) {
        double[] values = new double[400];
        double[] halves = new double[400];
        for (int i = 0; i < values.length; i++) {
            values[i] = i * 31 % 17 - 1;
            halves[i] = values[i] + 0.5;
        }
        Table table = new Table(List.of(new NumberColumn(name, values), new NumberColumn(name + " cat", halves)), null);
        Map<String, ColumnSetup> taken = ColumnDefaults.filledIn(Map.of(), table, null, null, Map.of(), true);
        assertThat(taken.containsKey(name)).isEqualTo(codes);
        assertThat(taken).doesNotContainKey(name + " cat");
        assertThat(ColumnDefaults.filledIn(Map.of(), table, null, null, Map.of(), false))
                .isEmpty();
        assertThat(ColumnDefaults.filledIn(
                        Map.of(name, ColumnSetup.of(Role.INPUT, "")), table, null, null, Map.of(), true))
                .hasSize(1)
                .containsEntry(name, ColumnSetup.of(Role.INPUT, ""));
        if (!codes) return;
        ColumnSetup setup = taken.get(name);
        assertThat(setup.role()).isEqualTo(Role.INPUT);
        Column read = CaseData.read(table, taken, null).column(name);
        assertThat(read.type()).isEqualTo(ColumnType.CATEGORY);
        assertThat(read.text(0)).isEqualTo("-1");
    }
}
