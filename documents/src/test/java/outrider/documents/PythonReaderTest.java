package outrider.documents;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.BadInput;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.DateColumn;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** The Python reader reads texts as the application does, and refuses what it refuses. */
class PythonReaderTest {
    private static final ObjectMapper JSON = new ObjectMapper();
    private static final List<String> CORES =
            List.of("1234.5", "1234,5", "1,234.5", "1.234,5", "1 234.5", "1 234,5", "1'234.5", "1'234,5");
    private static final List<String> NUMBERS = List.of(
            "0",
            "-0",
            "7",
            "007",
            "0.5",
            ".5",
            "5.",
            "1,5",
            "1.5",
            "-1.234,5",
            "1,234.5",
            "12,34.5",
            "1.234.567,8",
            "1 234,5",
            "1\u00a0234.5",
            "1'234.5",
            "12,34,567",
            "1,23,45",
            "1\u2019234.5",
            "(12)",
            "(1,5)",
            "\u22125",
            "12 %",
            "12%",
            "% 12",
            "€ 5",
            "5 €",
            "-5 EUR",
            "€ -5",
            "5 XQZ",
            "5 km",
            "1,234.5km",
            "1.5 Km",
            "km",
            "5 km/h",
            "1 month",
            "-2 months",
            "3 month s",
            "(4 months)",
            "-3\u00a0°C",
            "1e3",
            "1E-3",
            "e3",
            "1e400",
            "",
            " ",
            "abc",
            "1_000",
            "+5",
            "+-5",
            "٣",
            "NaN",
            "Infinity",
            "0x1F",
            " 39",
            "7.5 ",
            " -1,5 ",
            " 0712",
            "\t5",
            "1:23:45",
            " 0:05",
            "-12:30",
            "1:60",
            "3:1",
            "1:02:03:04",
            "123:00:59",
            "5-",
            "1,234.5-",
            "-5-",
            "5 -",
            "€5-",
            "12 %",
            "0.57",
            "0,57",
            "-1",
            "1.5",
            "57",
            "5 CR",
            "1.234,5dr",
            "-5 DR",
            "0",
            "CR",
            "5h 14m",
            "43m",
            "1 d 2 hours",
            "2 min 30 sec",
            "1h30",
            "-1h 1s",
            "m",
            "3 minutes");
    private static final List<String> PATTERNS = List.of(
            "uuuu-MM-dd",
            "dd.MM.uuuu",
            "dd/MM/uuuu",
            "MM/dd/uuuu",
            "uuuu/MM/dd",
            "d.M.uuuu",
            "uuuuMMdd",
            "dd.MM.uu",
            "d-MMM-uuuu",
            "d MMM uuuu",
            "d-MMM-uu",
            "d. MMM uuuu",
            "MMM d, uuuu",
            "MMM d uuuu",
            "MMM-uuuu",
            "MMM uuuu",
            "MMM-uu",
            "uuuu-MM",
            "MM/uuuu",
            "uuuuMM",
            "serial");
    private static final List<String> DAYS = List.of(
            "2025-12-31",
            "31.12.2025",
            "31/12/2025",
            "12/31/2025",
            "2025/12/31",
            "1.2.2025",
            "20251231",
            "31.12.49",
            "31.12.50",
            "1-Jan-2025",
            "1-jan-2025",
            "01-JAN-2025",
            "5 Feb 2025",
            "Feb-2025",
            "feb 2025",
            "Feb-25",
            "5-Mar-25",
            "Mar 5, 2025",
            "March 5, 2025",
            "Wed, 05 Mar 2025",
            "wednesday March 5 2025",
            "Wed, 05 Mar 2025 10:00:00 GMT",
            "5. März 2025",
            "5. MÄRZ 2025",
            "Mi., 31.12.2025",
            "12 févr. 2025",
            "12 févr 2025",
            "5 Dez 2025",
            "5-dez.-2025",
            "Sept 5, 2025",
            "5 Marsh 2025",
            "Mon 2025-12-31",
            "Mon2025-12-31",
            "2025-02",
            "02/2025",
            "202502",
            "45000",
            "0",
            "2958466",
            "2025-02-29",
            "2024-02-29",
            "31.04.2025",
            "2025-12-31T10:20:30Z",
            "31.12.2025 10:20",
            "2025-12-31 25",
            "0001-01-01",
            "9999-12-31",
            "12025-01-01",
            " 2025-12-31 ",
            "soon",
            "");

    @TempDir
    Path folder;

    private Path reader;

    @BeforeEach
    void lay() throws IOException {
        reader = folder.resolve("outrider_score.py");
        Files.copy(requireNonNull(ModelDocument.class.getResourceAsStream("outrider_score.py")), reader);
    }

    private String python(int code, byte[] in, String... words) throws IOException, InterruptedException {
        List<String> call = new ArrayList<>(List.of("python3", "-B"));
        call.addAll(List.of(words));
        Path list = Files.write(folder.resolve("in"), in);
        Process process = new ProcessBuilder(call)
                .redirectErrorStream(true)
                .redirectInput(list.toFile())
                .start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isEqualTo(code);
        assertThat(said).doesNotContain("Traceback");
        return said;
    }

    /** What the application makes of a text: a number, a day, or nothing. */
    private static Double java(ColumnType type, String format, String text) {
        try {
            Column read = new Reading(type, format, null, null)
                    .apply(
                            TextColumn.of("x", text.isEmpty() ? null : text),
                            new Table(List.of(TextColumn.of("x", text)), null));
            if (read.isMissing(0)) return null;
            return read instanceof NumberColumn numbers
                    ? (Double) numbers.values()[0]
                    : (Double) (double) ((DateColumn) read).days()[0];
        } catch (BadInput e) {
            return Double.NaN;
        }
    }

    @Test
    void everyWayOfWritingIsReadAsTheApplicationReadsIt() throws IOException, InterruptedException {
        List<Map<String, Object>> asked = new ArrayList<>();
        for (String core : CORES) {
            for (String sign : List.of("", " %", " ¤", " km", " months", " °C")) {
                for (String format : List.of(core + sign, "(" + core + ")" + sign, core + "-" + sign)) {
                    for (String text : NUMBERS) asked.add(asked(ColumnType.NUMBER, format, text));
                }
            }
        }
        List<String> others = List.of(
                "1:23:45",
                "1h 23m",
                "1234.5 % or 0.5",
                "1.234,5 % or 0,5",
                "1,234.5 % or 50",
                "1234.5 CR, -1234.5 DR",
                "1.234,5 DR, -1.234,5 CR");
        for (String format : others) for (String text : NUMBERS) asked.add(asked(ColumnType.NUMBER, format, text));
        for (String pattern : PATTERNS) for (String text : DAYS) asked.add(asked(ColumnType.DATE, pattern, text));
        Path cases = folder.resolve("cases.json");
        JSON.writeValue(cases.toFile(), asked);
        Path call = Files.writeString(folder.resolve("call.py"), """
                import json, sys
                sys.path.insert(0, sys.argv[1])
                import outrider_score as reader
                told = []
                for case in json.load(open(sys.argv[2], encoding="utf-8")):
                    need = reader.Need({"name": "x", "type": case["type"], "reading": {"format": case["format"]}})
                    try:
                        told.append(need.read(case["text"]))
                    except reader.Refused:
                        told.append("refused")
                print(json.dumps(told))
                """);
        JsonNode told = JSON.readTree(python(0, new byte[0], call.toString(), folder.toString(), cases.toString()));
        List<String> wrong = new ArrayList<>();
        for (int i = 0; i < asked.size(); i++) {
            Map<String, Object> one = asked.get(i);
            Double wanted = java(
                    ColumnType.valueOf((String) one.get("type")), (String) one.get("format"), (String) one.get("text"));
            JsonNode found = told.get(i);
            boolean same = wanted == null
                    ? found.isNull()
                    : wanted.isNaN()
                            ? found.asText().equals("refused")
                            : found.isNumber() && found.asDouble() == wanted;
            if (!same) wrong.add(one + " gives " + found + ", not " + wanted);
        }
        assertThat(wrong).isEmpty();
    }

    private static Map<String, Object> asked(ColumnType type, String format, String text) {
        Map<String, Object> asked = new LinkedHashMap<>();
        asked.put("type", type.name());
        asked.put("format", format);
        asked.put("text", text);
        return asked;
    }

    private static final String RECIPE = """
            {"format": 4, "recipe": {"identifier": "who", "threshold": 0.4, "bandFrom": [0.6], "columns": [{"name": "age", "type": "NUMBER",
             "reading": {"format": "1234.5", "missing": ["-1"]}}], "model": {"kind": "supplied", "column": "age", "lowerIsRiskier": false,
             "probability": false}}}""";

    private String refused(String recipe, String list) throws IOException, InterruptedException {
        Path file = Files.writeString(folder.resolve("recipe.json"), recipe);
        return python(1, list.getBytes(StandardCharsets.UTF_8), reader.toString(), file.toString());
    }

    @Test
    void badListsAndRecipesAreToldWithoutATrace() throws IOException, InterruptedException {
        Path file = Files.writeString(folder.resolve("recipe.json"), RECIPE);
        assertThat(python(
                        0,
                        "who;age\n=1+1;0.7\nM2;0.1\n".getBytes(StandardCharsets.UTF_8),
                        reader.toString(),
                        file.toString()))
                .isEqualTo("who,score,band,action\n'=1+1,0.7,1,act\nM2,0.1,2,leave\n");
        assertThat(refused(RECIPE, "who,age\nM1,1\nM2,old\n"))
                .contains("line 3", "column \"age\" is \"old\", not a number");
        assertThat(refused(RECIPE, "who,age\nM1,-1\n")).contains("the score is missing");
        assertThat(refused(RECIPE, "who\nM1\n")).contains("column \"age\" is missing");
        assertThat(refused(RECIPE, "who,age\nM1\n")).contains("line 2 has 1 cells, the header 2");
        assertThat(refused(RECIPE, "age,age\n1,2\n")).contains("stands there twice");
        assertThat(refused("{", "age\n1\n")).contains("is no recipe");
        assertThat(refused("[]", "age\n1\n")).contains("is no recipe");
        assertThat(refused(RECIPE.replace("\"format\": 4", "\"format\": 8"), "age\n1\n"))
                .contains("take a later reader");
        assertThat(refused(RECIPE.replace("\"supplied\"", "\"neighbours\""), "age\n1\n"))
                .contains("nearest neighbours", "use scorer.jar");
        assertThat(refused(RECIPE.replace("\"supplied\"", "\"oracle\""), "age\n1\n"))
                .contains("kind oracle of the recipe is not known");
        assertThat(python(1, new byte[] {'a', 'g', 'e', '\n', (byte) 0xE9, '\n'}, reader.toString(), file.toString()))
                .contains("not in UTF-8");
        assertThat(python(1, new byte[0], reader.toString(), "nowhere.json")).contains("nowhere.json cannot be read");
        assertThat(python(2, new byte[0], reader.toString())).contains("python3 outrider_score.py recipe.json");
    }
}
