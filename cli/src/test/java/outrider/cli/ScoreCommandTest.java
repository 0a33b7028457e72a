package outrider.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.documents.ModelDocument;
import outrider.exchange.ScoringRecipe;
import outrider.learn.reference.GroupRates;
import outrider.table.ColumnType;
import outrider.table.Join;

class ScoreCommandTest {
    @TempDir
    Path folder;

    private final StringWriter out = new StringWriter();
    private final StringWriter err = new StringWriter();

    private int run(String... arguments) {
        return Main.run(new PrintWriter(out, true), new PrintWriter(err, true), arguments);
    }

    private Path recipe() throws IOException {
        return recipe(null);
    }

    private Path recipe(String where) throws IOException {
        GroupRates model = new GroupRates(List.of("tier"), 0.1, Map.of("4:race|", 0.4, "4:town|", 0.05));
        ScoringRecipe recipe = new ScoringRecipe(
                "who lapses",
                "Group rates",
                "member",
                List.of(new ScoringRecipe.Need("tier", ColumnType.CATEGORY, null)),
                model,
                new ScoringRecipe.Acting(0.3, "top tenth", new double[] {0.3}, null),
                new ScoringRecipe.Shape(Map.of("racer", "tier = 'race'"), where, null));
        Path file = folder.resolve("recipe.json");
        try (OutputStream to = Files.newOutputStream(file)) {
            ModelDocument.writeRecipe(recipe, to);
        }
        return file;
    }

    @Test
    void scoresAListAndSaysWhatPlayedNoPart() throws IOException {
        Path list = Files.writeString(
                folder.resolve("list.csv"),
                "member,tier,hobby\nA1,race,x\nA2,town,y\nA3,moon,z\n".replace("\\\n", "\n"));
        Path scored = folder.resolve("scored.csv");
        assertThat(run("score", recipe().toString(), list.toString(), "--out", scored.toString()))
                .as(err.toString())
                .isZero();
        assertThat(Files.readAllLines(scored))
                .containsExactly("member,score,band,action", "A1,0.4,1,act", "A2,0.05,2,leave", "A3,0.1,2,leave");
        assertThat(err.toString()).contains("not used: hobby");
        assertThat(out.toString()).contains("3 records scored by Group rates");
    }

    @Test
    void columnsThatWereJoinedAreJoinedAgainOrAskedFor() throws IOException {
        ScoringRecipe plain;
        try (InputStream in = Files.newInputStream(recipe())) {
            plain = ModelDocument.readRecipe(in);
        }
        ScoringRecipe.Joined tiers =
                new ScoringRecipe.Joined("tiers.csv", new Join.Terms(Map.of("member", "no"), null, null, null, null));
        Path recipe = folder.resolve("joining.json");
        try (OutputStream to = Files.newOutputStream(recipe)) {
            ModelDocument.writeRecipe(plain.joinedBy(List.of(tiers)), to);
        }
        Path list = Files.writeString(folder.resolve("list.csv"), "member,age\nA1,30\nA2,40\n");
        Path tier = Files.writeString(folder.resolve("new-tiers.csv"), "no,tier\nA2,race\nA1,town\nA7,race\n");
        Path scored = folder.resolve("scored.csv");
        assertThat(run("score", recipe.toString(), list.toString(), "--out", scored.toString()))
                .isEqualTo(2);
        assertThat(err.toString()).contains("lacks a column", "or join it with one like tiers.csv");
        String[] joined = {
            "score", recipe.toString(), list.toString(), "--join", tier.toString(), "--out", scored.toString()
        };
        assertThat(run(joined)).as(err.toString()).isZero();
        assertThat(Files.readAllLines(scored).subList(1, 3)).containsExactly("A1,0.05,2,leave", "A2,0.4,1,act");
    }

    @Test
    void whomItIsNotMeantForIsCountedAndNeverActedOn() throws IOException {
        Path list = Files.writeString(folder.resolve("list.csv"), "member,tier\nA1,race\nA2,town\nA3,\n");
        Path scored = folder.resolve("scored.csv");
        assertThat(run("score", recipe("racer = 'no'").toString(), list.toString(), "--out", scored.toString()))
                .as(err.toString())
                .isZero();
        assertThat(Files.readAllLines(scored).subList(1, 4))
                .containsExactly("A1,0.4,1,not meant", "A2,0.05,2,leave", "A3,0.1,2,not meant");
        assertThat(err.toString()).contains("2 records are not meant, because they do not meet: racer = 'no'");
    }

    @Test
    void aListThatLacksAColumnIsRefusedInOneLineAndNothingIsWritten() throws IOException {
        Path list = Files.writeString(folder.resolve("poor.csv"), "member,age\nA1,3\nA2,4\n".replace("\\\n", "\n"));
        Path scored = folder.resolve("scored.csv");
        assertThat(run("score", recipe().toString(), list.toString(), "--out", scored.toString()))
                .isEqualTo(2);
        assertThat(err.toString().lines().filter(line -> line.startsWith("outrider:")))
                .singleElement()
                .asString()
                .contains("tier");
        assertThat(scored).doesNotExist();
        assertThat(run("score", list.toString(), list.toString(), "--out", scored.toString()))
                .isEqualTo(2);
        assertThat(err.toString()).contains("recipe: cannot be read");
    }
}
