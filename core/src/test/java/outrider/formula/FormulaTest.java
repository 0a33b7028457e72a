package outrider.formula;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Table;
import outrider.table.TextColumn;

class FormulaTest {
    private static final double NONE = Double.NaN;
    private static final int NO_DAY = DateColumn.MISSING;

    private static final Table TABLE = new Table(
            List.of(
                    new NumberColumn("visits", new double[] {4, 0, NONE, -2.5}),
                    new NumberColumn("paid", new double[] {100, 50, 7, NONE}),
                    new DateColumn(
                            "joined", new int[] {day("2024-02-28"), day("2025-01-01"), NO_DAY, day("2024-12-31")}),
                    new CategoryColumn("shop", new int[] {0, 1, -1, 0}, List.of("North-7", "South-12")),
                    TextColumn.of("note", "late ", null, "", "Late"),
                    TextColumn.of("seen", "2025-01-31T23:30:00Z", "31.01.2025 9:05 PM", null, "late"),
                    new CategoryColumn("last shop", new int[] {0, 0, 1, -1}, List.of("South-12", "North-7"))),
            null);

    private static int day(String iso) {
        return (int) LocalDate.parse(iso).toEpochDay();
    }

    private static Column made(String formula) {
        return Formula.of(formula, Formula.types(TABLE)).column("made", TABLE);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            nullValues = "-",
            value = {
                "visits + 2 * paid | 204;100;;",
                "(visits + 2) * paid | 600;100;;",
                "-visits ^ 2 | -16;0;;-6.25",
                "2 ^ 3 ^ 2 | 512;512;512;512",
                "1 - 2 - 3 | -4;-4;-4;-4",
                "paid / visits | 25;;;",
                "ratio(paid, visits, 0) | 25;0;;",
                "ratio(paid, visits) | 25;;;",
                "log(visits) | 1.3862943611198906;;;",
                "sqrt(visits) | 2;0;;",
                "round(visits / 3, 2) | 1.33;0;;-0.83",
                "round(visits) | 4;0;;-2",
                "floor(visits) | 4;0;;-3",
                "min(visits, paid, 3) | 3;0;;",
                "max(visits, 1e0) | 4;1;;1",
                "abs(visits) | 4;0;;2.5",
                "exp(0 * paid) | 1;1;1;",
                "days(joined, date '2025-01-01') | 308;0;;1",
                "joined - date '2025-01-01' | -308;0;;-1",
                "joined + 1 | 2024-02-29;2025-01-02;;2025-01-01",
                "year(joined) * 100 + month(joined) | 202402;202501;;202412",
                "weekday(joined) | 3;3;;2",
                "hour(seen) | 23;21;;",
                "day(seen, 'dd.MM.yyyy') | ;2025-01-31;;",
                "part(shop, '-', 2) | 7;12;;7",
                "part(shop, '-', 3) | ;;;",
                "left(shop, 5) | North;South;;North",
                "right(shop, 2) | -7;12;;-7",
                "lower(trim(note)) | late;;;late",
                "length(note) | 5;;0;4",
                "join(left(shop, 1), '/', note) | N/late ;;;N/Late",
                "contains(shop, '12') | no;yes;;no",
                "text(visits) | 4;0;;-2.5",
                "if(visits > 0, 'some', 'none') | some;none;;none",
                "if(visits is missing, -1, visits) | 4;0;-1;-2.5",
                "first(visits, paid) | 4;0;7;-2.5",
                "first(shop, \"last shop\", 'nowhere') | North-7;South-12;North-7;North-7",
                "bands(visits, 0, 3) | from 3;from 0 to below 3;;below 0",
                "visits > 0 | yes;no;;no",
                "visits > 0 and paid > 60 | yes;no;no;no",
                "visits > 0 or paid >= 50 | yes;yes;;",
                "not visits > 0 | no;yes;;yes",
                "shop = \"last shop\" | no;yes;;",
                "shop <> 'North-7' | no;yes;;no",
                "shop in ('North-7', 'East-1') | yes;no;;yes",
                "visits not in (4, 0) | no;no;;yes",
                "shop is not missing | yes;yes;no;yes",
                "joined < date '2025-01-01' | yes;no;;yes",
                "VISITS_OR(1) | -",
            })
    void givesWhatItSays(String formula, String expected) {
        if (expected == null) {
            assertThatThrownBy(() -> made(formula)).hasMessageContaining("there is no function VISITS_OR");
            return;
        }
        Column column = made(formula);
        String[] values = IntStream.range(0, TABLE.size())
                .mapToObj(i -> column.text(i) == null ? "" : column.text(i))
                .toArray(String[]::new);
        assertThat(String.join(";", values)).isEqualTo(expected);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "visit + 1 | at letter 1: there is no column “visit” | visits",
                "visits + | at letter 9: it ends too early | put a column",
                "visits + shop | at letter 8: “+” wants a number, not a text | give numbers",
                "visits > 'a' | at letter 8: “>” compares a number with a text | give numbers",
                "shop < 'b' | at letter 6: “<” has no meaning for a text | = or <>",
                "visits and paid | at letter 8: “and” wants true or false | visits > 3",
                "visits visits | at letter 8: “visits” does not go on | join values",
                "(visits | at letter 8: “)” is expected, not the end | put",
                "shop = 'North | at letter 8: a text has no end | close it",
                "visits ; 2 | at letter 8: “;” means nothing | use",
                "log(visits, 2) | at letter 1: log takes 1 values, not 2 | log(x)",
                "left(shop, 0.5) | at letter 1: left wants a whole number of at least 1 | left(text, n)",
                "bands(visits, 5, 5) | at letter 1: bands wants edges that grow | bands(x, 10, 20, …)",
                "mean(visits) | mean would look at other records | its own record alone",
                "lag(visits) | lag would look at other records | its own record alone",
                "days(joined, today()) | today would change from day to day | date '2025-01-31'",
                "random() | random would not repeat | columns",
                "date '2025-02-30' | “2025-02-30” is no day | date '2025-01-31'",
                "1.2.3 | at letter 1: “1.2.3” is no number | 1234.5",
                "if(visits, 1, 2) | if wants true or false as value 1 | if(condition, x, y)",
                "if(visits > 1, 1, 'b') | if wants a number as value 3 | if(condition",
            })
    void refusesByPlaceAndName(String formula, String found, String remedy) {
        assertThatThrownBy(() -> made(formula))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining(found)
                .hasMessageContaining(remedy);
    }

    @Test
    void endlessFormulasAreRefusedNotOverflowed() {
        for (String deep : List.of("(", "-", "not ", "log(", "if(visits > 0, 1, ")) {
            assertThatThrownBy(() -> made(deep.repeat(300))).isInstanceOf(BadInput.class);
        }
        assertThatThrownBy(() -> made("1" + " + 1".repeat(600))).hasMessageContaining("at most 2000");
        assertThat(made("1" + " + 1".repeat(400)).text(0)).isEqualTo("401");
    }

    /** No formula can tell one record from another by its place or its neighbours: made of some records it is what it was of all. */
    @ParameterizedTest
    @ValueSource(longs = {1, 2, 3})
    void aRecordsValueIsMadeOfItAlone(long seed) {
        Random random = new Random(seed);
        int n = 300;
        Table table = world(random, n);
        int[] some = random.ints(80, 0, n).toArray();
        List<String> names = table.columns().stream().map(Column::name).toList();
        for (String formula : List.of(
                "a * b - c",
                "ratio(a, b, 1)",
                "bands(a, -1, 0, 1)",
                "if(a > b, k, l)",
                "first(k, l)",
                "days(d, e)",
                "join(k, '+', l)",
                "a > 0 and k = l or d < e",
                "k in ('x', 'y')",
                "round(log(b), 1)",
                "text(floor(c))",
                "d + a",
                "contains(k, 'x')",
                "weekday(first(d, e))",
                "length(l) + year(d)")) {
            Formula read = Formula.of(formula, Formula.types(table));
            Column whole = read.column("made", table);
            Column part = read.column("made", table.gathered(names, some));
            for (int i = 0; i < some.length; i++) {
                assertThat(part.text(i)).as(formula).isEqualTo(whole.text(some[i]));
            }
        }
    }

    private static Table world(Random random, int n) {
        double[][] numbers = new double[3][n];
        int[][] days = new int[2][n];
        int[][] codes = new int[2][n];
        for (int i = 0; i < n; i++) {
            for (double[] column : numbers)
                column[i] = random.nextInt(9) == 0 ? NONE : Math.rint(8 * random.nextGaussian()) / 4;
            for (int[] column : days) column[i] = random.nextInt(9) == 0 ? NO_DAY : 20_000 + random.nextInt(900);
            for (int[] column : codes) column[i] = random.nextInt(4) - 1;
        }
        List<String> levels = List.of("x", "y", "z");
        return new Table(
                List.of(
                        new NumberColumn("a", numbers[0]),
                        new NumberColumn("b", numbers[1]),
                        new NumberColumn("c", numbers[2]),
                        new DateColumn("d", days[0]),
                        new DateColumn("e", days[1]),
                        new CategoryColumn("k", codes[0], levels),
                        new CategoryColumn("l", codes[1], List.of("y", "x", "w"))),
                null);
    }

    @Test
    void madeColumnsMayBeMadeOfOneAnotherButNotInACircle() {
        Map<String, String> formulas = new LinkedHashMap<>();
        formulas.put("a half", "whole / 2");
        formulas.put("whole", "visits + paid");
        formulas.put("late", "\"a half\" > 30");
        Table made = Formula.applied(formulas, TABLE);
        assertThat(made.columns().subList(7, 10)).extracting(Column::name).containsExactly("a half", "late", "whole");
        assertThat(made.column("a half").text(0)).isEqualTo("52");
        assertThat(made.column("late").type()).isEqualTo(ColumnType.CATEGORY);
        assertThat(Formula.of(
                                "ratio(\"last shop\" = shop, 1)"
                                        .replace("ratio(", "if(")
                                        .replace(", 1)", ", visits, paid)"),
                                Formula.types(TABLE))
                        .reads())
                .containsExactly("last shop", "shop", "visits", "paid");
        formulas.put("whole", "\"a half\" * 2");
        assertThatThrownBy(() -> Formula.applied(formulas, TABLE)).hasMessageContaining("made of one another");
        assertThatThrownBy(() -> Formula.applied(Map.of("bad", "nothing + 1"), TABLE))
                .hasMessageContaining("formula of bad")
                .hasMessageContaining("there is no column “nothing”");
        assertThatThrownBy(() -> Formula.applied(Map.of("visits", "paid"), TABLE))
                .hasMessageContaining("in the file already");
    }

    @Test
    void aConditionHoldsOnlyWhereItIsKnownTo() {
        boolean[] holds = Formula.condition("visits >= 0", Formula.types(TABLE)).holds(TABLE);
        assertThat(holds).containsExactly(true, true, false, false);
        assertThatThrownBy(() -> Formula.condition("visits", Formula.types(TABLE)))
                .hasMessageContaining("gives a number")
                .hasMessageContaining("visits > 3");
    }

    @Test
    void bandsStandInTheirOrder() {
        CategoryColumn bands = (CategoryColumn) made("bands(visits, 0, 3)");
        assertThat(bands.ordered()).isTrue();
        assertThat(bands.levels()).containsExactly("below 0", "from 0 to below 3", "from 3");
    }

    @Test
    void everyFunctionIsExplainedAndNamedInItsUsage() {
        assertThat(Functions.all()).hasSizeGreaterThan(25).allSatisfy(function -> {
            assertThat(function.usage()).startsWith(function.name() + "(");
            assertThat(function.says()).isNotBlank();
        });
        assertThat(Functions.all().stream().map(Function::name).distinct().count())
                .isEqualTo(Functions.all().size());
        assertThat(Arrays.stream(Kind.values()).map(k -> k.words).distinct().count())
                .isEqualTo(4);
    }
}
