package outrider.casefile;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.fasterxml.jackson.databind.node.ObjectNode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.exchange.ReleasedRecipe;
import outrider.exchange.ScoringRecipe;
import outrider.follow.ActedGroups;
import outrider.follow.BatchFigures;
import outrider.follow.Reference;
import outrider.follow.SignedFigures;
import outrider.learn.supplied.SuppliedScore;
import outrider.stakes.Stakes;
import outrider.table.CategoryColumn;
import outrider.table.Column;
import outrider.table.ColumnType;
import outrider.table.EventRule;
import outrider.table.NumberColumn;
import outrider.table.Reading;
import outrider.table.Table;
import outrider.table.TextColumn;

/** Batches of a release, and the file that proves one. */
class FollowedBatchTest {
    private static final SigningKey KEY = SigningKey.make();
    private static final List<String> ENDS = List.of("kept", "lapsed", "moved");

    private static ReleasedRecipe recipe(@Nullable String identifier, @Nullable String where) {
        ScoringRecipe recipe = new ScoringRecipe(
                "Who lapses?",
                "points",
                identifier,
                List.of(
                        new ScoringRecipe.Need("points", ColumnType.NUMBER, null),
                        new ScoringRecipe.Need("tier", ColumnType.CATEGORY, null)),
                new SuppliedScore("points", false, false),
                new ScoringRecipe.Acting(50.0, "acts on the upper half", new double[] {70}, null),
                new ScoringRecipe.Shape(null, where, null));
        return new ReleasedRecipe(recipe, null);
    }

    private static ReleaseDocument release(String recipe) {
        return release(recipe, new BriefFile.Outcome("renewal", List.of("lapsed"), List.of("moved"), false), null);
    }

    private static ReleaseDocument release(String recipe, BriefFile.Outcome outcome, @Nullable Reading reading) {
        return release(recipe, outcome, reading, null);
    }

    private static ReleaseDocument release(
            String recipe, BriefFile.Outcome outcome, @Nullable Reading reading, @Nullable List<String> levels) {
        SignedFigures.Told told = new SignedFigures.Told(0.5, 0.4, 0.6);
        double[] points = IntStream.range(0, 100).asDoubleStream().toArray();
        return new ReleaseDocument(
                ReleaseDocument.FORMAT,
                "Who lapses?",
                2,
                new ReleaseDocument.Signed(7L, "ab", "approver", null, null, null),
                new ReleaseDocument.Scoring(
                        "points", 50.0, "acts on the upper half", recipe, List.of(), ReleaseDocument.Unknown.REFUSED),
                new ReleaseDocument.Judged(
                        outcome,
                        reading,
                        levels,
                        null,
                        null,
                        null,
                        new ReleaseDocument.Acting("rung", List.of("yes"), List.of("held out"))),
                new ReleaseDocument.Watched(
                        new SignedFigures(
                                new SignedFigures.Measures(told, told, told, told, told, null),
                                0.5,
                                Reference.of("score", points),
                                List.of(Reference.of("points", points)),
                                null),
                        null,
                        new Stakes(10, 1, 0, 0, 0, 1),
                        BriefFile.Words.PLAIN),
                new ReleaseDocument.Made("analyst", "2026-11-27T09:00:00Z", KEY.open()));
    }

    /** Members M0 to M5; M5 stands twice. */
    private static Table batch(int... ends) {
        int n = ends.length;
        return new Table(
                List.of(
                        TextColumn.of(
                                "who",
                                IntStream.range(0, n)
                                        .mapToObj(i -> "M" + Math.min(5, i))
                                        .toArray(String[]::new)),
                        new NumberColumn(
                                "points",
                                IntStream.range(0, n).mapToDouble(i -> 15.0 * i).toArray()),
                        new CategoryColumn("tier", new int[n], List.of("town")),
                        new CategoryColumn("renewal", ends, ENDS)),
                null);
    }

    @Test
    void recordsThatRepeatAnIdentifierAreCountedByRulesThatDo() {
        assertThat(batch("who", 8).repeated()).isEqualTo(2);
        assertThat(batch("who", 6).repeated()).as("none").isNull();
        assertThat(batch(null, 8).repeated()).as("without identifiers").isNull();
        assertThat(batch("who", 8).asOf(13).repeated()).isNull();
        FollowedFigures told = FollowedFigures.of(batch("who", 8), 1, Workers.ALONE);
        assertThat(told.repeated()).isEqualTo(2);
        assertThat(Canonical.tree(told.shortened()).get("repeated").intValue()).isEqualTo(2);
    }

    private static FollowedBatch batch(@Nullable String identifier, int records) {
        ReleasedRecipe recipe = recipe(identifier, null);
        return FollowedBatch.of(release("ab"), recipe, batch(new int[records]), Workers.ALONE, Progress.NONE);
    }

    private static Table outcomes(String... pairs) {
        String[] who = new String[pairs.length];
        int[] end = new int[pairs.length];
        for (int i = 0; i < pairs.length; i++) {
            who[i] = pairs[i].split("=")[0];
            end[i] = ENDS.indexOf(pairs[i].split("=")[1]);
        }
        return new Table(List.of(TextColumn.of("who", who), new CategoryColumn("renewal", end, ENDS)), null);
    }

    private static FollowedBatch followed(ReleasedRecipe recipe, Table list) {
        return FollowedBatch.of(release("x"), recipe, list, Workers.ALONE, Progress.NONE);
    }

    private static BatchFigures figures(FollowedBatch batch) {
        return batch.figures(new Seeds(1), Workers.ALONE);
    }

    /** Where any value is the event, a batch without one says nothing, and a later file that names a record without one says no. */
    @Test
    void noValueIsAnOutcomeOnceAFileBringsIt() {
        BriefFile.Outcome filled = new BriefFile.Outcome(
                "renewal", List.of(), List.of(), false, new EventRule(EventRule.EventKind.FILLED, null));
        FollowedBatch batch = FollowedBatch.of(
                release("x", filled, null),
                recipe("who", null),
                batch(-1, -1, -1, -1, -1),
                Workers.ALONE,
                Progress.NONE);
        assertThat(figures(batch).known()).isZero();
        assertThat(batch.outcomes(outcomes("M0=lapsed", "M1=?", "M9=lapsed"))).isEqualTo(1);
        BatchFigures found = figures(batch);
        assertThat(List.of(found.known(), found.events())).containsExactly(2, 1);

        Table next = batch.scored("score");
        BriefFile.Outcome asked = filled.ofArrived();
        assertThat(asked.of(next, null)).containsExactly(1, 0, -1, -1, -1);
    }

    /** Texts that stand for missing, and levels that are merged, are so in batches too. */
    @Test
    void outcomesAreReadAsTheyWereWhenItWasSigned() {
        BriefFile.Outcome filled = new BriefFile.Outcome(
                "renewal", List.of(), List.of(), false, new EventRule(EventRule.EventKind.FILLED, null));
        Reading gone = new Reading(ColumnType.CATEGORY, null, List.of("kept"), null);
        FollowedBatch batch = FollowedBatch.of(
                release("x", filled, gone), recipe("who", null), batch(0, 1, 0, 2, 0), Workers.ALONE, Progress.NONE);
        BatchFigures found = figures(batch);
        assertThat(List.of(found.known(), found.events())).containsExactly(5, 2);

        BriefFile.Outcome levels = new BriefFile.Outcome("renewal", List.of("lapsed"), List.of(), false);
        Reading merged = new Reading(ColumnType.CATEGORY, null, null, null, Map.of("moved", "lapsed"));
        batch = FollowedBatch.of(
                release("x", levels, merged), recipe("who", null), batch(0, 1, 0, 2, 0), Workers.ALONE, Progress.NONE);
        assertThat(figures(batch).events()).isEqualTo(2);
    }

    /** Neither event nor none is refused, with what it was written like when it was signed. */
    @Test
    void anOutcomeThatNeverWasIsRefused() {
        BriefFile.Outcome asked = new BriefFile.Outcome("renewal", List.of("lapsed"), List.of("moved"), false);
        ReleaseDocument release = release("x", asked, null, List.of("kept", "lapsed", "moved"));
        for (String odd : List.of("LAPSED", " lapsed", "pending", "1")) {
            Table brought = new Table(
                    List.of(
                            TextColumn.of("who", new String[] {"M0", "M1"}),
                            TextColumn.of("renewal", new String[] {null, odd})),
                    null);
            FollowedBatch batch =
                    FollowedBatch.of(release, recipe("who", null), batch(-1, -1, -1), Workers.ALONE, Progress.NONE);
            assertThatThrownBy(() -> batch.outcomes(brought))
                    .hasMessageContaining("“" + odd + "”")
                    .hasMessageContaining(
                            odd.strip().equalsIgnoreCase("lapsed")
                                    ? "write “lapsed”"
                                    : "write one of “kept”, “lapsed”, “moved”");
        }
        FollowedBatch fine =
                FollowedBatch.of(release, recipe("who", null), batch(0, 1, 2, -1, 0), Workers.ALONE, Progress.NONE);
        assertThat(figures(fine).known()).isEqualTo(3);
    }

    @Test
    void identifiersThatAreWrittenOtherwiseAreRefusedAndOthersCounted() {
        Column who = TextColumn.of("who", new String[] {"00012", "00013", "AB7"});
        for (String odd : List.of("12", "13.0", "ab7 ")) {
            assertThatThrownBy(() ->
                            FollowedBatch.demandSameWriting(who, TextColumn.of("who", new String[] {"99", odd})))
                    .hasMessageContaining("“" + odd + "”")
                    .hasMessageContaining("as they stand in the batch");
        }
        FollowedBatch.demandSameWriting(who, TextColumn.of("who", new String[] {"12", "00013"}));
        FollowedBatch.demandSameWriting(who, TextColumn.of("who", new String[] {"99", null}));
    }

    @Test
    void outcomesThatHaveNotArrivedOrAreLeftOutAreNoNonEvents() {
        BatchFigures found = figures(followed(recipe("who", null), batch(0, 1, 2, -1, 0, 1, 1)));
        assertThat(List.of(found.records(), found.acted(), found.known(), found.events()))
                .containsExactly(7, 3, 5, 3);
        assertThat(found.figures().capture().value()).isEqualTo(2 / 3.0);
        BatchFigures none = figures(followed(recipe("who", null), batch(-1, -1, -1, -1, -1, -1, -1)));
        assertThat(none.known()).isZero();
        assertThat(none.figures()).isNull();
        Table without = new Table(batch(0, 0, 0, 0, 0, 0, 0).columns().subList(0, 3), null);
        assertThat(figures(followed(recipe("who", null), without)).known()).isZero();
    }

    @Test
    void laterOutcomesAreMatchedForEveryRecordOfAnIdentifierAndContradictionsAreCounted() {
        FollowedBatch batch = followed(recipe("who", null), batch(0, -1, -1, -1, -1, -1, -1));
        assertThat(batch.outcomes(outcomes("M1=lapsed", "M5=lapsed", "nobody=kept", "M2=moved")))
                .isEqualTo(1);
        assertThat(batch.contradictory()).isZero();
        assertThat(figures(batch).known()).as("M0, M1, and M5 twice").isEqualTo(4);
        assertThat(batch.outcomes(outcomes("M0=lapsed", "M1=lapsed"))).isZero();
        assertThat(batch.contradictory()).as("M0 was kept").isEqualTo(1);
        assertThat(batch.late()).as("M1, and M5 twice").isEqualTo(3);
        Table listed = batch.contradictions();
        assertThat(listed.columns())
                .extracting(c -> c.name() + ": " + c.text(0))
                .containsExactly("who: M0", "renewal before: " + ENDS.get(0), "renewal now: lapsed");
        assertThat(figures(batch).events()).as("the last one counts").isEqualTo(4);
        assertThatThrownBy(() -> batch.outcomes(new Table(List.of(TextColumn.of("who", "M1")), null)))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("renewal");
        FollowedBatch nameless = followed(recipe(null, null), batch(0, 0, 0, 0, 0, 0, 0));
        assertThatThrownBy(() -> nameless.outcomes(outcomes("M1=lapsed")))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("records have no identifier");
    }

    @Test
    void recordsThatTheRecipeIsNotMeantForAreLeftOut() {
        BatchFigures found = figures(followed(recipe("who", "points >= 30"), batch(1, 1, 0, 1, 0, 1, 1)));
        assertThat(List.of(found.records(), found.known(), found.events())).containsExactly(5, 5, 3);
    }

    @Test
    void theBatchSaysWhoWasActedOnAndWhoWasHeldOut() {
        Table plain = batch(0, 1, 1, -1, 0, 1, 1);
        List<Column> columns = new ArrayList<>(plain.columns());
        columns.add(new CategoryColumn("rung", new int[] {0, 1, 2, -1, 1, 1, 1}, List.of("yes", "no", "held out")));
        ActedGroups groups =
                followed(recipe("who", null), new Table(columns, null)).groups(new Seeds(1), Workers.ALONE);
        assertThat(groups.actedOn().records()).isEqualTo(1);
        assertThat(groups.leftAlone().records()).isEqualTo(5);
        assertThat(groups.control().records()).isEqualTo(1);
        assertThat(groups.unsaid()).isEqualTo(1);
        assertThat(followed(recipe("who", null), plain).groups(new Seeds(1), Workers.ALONE))
                .as("a batch without the column")
                .isNull();
        columns.set(
                columns.size() - 1,
                new CategoryColumn("rung", new int[] {0, 1, 2, -1, 1, 1, 1}, List.of("yes", "no", "Held out ")));
        FollowedBatch written = followed(recipe("who", null), new Table(columns, null));
        assertThatThrownBy(() -> written.groups(new Seeds(1), Workers.ALONE))
                .hasMessageContaining("line 4, column \"rung\": is “Held out ”")
                .hasMessageContaining("write “held out”");
    }

    @Test
    void theNextFileHoldsOutcomesAsTheyCameAndTheScores() {
        FollowedBatch batch = followed(recipe("who", null), batch(0, -1, -1, -1, -1, -1, -1));
        batch.outcomes(outcomes("M1=lapsed", "M2=moved"));
        Table next = batch.scored("score_version_2");
        Column renewal = next.column("renewal");
        assertThat(List.of(renewal.text(0), renewal.text(1))).containsExactly(ENDS.get(0), "lapsed");
        assertThat(renewal.isMissing(2)).as("left out by the release").isTrue();
        assertThat(((NumberColumn) next.column("score_version_2")).values()).containsExactly(0, 15, 30, 45, 60, 75, 90);
        assertThatThrownBy(() -> batch.scored("points"))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("points");
    }

    @Test
    void aReleaseOfTheFirstFormatIsReadAndFollowed() {
        ObjectNode old = (ObjectNode) Canonical.tree(release("x"));
        old.put("format", 1);
        old.remove(List.of("acting", "monitoring", "unit"));
        ((ObjectNode) old.get("figures")).remove("segments");
        ((ObjectNode) old.at("/figures/figures")).remove("calibration");
        ReleaseDocument read = Canonical.read(
                old.toString().getBytes(java.nio.charset.StandardCharsets.UTF_8), ReleaseDocument.class, "release");
        FollowedBatch batch =
                FollowedBatch.of(read, recipe("who", null), batch(0, 1, 1, -1, 0, 1, 1), Workers.ALONE, Progress.NONE);
        assertThat(read.limits()).isEmpty();
        assertThat(batch.groups(new Seeds(1), Workers.ALONE)).isNull();
        assertThat(batch.segments(new Seeds(1), Workers.ALONE)).isEmpty();
        assertThat(figures(batch).differences().calibration()).isNull();
    }

    /** What was judged before batches' sizes were allowed for repeats as it was. */
    @Test
    void byEarlierRulesAFewEventsAreJudgedAsTheyWere() {
        FollowedBatch batch = followed(recipe("who", null), batch(0, 1, 0, 0, 0, 0, 0));
        BatchFigures now = figures(batch);
        assertThat(now.few()).isTrue();
        assertThat(now.differences().capture().holds()).isTrue();
        BatchFigures before = figures(batch.asOf(9));
        assertThat(before.few()).isFalse();
        assertThat(before.score().chanceOfMany()).isNull();
        assertThat(before.differences().capture().holds()).isFalse();
        assertThat(before.figures()).isEqualTo(now.figures());
    }

    private static Map<String, Object> file(byte[] recipe) {
        byte[] document = Canonical.write(release(Sha256.of(recipe)));
        Map<String, Object> form = new LinkedHashMap<>();
        form.put("sha256", Sha256.of(recipe));
        form.put("proof", Map.of("records", 12, "on", "Java 17", "greatest", 0));
        Map<String, Object> file = new HashMap<>();
        file.put("release", Canonical.tree(release(Sha256.of(recipe))));
        file.put("sha256", Sha256.of(document));
        file.put("signature", KEY.sign(document));
        file.put("forms", Map.of("recipe.json", form));
        file.put(
                "formsSignature",
                KEY.sign(
                        Canonical.write(Map.of("release", Sha256.of(document), "forms", Map.of("recipe.json", form)))));
        return file;
    }

    private static List<String> failing(String text, @Nullable Map<String, Object> trusted, Path folder)
            throws IOException {
        return ReleaseFile.verified(text.getBytes(java.nio.charset.StandardCharsets.UTF_8), trusted, folder).stream()
                .filter(finding -> !finding.holds())
                .map(finding -> finding.words().split(":")[0])
                .toList();
    }

    @Test
    void whateverIsChangedInAReleaseOrBesideItIsFound(@TempDir Path folder) throws IOException {
        byte[] recipe = "{\"recipe\": 1}".getBytes(java.nio.charset.StandardCharsets.UTF_8);
        Files.write(folder.resolve("recipe.json"), recipe);
        String text = new String(Canonical.write(file(recipe)), java.nio.charset.StandardCharsets.UTF_8);
        assertThat(ReleaseFile.isOne(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                .isTrue();
        assertThat(ReleaseFile.isOne("{}".getBytes(java.nio.charset.StandardCharsets.UTF_8)))
                .isFalse();
        assertThat(failing(text, KEY.open(), folder)).isEmpty();
        assertThat(failing(text, null, folder)).isEmpty();
        assertThat(failing(text.replace("\"threshold\":50", "\"threshold\":49"), KEY.open(), folder))
                .containsExactly("hash", "signature");
        assertThat(failing(text.replace("\"records\":12", "\"records\":13"), KEY.open(), folder))
                .containsExactly("signature");
        assertThat(failing(text, SigningKey.make().open(), folder)).containsExactly("signature");
        Files.writeString(folder.resolve("recipe.json"), "{\"recipe\": 2}");
        assertThat(failing(text, KEY.open(), folder)).containsExactly("recipe.json");
        Files.delete(folder.resolve("recipe.json"));
        assertThat(failing(text, KEY.open(), folder))
                .as("not beside it is no fault")
                .isEmpty();
        assertThatThrownBy(() -> ReleaseFile.verified(new byte[] {'{'}, null, folder))
                .isInstanceOf(BadInput.class)
                .hasMessageContaining("release: is no JSON");
    }
}
