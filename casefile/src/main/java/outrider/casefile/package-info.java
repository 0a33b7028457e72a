/**
 * A case as one document: its run, a report's figures, policy, evidence, signature and proof. A brief and its records enter, evidence
 * leaves; the cost is that of fitting its candidates.
 *
 * <p>With {@code Path brief, Path data, Workers workers}:
 *
 * <pre>{@code
 * BriefFile asked = CaseYaml.read(Files.readString(brief));
 * CaseData read = CaseData.read(asked, data, Progress.NONE);
 * Figures figures = FiguresMaker.of(read, CaseRun.of(read, workers, Progress.NONE), workers);
 * }</pre>
 */
package outrider.casefile;
