package outrider.documents.proof;

import static java.util.Objects.requireNonNull;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.SQLException;
import java.util.List;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Progress;
import outrider.base.Workers;
import outrider.documents.ModelDocument;
import outrider.documents.form.Plan;
import outrider.documents.form.ScorerJar;
import outrider.documents.pmml.PmmlForm;
import outrider.documents.sql.Dialect;
import outrider.documents.sql.SqlForm;
import outrider.exchange.ReleasedRecipe;
import outrider.learn.reference.CoinToss;

/** A way in which a released recipe leaves the house: how it is written, how it is run, and how near it has to come. */
public enum FormKind {
    RECIPE("JSON recipe", "recipe.json", 0) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ModelDocument.writeRecipe(recipe, out);
            return out.toByteArray();
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            ReleasedRecipe read = ModelDocument.readReleased(new ByteArrayInputStream(made));
            return new Ran(
                    FormScores.of(read.apply(trial.texts(), 0, Workers.ALONE, Progress.NONE)),
                    "Java " + Runtime.version().feature());
        }
    },
    JAR("executable jar", "scorer.jar", 0) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            if (recipe.recipe().model() instanceof CoinToss toss) toss.term();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ScorerJar.write(out);
            return out.toByteArray();
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            String java =
                    Path.of(System.getProperty("java.home"), "bin", "java").toString();
            return new Ran(
                    Processes.run(
                            trial,
                            made,
                            file(),
                            (jar, recipe) -> List.of(java, "-jar", jar.toString(), recipe.toString())),
                    "Java " + Runtime.version().feature() + ", nothing else on its path");
        }
    },
    PYTHON("Python reader", "outrider_score.py", 1e-12) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            Plan.demandNoFormulas(recipe.recipe());
            recipe.recipe().model().term();
            try (InputStream in = ModelDocument.class.getResourceAsStream(file())) {
                return requireNonNull(in).readAllBytes();
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            String python = places.python();
            if (python == null)
                throw BadInput.of("Python", "is not on this machine", "install python3, then try again");
            return new Ran(
                    Processes.run(
                            trial,
                            made,
                            file(),
                            (own, recipe) -> List.of(python, "-B", "-I", own.toString(), recipe.toString())),
                    python);
        }
    },
    POSTGRESQL("SQL, PostgreSQL", "score-postgresql.sql", 1e-9) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            return statement(recipe, Dialect.POSTGRESQL);
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            return sql(trial, Dialect.POSTGRESQL, places);
        }
    },
    SQL("SQL:2016", "score.sql", 1e-9) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            return statement(recipe, Dialect.PLAIN);
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            return sql(trial, Dialect.PLAIN, places);
        }
    },
    PMML("PMML 4.4.1", "model.pmml", 1e-9) {
        @Override
        public byte[] write(ReleasedRecipe recipe) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            PmmlForm.write(recipe, out);
            return out.toByteArray();
        }

        @Override
        Ran run(Trial trial, byte[] made, Places places) {
            return new Ran(PmmlTrial.run(trial, made), "a reader of the standard");
        }
    };

    private final String title;
    private final String file;
    private final double allowed;

    FormKind(String title, String file, double allowed) {
        this.title = title;
        this.file = file;
        this.allowed = allowed;
    }

    public String title() {
        return title;
    }

    /** Its file's name. */
    public String file() {
        return file;
    }

    /** Whether it is a program that reads the recipe's own file. */
    public boolean reader() {
        return this == JAR || this == PYTHON;
    }

    /** Whether it is tried in a PostgreSQL. */
    public boolean needsDatabase() {
        return this == POSTGRESQL || this == SQL;
    }

    /** @throws BadInput saying what of the recipe it cannot carry */
    public abstract byte[] write(ReleasedRecipe recipe);

    abstract Ran run(Trial trial, byte[] made, Places places);

    record Ran(FormScores scores, String on) {}

    /**
     * Where forms are run.
     *
     * @param database a PostgreSQL in which temporary tables are allowed; null where there is none
     * @param python a command; null where there is none
     */
    public record Places(
            @Nullable Supplier<Connection> database,
            @Nullable String python) {}

    private static byte[] statement(ReleasedRecipe recipe, Dialect dialect) {
        return SqlForm.of(recipe, SqlForm.TABLE, dialect).getBytes(StandardCharsets.UTF_8);
    }

    private static Ran sql(Trial trial, Dialect dialect, Places places) {
        if (places.database() == null) {
            throw BadInput.of("PostgreSQL", "is not at hand", "name a database to try the statement in");
        }
        try (Connection database = places.database().get()) {
            String version = database.getMetaData().getDatabaseProductVersion().split(" ")[0];
            return new Ran(SqlTrial.run(trial, dialect, database), "PostgreSQL " + version);
        } catch (SQLException e) {
            throw BadInput.of("PostgreSQL", "cannot be reached: " + e.getMessage(), "try again when it can");
        }
    }

    /**
     * Runs what was made over the trial's records.
     *
     * @throws BadInput if it cannot be run
     */
    public Proof proof(Trial trial, byte[] made, Places places) {
        Ran ran = run(trial, made, places);
        return Proof.of(trial, ran.scores(), allowed, ran.on());
    }
}
