package outrider.scorer;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.assertj.core.api.InstanceOfAssertFactories;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import outrider.base.BadInput;

class ScorerTest {
    /** Scores age / 100 where age is known, 0.5 where it is not. */
    private static final String RECIPE = """
            {"format": 4, "recipe": {"brief": "Who?", "candidate": "line", "identifier": "who", "threshold": 0.4, "cut": "top",
             "bandFrom": [0.6, 0.3], "columns": [{"name": "age", "type": "NUMBER",
              "reading": {"type": "NUMBER", "format": "1234.5", "missing": ["-1"]}}],
             "model": {"kind": "linear", "preparation": {"steps": [{"step": "number", "column": "age", "date": false, "origin": 0.0,
              "fill": 50.0, "flagged": false, "age": false}]}, "scaling": {"mean": [0.0], "deviation": [1.0]},
              "fit": {"intercept": 0.0, "slopes": [0.01]}}},
             "release": {"version": 2, "report": 7, "evidence": "ab"}}""";

    @TempDir
    Path folder;

    private final ByteArrayOutputStream said = new ByteArrayOutputStream();

    private String run(int code, String recipe, byte[] list) throws IOException {
        Path file = Files.writeString(folder.resolve("recipe.json"), recipe);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        said.reset();
        int ended = Main.run(
                new String[] {file.toString()},
                new ByteArrayInputStream(list),
                out,
                new PrintStream(said, true, StandardCharsets.UTF_8));
        assertThat(ended).as(said.toString(StandardCharsets.UTF_8)).isEqualTo(code);
        return out.toString(StandardCharsets.UTF_8);
    }

    private String scored(String list) throws IOException {
        return run(0, RECIPE, list.getBytes(StandardCharsets.UTF_8));
    }

    private String refused(String list) throws IOException {
        run(1, RECIPE, list.getBytes(StandardCharsets.UTF_8));
        return said.toString(StandardCharsets.UTF_8);
    }

    @Test
    void aListIsScoredWithItsVersion() throws IOException {
        assertThat(scored("who,hobby,age\nM1,chess,61\n\"M, 2\",\"a \"\"b\"\"\nc\",-1\n=M3,,\n"))
                .isEqualTo("""
                who,score,band,action,version
                M1,0.61,1,act,2
                "M, 2",0.5,2,act,2
                '=M3,0.5,2,act,2
                """);
    }

    @ParameterizedTest
    @ValueSource(strings = {";", "\t", ","})
    void theFirstLineSaysWhatPartsCells(String mark) throws IOException {
        String list = "\uFEFFwho|age\r\nM1|12\r\n\r\nM2|70\r\n".replace("|", mark);
        assertThat(scored(list).lines())
                .containsExactly("who,score,band,action,version", "M1,0.12,3,leave,2", "M2,0.7000000000000001,1,act,2");
    }

    /** Blocks end in the middle of a list; records without an identifier are numbered through. */
    @Test
    void aLongListIsScoredBlockByBlock() throws IOException {
        StringBuilder list = new StringBuilder("age\n");
        for (int i = 0; i < 20_000; i++) list.append(i % 100).append('\n');
        List<String> lines = scored(list.toString()).lines().toList();
        assertThat(lines).hasSize(20_001);
        assertThat(lines.get(0)).isEqualTo("record,score,band,action,version");
        assertThat(lines.get(8193)).startsWith("8193,0.92,");
        assertThat(lines.get(20_000)).startsWith("20000,0.99,");
        assertThat(scored("age\n")).isEqualTo("record,score,band,action,version\n");
    }

    @Test
    void badListsAreToldByLineAndColumn() throws IOException {
        assertThat(refused("")).contains("list: is empty");
        assertThat(refused("who\nM1\n")).contains("lacks a column that line reads: age");
        assertThat(refused("who,age\nM1,1\nM2,old\n"))
                .contains("line 3")
                .contains("age")
                .contains("“old”");
        assertThat(refused("who,age\nM1\n")).contains("line 2").contains("has 1 cells, the header 2");
        assertThat(refused("who,age\nM1,1,2\n")).contains("line 2").contains("has 3 cells, the header 2");
        assertThat(refused("who,age\nM1,\"1\n")).contains("line 2").contains("opens a quote that is never closed");
        assertThat(refused("age,age\n1,2\n")).contains("stands there twice");
        run(1, RECIPE, new byte[] {'a', 'g', 'e', '\n', (byte) 0xE9, '\n'});
        assertThat(said.toString(StandardCharsets.UTF_8)).contains("is not in UTF-8");
    }

    @Test
    void badRecipesAreToldWithAWayOut() throws IOException {
        byte[] list = "age\n1\n".getBytes(StandardCharsets.UTF_8);
        for (Map.Entry<String, String> bad : Map.of(
                        "{",
                        "is no JSON from letter 2 on",
                        "{}",
                        "holds no recipe",
                        RECIPE.replace("\"format\": 4", "\"format\": 9"),
                        "take the scorer of a later version",
                        RECIPE.replace("\"linear\"", "\"oracle\""),
                        "holds the kind oracle, unknown here",
                        RECIPE.replace("\"number\"", "\"spiral\""),
                        "holds the step spiral, unknown here",
                        RECIPE.replace("\"NUMBER\", \"format\"", "\"SOUND\", \"format\""),
                        "holds SOUND",
                        RECIPE.replace("[0.01]", "[\"x\"]"),
                        "download it again")
                .entrySet()) {
            run(1, bad.getKey(), list);
            assertThat(said.toString(StandardCharsets.UTF_8)).contains(bad.getValue());
        }
        assertThat(Main.run(
                        new String[] {"nowhere.json"},
                        System.in,
                        said,
                        new PrintStream(said, true, StandardCharsets.UTF_8)))
                .isEqualTo(1);
        assertThat(said.toString(StandardCharsets.UTF_8)).contains("nowhere.json", "is not there");
        assertThat(Main.run(new String[0], System.in, said, new PrintStream(said, true, StandardCharsets.UTF_8)))
                .isEqualTo(2);
    }

    @Test
    void jsonIsReadAsTheStandardHasIt() {
        assertThat(Json.read(" [1e-3, -0.5, true, null, \"a\\u00e9\\n\\\"\\\\/\", {\"k\": []}] "))
                .asInstanceOf(InstanceOfAssertFactories.LIST)
                .containsExactly(
                        new Json.Digits("1e-3"),
                        new Json.Digits("-0.5"),
                        true,
                        null,
                        "aé\n\"\\/",
                        Map.of("k", List.of()));
        for (String bad : List.of("", "[1,]", "{\"a\" 1}", "\"open", "nul", "[1] 2", "\"\\x\"", "\"\\u12\"")) {
            assertThatThrownBy(() -> Json.read(bad))
                    .as(bad)
                    .isInstanceOf(BadInput.class)
                    .hasMessageContaining("is no JSON");
        }
    }

    @Test
    void cellsKnowTheLineTheyBeginOn() throws IOException {
        CsvLines lines = new CsvLines(new StringReader("a,b\n\"x\ny\",1\n\n,\n"));
        List<String> told = new ArrayList<>();
        for (String[] record; (record = lines.next()) != null; ) told.add(lines.startLine() + String.join("|", record));
        assertThat(told).containsExactly("1a|b", "2x\ny|1", "5|");
    }
}
