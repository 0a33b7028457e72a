package outrider.documents.proof;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.Proxy;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import javax.xml.XMLConstants;
import javax.xml.transform.stream.StreamSource;
import javax.xml.validation.SchemaFactory;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.api.parallel.Execution;
import org.junit.jupiter.api.parallel.ExecutionMode;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Seeds;
import outrider.base.Workers;
import outrider.documents.form.Plan;
import outrider.exchange.ReleasedRecipe;
import outrider.learn.Learner;
import outrider.learn.Learners;
import outrider.learn.Model;
import outrider.split.Balance;
import outrider.table.ColumnType;

/** Every kind of candidate in every form gives the application's scores, or is refused by name. */
@Execution(ExecutionMode.CONCURRENT)
class FormsTest {
    private static final int SETS = 200;

    private static final FormKind.Places PLACES = new FormKind.Places(FormsTest::database, "python3");

    /** One a thread, as a pool would give it: signing in costs more than a trial. */
    private static final ThreadLocal<Connection> KEPT = ThreadLocal.withInitial(FormsTest::connected);

    private static Connection database() {
        Connection kept = KEPT.get();
        return (Connection) Proxy.newProxyInstance(
                FormsTest.class.getClassLoader(), new Class<?>[] {Connection.class}, (self, method, given) -> {
                    if (method.getName().equals("close")) return null;
                    try {
                        return method.invoke(kept, given);
                    } catch (InvocationTargetException e) {
                        throw e.getCause();
                    }
                });
    }

    private static Connection connected() {
        try {
            return DriverManager.getConnection(
                    System.getenv("OUTRIDER_TEST_DB_URL") + "?reWriteBatchedInserts=true",
                    System.getenv("OUTRIDER_TEST_DB_USER"),
                    System.getenv("OUTRIDER_TEST_DB_PASSWORD"));
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    record Variant(Map<String, Object> settings, Balance balance) {
        static Variant of(Object... settings) {
            Map<String, Object> map = new java.util.LinkedHashMap<>();
            for (int i = 0; i < settings.length; i += 2) map.put((String) settings[i], settings[i + 1]);
            return new Variant(map, Balance.NONE);
        }
    }

    private static List<Variant> ways(Learner kind) {
        return switch (kind.name()) {
            case "logistic" ->
                List.of(
                        new Variant(Map.of(), new Balance(Balance.Method.WEIGHTS, 0.9)),
                        Variant.of("curves", true, "calibration", "isotonic"));
            case "margin" -> List.of(Variant.of("calibration", "logistic"), Variant.of("penaltyForm", "absolutes"));
            case "forest" -> List.of(Variant.of("trees", 5), Variant.of("trees", 7, "calibration", "isotonic"));
            case "boosted" -> List.of(Variant.of("rounds", 10), Variant.of("rounds", 5, "calibration", "logistic"));
            case "groupRates" -> List.of(Variant.of("groupBy", List.of("colour", "grade")));
            case "supplied" -> List.of(Variant.of("column", "points", "lowerIsRiskier", true, "probability", false));
            case "blend" ->
                List.of(
                        Variant.of("method", "stacking", "members", List.of(1, 2)),
                        Variant.of("method", "probabilities", "members", List.of(1, 2)),
                        Variant.of("method", "ranks", "members", List.of(1, 2)));
            default -> List.of(Variant.of());
        };
    }

    private static final Map<String, List<FormKind>> REFUSED = Map.of(
            "neighbours", List.of(FormKind.PYTHON, FormKind.POSTGRESQL, FormKind.SQL, FormKind.PMML),
            "coinToss", List.of(FormKind.JAR, FormKind.PYTHON, FormKind.POSTGRESQL, FormKind.SQL, FormKind.PMML));

    /** Programs are started for the first set alone; for the others the same code is called within one process. */
    @ParameterizedTest
    @MethodSource("outrider.learn.Learners#all")
    void everyKindInEveryForm(Learner kind, @TempDir Path folder) throws Exception {
        List<Trial> trials = new ArrayList<>();
        for (int set = 0; set < SETS; set++) {
            OddCases cases = new OddCases(set, 60 + 10 * (set % 7));
            List<Variant> ways = ways(kind);
            for (int w = 0; w < ways.size(); w++) {
                if (set > 0 && w != set % ways.size()) continue;
                Variant way = ways.get(w);
                Model model = cases.fitted(kind, way.settings(), way.balance()).model();
                Trial trial = Trial.of(
                        cases.released(model),
                        cases.written,
                        cases.data.rows(),
                        new Seeds(5),
                        Workers.ALONE,
                        Progress.NONE);
                for (FormKind form : FormKind.values()) if (set == 0 || !form.reader()) held(kind, form, trial);
                trials.add(trial);
            }
        }
        List<FormKind> refused = REFUSED.getOrDefault(kind.name(), List.of());
        if (!refused.contains(FormKind.JAR)) heldByProgram(trials, folder, FormKind.JAR, ManyLists::byJar);
        if (!refused.contains(FormKind.PYTHON)) heldByProgram(trials, folder, FormKind.PYTHON, ManyLists::byPython);
    }

    private static void heldByProgram(List<Trial> trials, Path folder, FormKind form, ManyLists.Program program)
            throws Exception {
        List<FormScores> scores = ManyLists.scored(trials, folder.resolve(form.name()), program);
        for (int i = 0; i < scores.size(); i++) {
            Proof proof = Proof.of(trials.get(i), scores.get(i), form == FormKind.JAR ? 0 : 1e-12, "here");
            assertThat(proof.fault()).as(form + " of trial " + i).isNull();
        }
    }

    private static void held(Learner kind, FormKind form, Trial trial) {
        String what = kind.name() + " as " + form;
        List<FormKind> refused = REFUSED.getOrDefault(kind.name(), List.of());
        if (refused.contains(form) || form == FormKind.SQL && dated(trial.recipe())) {
            assertThatThrownBy(() -> form.proof(trial, form.write(trial.recipe()), PLACES))
                    .as(what)
                    .isInstanceOf(BadInput.class)
                    .hasMessageMatching("(?s).*(neighbours|coin toss|no two engines).*");
            return;
        }
        byte[] made = form.write(trial.recipe());
        Proof proof = form.proof(trial, made, PLACES);
        assertThat(proof.fault()).as(what).isNull();
        assertThat(proof.odd())
                .as(what)
                .isGreaterThanOrEqualTo(
                        trial.recipe().recipe().model().columns().isEmpty() ? 1 : 50);
    }

    private static boolean dated(ReleasedRecipe recipe) {
        return Plan.of(recipe).needs().stream().anyMatch(need -> need.type() == ColumnType.DATE);
    }

    @Test
    void pmmlIsValidAgainstTheStandardsSchema() throws Exception {
        var schema = SchemaFactory.newInstance(XMLConstants.W3C_XML_SCHEMA_NS_URI)
                .newSchema(FormsTest.class.getResource("/pmml.xsd"));
        OddCases cases = new OddCases(3, 120);
        for (Learner kind : Learners.all()) {
            if (REFUSED.containsKey(kind.name())) continue;
            for (Variant way : ways(kind)) {
                Model model = cases.fitted(kind, way.settings(), way.balance()).model();
                byte[] made = FormKind.PMML.write(cases.released(model));
                schema.newValidator().validate(new StreamSource(new ByteArrayInputStream(made)));
            }
        }
    }

    @Test
    void aFormThatIsNotTheSignedOneIsFound() {
        OddCases cases = new OddCases(1, 120);
        Model signed = cases.fitted(Learners.named("tree"), Map.of("leafRecords", 8), Balance.NONE)
                .model();
        Trial trial = Trial.of(
                cases.released(signed), cases.written, cases.data.rows(), new Seeds(5), Workers.ALONE, Progress.NONE);
        double[] off = trial.scores().score().clone();
        off[40] += 1e-6;
        FormScores other = new FormScores(
                off,
                trial.scores().band(),
                trial.scores().action(),
                trial.scores().version());
        assertThat(Proof.of(trial, other, 1e-9, "here").fault()).startsWith("record 41 scores");
        List<String> actions = new ArrayList<>(trial.scores().action());
        actions.set(3, actions.get(3).equals("act") ? "leave" : "act");
        FormScores turned = new FormScores(
                trial.scores().score(),
                trial.scores().band(),
                actions,
                trial.scores().version());
        assertThat(Proof.of(trial, turned, 1e-9, "here").holds()).isFalse();
        FormScores unsigned = new FormScores(
                trial.scores().score(), trial.scores().band(), trial.scores().action(), null);
        assertThat(Proof.of(trial, unsigned, 0, "here").fault()).contains("version");
    }
}
