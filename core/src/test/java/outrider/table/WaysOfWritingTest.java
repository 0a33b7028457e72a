package outrider.table;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import outrider.base.BadInput;
import outrider.base.Progress;

/** Ways in which people write numbers, days and missing values: each is read rightly, offered, or asked about; none becomes another value. */
class WaysOfWritingTest {
    private static Table read(String text, Dialect[] found) throws IOException {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        found[0] = Preview.of(new ByteArrayInputStream(bytes), null).dialect();
        return CsvTableReader.read(new ByteArrayInputStream(bytes), bytes.length, found[0], Progress.NONE);
    }

    /** A tab separated column “x” beside a plain one; texts are parted by “;”. */
    private static String file(String name, String texts) {
        StringBuilder file = new StringBuilder(name + "\tother\n");
        String[] all = texts.split(";");
        for (int i = 0; i < 30; i++)
            file.append(all[i % all.length])
                    .append('\t')
                    .append("k")
                    .append(i % 4)
                    .append('\n');
        return file.toString();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "a, b, c;\"say \"\"no\"\", or  so\", 2, x;\"p\", 3, y | say \"no\", or  so",
                "1 \"say \"\"no\"\"  or so\" x;2 p y;3 p x | say \"no\"  or so"
            })
    void whatStandsInQuotesIsKeptBehindADoubledQuoteToo(String lines, String kept) throws IOException {
        Table table = read(lines.strip().replace(';', '\n') + "\n", new Dialect[1]);
        assertThat(table.columns()).hasSize(3);
        assertThat(table.columns().stream().map(c -> c.text(0))).contains(kept.strip());
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            value = {
                "true  | town, paid, kept;Hull, 12.5, yes;\"York, East\", 7.25, no;Hull, , yes",
                "true  | town,paid,kept;Hull, 12.5, yes;York, 7.25 , no;Hull, 3.5,",
                "false | town, paid, kept;Hull, 12.5,yes;York, 7.25, no;Hull, 3.5,no",
                "false | town,paid,kept;Hull,12.5,yes;York,7.25,no;Hull,3.5, no"
            })
    void aBlankBehindEveryDelimiterIsNoPartOfTheFields(boolean padded, String lines) throws IOException {
        Dialect[] found = new Dialect[1];
        Table table = read(lines.replace(';', '\n') + "\n", found);
        assertThat(found[0].padded()).isEqualTo(padded);
        assertThat(table.columns()).extracting(Column::name).hasSize(3);
        assertThat(table.column("town").text(1)).isEqualTo(lines.contains("East") ? "York, East" : "York");
        if (!padded) return;
        assertThat(table.columns()).extracting(Column::name).containsExactly("town", "paid", "kept");
        assertThat(table.column("paid").type()).isEqualTo(ColumnType.NUMBER);
        assertThat(table.column("kept").text(0)).isEqualTo("yes");
        Preview preview = Preview.of(
                new ByteArrayInputStream((lines.replace(';', '\n') + "\n").getBytes(StandardCharsets.UTF_8)), null);
        assertThat(preview.rows().get(0)).containsExactly("Hull", "12.5", "yes");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '`',
            ignoreLeadingAndTrailingWhitespace = true,
            value = {
                "read    | NUMBER | 12        | 12;7;103",
                "read    | NUMBER | 12.5      | 12.5;7.25;-3.125",
                "read    | NUMBER | -12.5     | -12.5;7.25;3.5",
                "read    | NUMBER | 1500      | 1.5e3;2e2;1e-1",
                "read    | NUMBER | 12.5      | 12,5;7,25;3,75",
                "read    | NUMBER | 0.5       | .5;.25;.75",
                "offered | NUMBER | 1234.5    | 1,234.50;12,345.67;7.10",
                "offered | NUMBER | 1234.5    | 1.234,50;12.345,67;7,10",
                "offered | NUMBER | 1234.5    | 1 234,50;12 345,67;7,10",
                "offered | NUMBER | 1234.5    | 1 234.50;12 345.67;7.10",
                "offered | NUMBER | 1234.5    | 1\u00A0234,50;12\u00A0345,67;7,10",
                "offered | NUMBER | 1234.5    | 1\u202F234,50;12\u202F345,67;7,10",
                "offered | NUMBER | 1234.5    | 1'234.50;12'345.67;7.10",
                "offered | NUMBER | 1234.5    | 1’234.50;12’345.67;7.10",
                "offered | NUMBER | 1234567   | 1,234,567;12,345,678;7,654,321",
                "offered | NUMBER | 1234567   | 1.234.567;12.345.678;7.654.321",
                "offered | NUMBER | 1234567   | 12,34,567;1,23,456;9,876",
                "kept    | TEXT   | 1,23      | 1,23;4,56,7;8,9",
                "offered | NUMBER | 12.5      | 12.5 %;7.25 %;100 %",
                "offered | NUMBER | 12.5      | 12.5%;7.25%;100%",
                "offered | NUMBER | 12.5      | 12,5 %;7,25 %;99,75 %",
                "offered | NUMBER | 1234.5    | €1,234.50;€12.75;€7.10",
                "offered | NUMBER | 1234.5    | $1,234.50;$12.75;-$7.10",
                "offered | NUMBER | 1234.5    | 1.234,50 €;12,75 €;7,10 €",
                "offered | NUMBER | 1234.5    | £1234.50;£12.75;£7.15",
                "offered | NUMBER | 99        | EUR 99;EUR 12;EUR 7",
                "offered | NUMBER | 99.5      | 99.50 CHF;12.25 CHF;7.75 CHF",
                "offered | NUMBER | -1234.5   | (1,234.50);12.75;7.10",
                "offered | NUMBER | -99       | (99);12;7",
                "offered | NUMBER | -99.5     | ($99.50);$12.25;$7.75",
                "offered | NUMBER | -12.5     | \u221212.5;7.25;3.5",
                "read    | NUMBER | 39        | 39 ;41 ;7 ",
                "offered | NUMBER | 45        | 45 min;7 min;120 min",
                "offered | NUMBER | 12.5      | 12.5GB;7.25GB;1GB",
                "offered | NUMBER | 1234.5    | 1.234,5 km;12,25 km;7,75 km",
                "offered | NUMBER | 3         | 3 months;1 month;12 months",
                "offered | NUMBER | 21.5      | 21.5 °C;-3 °C;7.25 °C",
                "offered | NUMBER | 70        | 70 km/h;120 km/h;35 km/h",
                "kept    | CATEGORY | 3 GB    | 3 GB;400 MB;2 TB",
                "kept    | CATEGORY | 12A     | 12A;14B;7C",
                "kept    | CATEGORY | 007X    | 007X;012X;115X",
                "offered | NUMBER | 5025      | 1:23:45;0:00:07;12:59:00",
                "offered | NUMBER | 65        | 1:05;0:07;112:59;NA",
                "kept    | TEXT   | 3:1       | 3:1;2:7;9:2",
                "offered | NUMBER | 314       | 5h 14m;43m;2h;1d 2h",
                "offered | NUMBER | 80        | 1 hour 20 min;43 min;2 hours",
                "offered | NUMBER | 43        | 43m;12m;7m",
                "offered | NUMBER | -1234.5   | 1,234.50-;12.75;7.10",
                "offered | NUMBER | -99.5     | 99,50- €;12,25 €;7,75 €",
                "kept    | CATEGORY | 2-      | 2-;1;1-;3",
                "asked   | NUMBER | -         | 24%;0.31;7%;0.5",
                "offered | NUMBER | 24        | 24 %;31;7 %;50",
                "asked   | NUMBER | -         | 42.06 DR;79.35 CR;0.00;1.10 DR",
                "offered | NUMBER | 42.06     | 42.06 CR;79.35 CR;1.10 CR",
                "asked   | NUMBER | -         | 18,611;7,250;120,400",
                "asked   | NUMBER | -         | €18,611;€7,250;€120,400",
                "offered | NUMBER | 0.084     | €0.084;€18.611;€120.400",
                "offered | NUMBER | 0.084     | 0,084 %;18,611 %;100,000 %",
                "offered | NUMBER | -0.084    | (0.084);18.611;120.400",
                "read    | NUMBER | 0.084     | 0,084;18,611;120,400",
                "kept    | TEXT   | 0712      | 0712;0012;0133",
                "kept    | TEXT   | €5        | €5;$6;£7",
                "kept    | TEXT   | 1-2       | 1-2;3-4;5-9",
                "kept    | TEXT   | 12 kg     | 12 kg;7 kg;9 lb",
                "read    | DATE   | 2025-12-31 | 2025-12-31;2025-01-02;2024-02-29",
                "read    | DATE   | 2025-12-31 | 31.12.2025;02.01.2025;29.02.2024",
                "read    | DATE   | 2025-12-31 | 31/12/2025;02/01/2025;29/02/2024",
                "read    | DATE   | 2025-12-31 | 12/31/2025;01/02/2025;02/29/2024",
                "read    | DATE   | 2025-12-31 | 2025/12/31;2025/01/02;2024/02/29",
                "offered | DATE   | 2025-12-31 | 20251231;20250102;20240229",
                "offered | DATE   | 2025-12-31 | 31-12-2025;02-01-2025;29-02-2024",
                "offered | DATE   | 2025-12-31 | 31.12.25;02.01.25;29.02.24",
                "offered | DATE   | 1985-12-31 | 31.12.85;02.01.25;29.02.24",
                "offered | DATE   | 2025-01-01 | 1-Jan-2025;12-FEB-2025;3-mar-2024",
                "offered | DATE   | 2025-01-01 | 1 Jan 2025;12 Feb 2025;3 Mar 2024",
                "offered | DATE   | 2025-01-05 | Jan 5, 2025;Feb 12, 2025;Mar 3, 2024",
                "offered | DATE   | 2025-01-05 | January 5, 2025;February 12, 2025;March 3, 2024",
                "offered | DATE   | 2025-01-05 | Sun, 05 Jan 2025;Wed, 12 Feb 2025;Mon, 03 Mar 2025",
                "offered | DATE   | 2025-03-05 | 5. März 2025;12. Februar 2025;3. Dezember 2024",
                "offered | DATE   | 2025-03-05 | Mi., 05.03.2025;Mo., 10.03.2025;Di., 31.12.2024",
                "offered | DATE   | 2025-08-05 | 5 août 2025;12 févr. 2025;3 juil. 2024",
                "offered | DATE   | 2025-08-05 | 5 agosto 2025;12 enero 2025;3 dic 2024",
                "offered | DATE   | 2025-01-05 | 5-Jan-25;12-Feb-25;3-Mar-24",
                "offered | DATE   | 2025-03-01 | Mar-2025;Jan-2025;Dec-2024",
                "offered | DATE   | 2025-03-01 | Mar 2025;Jan 2025;Dec 2024",
                "offered | DATE   | 2025-03-01 | Mar-25;Jan-25;Dec-24",
                "offered | DATE   | 2025-03-01 | 2025-03;2025-01;2024-12",
                "offered | DATE   | 2025-03-01 | 03/2025;01/2025;12/2024",
                "offered | DATE   | 2025-01-31 | 2025-01-31T23:30:00Z;2025-01-02T00:00:00Z;2024-02-29T12:00:00Z",
                "offered | DATE   | 2025-01-31 | 2025-01-31 23:30;2025-01-02 00:15;2024-02-29 12:00",
                "offered | DATE   | 2025-01-31 | 31.01.2025 23:30:15;02.01.2025 00:15:00;29.02.2024 12:00:00",
                "offered | DATE   | 2025-01-31 | 1/31/2025 11:30 PM;1/2/2025 12:15 AM;2/29/2024 12:00 PM",
                "asked   | DATE   | -          | 01/02/2025;03/04/2025;05/06/2025",
                "asked   | DATE   | -          | 01-02-2025;03-04-2025;05-06-2025",
                "kept    | TEXT   | 2025-01-31 foo | 2025-01-31 foo;2025-01-02 bar;2024-02-29 baz",
                "kept    | TEXT   | 2025-13-01 | 2025-13-01;2025-14-02;2025-15-03",
                "offered | NUMBER | 12         | 12;N/A;7;9;11;13",
                "offered | NUMBER | 12         | 12;-;7;?;11;n/a;13;.;#N/A",
                "offered | NUMBER | 12.5       | 12.5 %;NULL;7.25 %;None;100 %",
                "offered | DATE   | 2025-12-31 | 31.12.2025;NA;02.01.2025;nan;29.02.2024"
            })
    void eachIsReadOfferedOrAsked(String how, ColumnType type, String value, String texts) throws IOException {
        Dialect[] dialect = new Dialect[1];
        Table table = read(file("x", texts), dialect);
        Column column = table.column("x");
        SuggestedReading suggested = SuggestedReading.of(column, dialect[0]);
        switch (how) {
            case "read" -> {
                assertThat(column.type()).isEqualTo(type);
                assertThat(column.text(0)).isEqualTo(value);
            }
            case "offered" -> {
                assertThat(suggested).isNotNull();
                assertThat(suggested.reading()).as(String.valueOf(suggested)).isNotNull();
                Column again = suggested.reading().apply(column, table);
                assertThat(again.type()).isEqualTo(type);
                assertThat(again.text(0)).isEqualTo(value);
                assertThat(again.missing()).isEqualTo(suggested.records());
            }
            case "asked" -> {
                assertThat(column.type()).isNotEqualTo(type);
                assertThat(suggested.reading()).isNull();
                assertThat(suggested.ways())
                        .hasSizeGreaterThan(1)
                        .allSatisfy(w -> assertThat(w.reading().type()).isEqualTo(type));
            }
            default -> {
                assertThat(column.text(0)).isEqualTo(value);
                assertThat(suggested).isNull();
            }
        }
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "snapshot_month | 2025-03-01 | 202503;202501;202412",
                "opened_on      | 2025-12-31 | 46022;45000;30000",
                "amount         | -          | 46022;45000;30000",
                "pieces         | -          | 202503;202501;202412"
            })
    void wholeNumbersAreOfferedAsDaysWhereTheirNameSaysSo(String name, String day, String texts) throws IOException {
        Dialect[] dialect = new Dialect[1];
        Table table = read(file(name, texts), dialect);
        Column column = table.column(name);
        assertThat(column.type()).isEqualTo(ColumnType.NUMBER);
        SuggestedReading suggested = SuggestedReading.of(column, dialect[0]);
        if (day.equals("-")) {
            assertThat(suggested).isNull();
        } else {
            Column again = suggested.reading().apply(column, table);
            assertThat(again.text(0)).isEqualTo(day);
            assertThat(again.asWritten(0)).isEqualTo(texts.split(";")[0]);
        }
    }

    @Test
    void aValueThatStandsForMissingIsOfferedWhereItLiesApart() throws IOException {
        StringBuilder file = new StringBuilder("age\tvisits\tprice\tdays\tspend\n");
        for (int i = 0; i < 400; i++) {
            file.append(i % 10 == 0 ? 999 : 18 + i % 70).append('\t');
            file.append(i % 12 == 0 ? -1 : i % 30).append('\t');
            file.append(i % 10 == 0 ? 999 : 400 + 3 * i).append('\t');
            file.append(i % 7 == 0 ? 365_243 : -i * 40).append('\t');
            file.append(i % 2 == 0 ? 0 : 5000 + i).append('\n');
        }
        Dialect[] dialect = new Dialect[1];
        Table table = read(file.toString(), dialect);
        assertThat(SuggestedReading.of(table.column("age"), dialect[0])
                        .reading()
                        .missing())
                .containsExactly("999");
        assertThat(SuggestedReading.of(table.column("visits"), dialect[0])
                        .reading()
                        .missing())
                .containsExactly("-1");
        assertThat(SuggestedReading.of(table.column("days"), dialect[0])
                        .reading()
                        .missing())
                .containsExactly("365243");
        assertThat(SuggestedReading.of(table.column("price"), dialect[0])).isNull();
        assertThat(SuggestedReading.of(table.column("spend"), dialect[0])).isNull();
        SuggestedReading age = SuggestedReading.of(table.column("age"), dialect[0]);
        assertThat(age.reading().apply(table.column("age"), table).missing())
                .isEqualTo(40)
                .isEqualTo(age.records());
    }

    @Test
    void aDayThatStandsForNoneIsOfferedWhereItLiesApart() throws IOException {
        StringBuilder file = new StringBuilder("closes\tseen\tborn\tboth\tonly\tk\n");
        for (int i = 0; i < 400; i++) {
            LocalDate day = LocalDate.of(2025, 1, 1).plusDays(i);
            file.append(
                    i % 3 == 0 ? "31.12.9999" : day.format(java.time.format.DateTimeFormatter.ofPattern("dd.MM.yyyy")));
            file.append('\t').append(i % 8 == 0 ? "1900-01-01" : day);
            file.append('\t').append(i % 8 == 0 ? LocalDate.EPOCH : LocalDate.EPOCH.plusDays(40L * (i - 200)));
            file.append('\t').append(i % 9 == 0 ? "0001-01-01" : i % 9 == 1 ? "9999-12-31" : day);
            file.append('\t').append("9999-12-31\tx\n");
        }
        Dialect[] dialect = new Dialect[1];
        Table table = read(file.toString(), dialect);
        Map<String, List<String>> offered = Map.of(
                "closes", List.of("31.12.9999"),
                "seen", List.of("1900-01-01"),
                "both", List.of("0001-01-01", "9999-12-31"));
        for (Column column : table.columns()) {
            SuggestedReading suggested = SuggestedReading.of(column, dialect[0]);
            List<String> missing = offered.get(column.name());
            if (missing == null) {
                assertThat(suggested).as(column.name()).isNull();
                continue;
            }
            assertThat(column.type()).isEqualTo(ColumnType.DATE);
            assertThat(suggested.reading().missing()).isEqualTo(missing);
            Column again = suggested.reading().apply(column, table);
            assertThat(again.missing()).isEqualTo(suggested.records()).isBetween(40, 140);
            assertThat(again.text(4)).isEqualTo("2025-01-05");
        }
    }

    /** A few marks in a large table or a small one, and zeros that no pressure or weight can be. */
    @Test
    void missingTextsAndLevelsThatAreAlikeAreOfferedTogether() throws IOException {
        Dialect[] dialect = new Dialect[1];
        Table table = read(
                file("x", "red;red;red;blue;blue;Red;red ;N/A;BLUE;e\u0301t\u00e9;\u00e9t\u00e9;\u00e9t\u00e9"),
                dialect);
        Column column = table.column("x");
        SuggestedReading suggested = SuggestedReading.of(column, dialect[0]);
        assertThat(suggested.reading().missing()).containsExactly("N/A");
        assertThat(suggested.reading().levels())
                .isEqualTo(Map.of("Red", "red", "red ", "red", "BLUE", "blue", "e\u0301t\u00e9", "\u00e9t\u00e9"));
        CategoryColumn again = (CategoryColumn) suggested.reading().apply(column, table);
        assertThat(again.levels()).containsExactlyInAnyOrder("red", "blue", "\u00e9t\u00e9");
        assertThat(again.missing()).isPositive();
    }

    @Test
    void amountsOfTwoCurrenciesAreRefusedByLine() throws IOException {
        Table table = read(file("x", "€5;€6;$7"), new Dialect[1]);
        Reading reading = new Reading(ColumnType.NUMBER, "1234.5 ¤", null, null);
        assertThatThrownBy(() -> reading.apply(table.column("x"), table))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("line 4")
                .hasMessageContaining("$")
                .hasMessageContaining("one currency");
    }

    @ParameterizedTest
    @CsvSource({
        "'region,2023,2024\nnorth,12,15\nsouth,9,11\n', true",
        "'region,2023,2024\nnorth,2019,2020\nsouth,2019,2020\n', false",
        "'1,2,3\n4,9,1\n7,7,2\n', true",
        "'1,2,3\n4,5,6\n7,8,9\n', false",
        "'3,2026-01-01,x\n4,2026-01-02,y\n', false",
        "'5.1,3.5\n4.9,3.0\n', false",
        "'7,x\n9,y\n', false"
    })
    void aHeaderOfNumbersIsAHeaderWhereTheRecordsAreNotLikeIt(String file, boolean header) throws IOException {
        Table table = read(file, new Dialect[1]);
        int lines = (int) file.lines().count();
        assertThat(table.size()).isEqualTo(header ? lines - 1 : lines);
        List<String> names = table.columns().stream().map(Column::name).toList();
        assertThat(names.get(0)).isEqualTo(header ? file.split(",")[0] : "column_1");
    }

    @Test
    void lettersThatStandBelowAreNoNames() throws IOException {
        String codes = "p,f,x,f\n" + "e,g,x,f\np,f,s,t\n".repeat(9);
        assertThat(read(codes, new Dialect[1]).columns().get(0).name()).isEqualTo("column_1");
        String different = "p,f,x,t\n" + "e,g,x,f\np,f,s,t\n".repeat(9);
        assertThat(read(different, new Dialect[1]).size()).isEqualTo(19);
        String named = "kind,gill,cap,f\n" + "e,g,x,f\np,f,s,t\n".repeat(9);
        assertThat(read(named, new Dialect[1]).columns().get(0).name()).isEqualTo("kind");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {"1.234.5", "(1,234.5", "1234.5%", "% 1234.5", "1234", "$1234.5", "1;234.5"})
    void aFormatThatIsNoneIsRefusedWithThoseThereAre(String format) {
        assertThatThrownBy(() -> NumberFormat.of(format))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining(format)
                .hasMessageContaining("1.234,5")
                .hasMessageContaining("¤");
    }

    @ParameterizedTest
    @CsvSource({"yyyy", "dd.MM", "hello", "MM/dd/", "HH:mm"})
    void aPatternThatIsNoDayIsRefused(String pattern) {
        assertThatThrownBy(() -> DateFormat.of(pattern))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("dd.MM.yyyy");
    }

    @Test
    void aTimeOfDayIsLeftOffAndNothingElse() {
        DateFormat iso = DateFormat.of(null);
        for (String time :
                List.of("T23:30", " 23:30:15", "T23:30:00Z", "T23:30:00.123+02:00", " 11:30 PM", " 9:05:00 UTC")) {
            assertThat(iso.day("2025-01-31" + time)).as(time).isEqualTo(iso.day("2025-01-31"));
        }
        for (String rest : List.of(" foo", "T", " 23", "x23:30", " 23:30 foo")) {
            assertThat(iso.day("2025-01-31" + rest)).as(rest).isEqualTo(DateColumn.MISSING);
        }
    }

    @Test
    void mergedLevelsAreFoldedAfterwardsAndBlankTextsAreOneMark() {
        CategoryColumn column =
                new CategoryColumn("x", new int[] {0, 1, 2, 3, 4, 5}, List.of("a", "A", "b", " ", "", "c"));
        Table table = new Table(List.of(column), null);
        Reading reading =
                new Reading(ColumnType.CATEGORY, null, List.of(" "), List.of("a"), Map.of("A", "a", "c", "b"));
        Column again = reading.apply(column, table);
        assertThat(again.text(0)).isEqualTo("a");
        assertThat(again.text(1)).isEqualTo("a");
        assertThat(again.text(2)).isEqualTo(Reading.OTHER);
        assertThat(again.text(5)).isEqualTo(Reading.OTHER);
        assertThat(again.isMissing(3)).isTrue();
        assertThat(again.isMissing(4)).isTrue();
    }
}
