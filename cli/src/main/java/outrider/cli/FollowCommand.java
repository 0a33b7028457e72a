package outrider.cli;

import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.base.Workers;
import outrider.casefile.AuthorText;
import outrider.casefile.Canonical;
import outrider.casefile.EvidenceFile;
import outrider.casefile.FollowUp;
import outrider.casefile.FollowedBatch;
import outrider.casefile.FollowedFigures;
import outrider.casefile.PlanLine;
import outrider.casefile.ReleaseDocument;
import outrider.casefile.ReleaseFile;
import outrider.casefile.Sha256;
import outrider.documents.ModelDocument;
import outrider.exchange.ReleasedRecipe;
import outrider.follow.ActedGroups;
import outrider.follow.Advice;
import outrider.follow.BatchFigures;
import outrider.follow.Carried;
import outrider.follow.SignedFigures;
import outrider.follow.Stability;
import outrider.follow.WatchLimit;
import outrider.report.FollowUpReport;
import outrider.report.PdfReport;
import outrider.table.Column;
import outrider.table.CsvTableWriter;
import outrider.table.Table;
import picocli.CommandLine.Command;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;

/** Says whether later batches are still what was signed. */
@Command(
        name = "follow",
        mixinStandardHelpOptions = true,
        description =
                "Scores batches by a release and holds scores, inputs and, as far as they have arrived, outcomes against what was"
                        + " signed. Exit code 0: carry on; 1: look at an input, begin a new brief, or a limit of the signed plan is crossed; 2: bad input.")
final class FollowCommand implements Callable<Integer> {
    private static final int SHOWN = 5;

    @Spec
    CommandSpec spec;

    @Parameters(paramLabel = "release.json", description = "with its recipe.json beside it")
    Path file;

    @Option(
            names = "--batch",
            required = true,
            paramLabel = "FILE",
            description = "records, one file a batch, the oldest first")
    List<Path> batches;

    @Option(
            names = "--outcomes",
            paramLabel = "FILE",
            description = "identifier and outcome of records of the batches, as they came later")
    List<Path> outcomes = List.of();

    @Option(
            names = "--out",
            required = true,
            paramLabel = "DIR",
            description = "where follow-up.json, .html and .pdf go; made if missing")
    Path out;

    @Option(
            names = "--day",
            paramLabel = "DAY",
            description =
                    "on which the records of a batch were decided on, like 2027-01-04; one a batch, in their order")
    List<LocalDate> days = List.of();

    @Override
    public Integer call() throws IOException {
        ReleaseDocument release = ReleaseFile.release(Inputs.bytes(file));
        Path beside = file.toAbsolutePath().resolveSibling("recipe.json");
        if (!Files.isRegularFile(beside)
                || !Sha256.of(beside).equals(release.scoring().recipe())) {
            throw BadInput.of("recipe.json", "of the release is not beside it", "lay it there, as it was downloaded");
        }
        ReleasedRecipe recipe;
        try (InputStream in = Files.newInputStream(beside)) {
            recipe = ModelDocument.readReleased(in);
        }
        Workers workers = Inputs.workers();
        demandDays();
        List<FollowedBatch> followed = new ArrayList<>();
        for (Path batch : batches) {
            followed.add(FollowedBatch.of(release, recipe, Inputs.table(spec, batch), workers, Inputs.progress(spec)));
        }
        for (Path later : outcomes) match(Inputs.table(spec, later), later, followed);
        List<FollowUp.Source> later = new ArrayList<>();
        for (Path outcome : outcomes) later.add(source(outcome));
        List<FollowUp.Batch> told = new ArrayList<>();
        for (int i = 0; i < followed.size(); i++) {
            FollowedFigures figures = FollowedFigures.of(followed.get(i), i, workers);
            LocalDate day = days.isEmpty() ? null : days.get(i);
            told.add(new FollowUp.Batch(day, source(batches.get(i)), later, i, figures));
            say(batches.get(i), figures, release.watched().figures());
            say(figures.groups());
            figures.carried().forEach(this::say);
        }
        boolean crossed = sayPlan(
                release, told.stream().map(batch -> batch.told().figures()).toList());
        FollowUp report = FollowUp.of(FollowUp.Issue.headless(Inputs.now()), release, told);
        write(Canonical.write(report));
        for (int i = 0; i < followed.size(); i++) writeContradictions(followed.get(i), i + 1);
        spec.commandLine().getOut().println(report.conclusion().advice().words());
        return report.conclusion().advice().kind() == Advice.Kind.CARRY_ON && !crossed ? 0 : 1;
    }

    /** Days are of all batches, or of none. */
    private void demandDays() {
        if (days.isEmpty() || days.size() == batches.size()) return;
        throw BadInput.of(
                "day", "is given " + days.size() + " times, for " + batches.size() + " batches", "give one a batch");
    }

    private static FollowUp.Source source(Path file) throws IOException {
        return new FollowUp.Source(file.getFileName().toString(), Sha256.of(file));
    }

    /** Those of the batch of that number, where there are any. */
    private void writeContradictions(FollowedBatch batch, int number) throws IOException {
        if (batch.contradictory() == 0) return;
        Path file = out.resolve("contradictory-outcomes-" + number + ".csv");
        try (OutputStream to = new BufferedOutputStream(Files.newOutputStream(file))) {
            CsvTableWriter.write(batch.contradictions(), to);
        }
    }

    private void write(byte[] canonical) throws IOException {
        Files.createDirectories(out);
        Files.write(out.resolve("follow-up.json"), EvidenceFile.write(canonical, null, List.of()));
        String rendering = FollowUpReport.render(canonical);
        Files.writeString(out.resolve("follow-up.html"), FollowUpReport.complete(rendering, List.of(), "", true));
        Files.write(
                out.resolve("follow-up.pdf"), PdfReport.of(FollowUpReport.complete(rendering, List.of(), "", false)));
        spec.commandLine().getOut().println("written to " + out);
    }

    /** Limits of the signed plan that a batch crossed; whether there is one. */
    private boolean sayPlan(ReleaseDocument release, List<BatchFigures> figures) {
        List<AuthorText.Watch> plan = release.watched().monitoring() == null
                ? List.of()
                : release.watched().monitoring();
        boolean any = false;
        for (AuthorText.Watch watch : plan) {
            WatchLimit rule = watch.rule();
            if (rule == null) continue;
            for (int i = 0; i < figures.size(); i++) {
                if (rule.of(figures.get(i)) != WatchLimit.Standing.CROSSED) continue;
                any = true;
                spec.commandLine()
                        .getOut()
                        .printf(
                                "%s, for %s: %s%n",
                                batches.get(i).getFileName(),
                                watch.who(),
                                PlanLine.crossed(watch, rule, figures.get(i)));
            }
        }
        return any;
    }

    private void match(Table later, Path file, List<FollowedBatch> followed) {
        int none = later.size();
        for (FollowedBatch batch : followed) none -= later.size() - batch.outcomes(later);
        if (none == later.size()) {
            for (FollowedBatch batch : followed) {
                Column who = batch.identifiers();
                if (who != null) FollowedBatch.demandSameWriting(who, later.column(who.name()));
            }
        }
        if (none > 0) {
            spec.commandLine()
                    .getErr()
                    .printf("%s: %,d records are of no batch and were left out%n", file.getFileName(), none);
        }
    }

    private void say(Path file, FollowedFigures told, SignedFigures signed) {
        BatchFigures figures = told.figures();
        var to = spec.commandLine().getOut();
        to.printf(
                Locale.ROOT,
                "%s: %,d record%s, %,d to act on (%.1f %%, signed %.1f %%), outcomes of %,d%n",
                file.getFileName(),
                figures.records(),
                figures.records() == 1 ? "" : "s",
                figures.acted(),
                100.0 * figures.acted() / figures.records(),
                100 * signed.actedShare(),
                figures.known());
        if (told.contradictory() > 0) {
            to.printf(
                    "  %,d outcomes came twice and differ; the last one counts, and they are listed beside the report%n",
                    told.contradictory());
        }
        if (told.repeated() != null) {
            boolean one = told.repeated() == 1;
            to.printf(
                    "  %,d record%s an identifier that stands before, and count%s again%n",
                    told.repeated(), one ? " repeats" : "s repeat", one ? "s" : "");
        }
        if (figures.early()) to.printf("  fewer outcomes than the signed plan waits for: not judged yet%n");
        else if (figures.few())
            to.printf(
                    "  %,d event%s: too few of either kind to judge the batch by itself%n",
                    figures.events(), figures.events() == 1 ? "" : "s");
        say("score", figures.score());
        figures.inputs().stream().filter(Stability::moved).limit(SHOWN).forEach(s -> say(s.column(), s));
        BatchFigures.Differences off = figures.differences();
        SignedFigures.Measures now = figures.figures();
        if (off == null || now == null) return;
        say("capture", signed.figures().capture(), now.capture(), off.capture());
        say("lift", signed.figures().lift(), now.lift(), off.lift());
        say("precision", signed.figures().precision(), now.precision(), off.precision());
        say("gain a record", signed.figures().gain(), now.gain(), off.gain());
        say("AUC", signed.figures().auc(), now.auc(), off.auc());
    }

    private void say(@Nullable ActedGroups groups) {
        if (groups == null) return;
        say("acted on", groups.actedOn());
        say("left alone", groups.leftAlone());
        if (groups.control() != null) say("held out", groups.control());
        if (groups.effect() == null) return;
        SignedFigures.Told effect = groups.effect().difference();
        spec.commandLine()
                .getOut()
                .printf(
                        Locale.ROOT,
                        "  effect of acting on the event rate: %.4f (%.4f to %.4f)%n",
                        effect.value(),
                        effect.low(),
                        effect.high());
    }

    private void say(Carried carried) {
        spec.commandLine()
                .getOut()
                .printf(
                        Locale.ROOT,
                        "  were %s as signed, %.1f %% would be acted on instead of %.1f %%%n",
                        carried.column(),
                        100 * carried.asSigned(),
                        100 * carried.now());
    }

    private void say(String name, ActedGroups.Group group) {
        SignedFigures.Told rate = group.rate();
        String events = rate == null
                ? "no outcome yet"
                : String.format(
                        Locale.ROOT, "%.4f events a record (%.4f to %.4f)", rate.value(), rate.low(), rate.high());
        spec.commandLine().getOut().printf(Locale.ROOT, "  %s: %,d records, %s%n", name, group.records(), events);
    }

    private void say(String name, Stability moved) {
        spec.commandLine()
                .getOut()
                .printf(
                        Locale.ROOT,
                        "  stability of %s: %.4f, chance gives up to %.4f%s%n",
                        name,
                        moved.psi(),
                        moved.chanceHigh(),
                        moved.moved() ? "; most in " + moved.most() : "");
    }

    private void say(String name, SignedFigures.Told signed, SignedFigures.Told now, SignedFigures.Difference off) {
        if (off.value() == null) return;
        spec.commandLine()
                .getOut()
                .printf(
                        Locale.ROOT,
                        "  %s: %.4f, signed %.4f, difference %.4f (%.4f to %.4f)%s%n",
                        name,
                        now.value(),
                        signed.value(),
                        off.value(),
                        off.low(),
                        off.high(),
                        off.holds() ? "" : ": has fallen");
    }
}
