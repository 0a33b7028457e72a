package outrider.server.demo;

import jakarta.enterprise.context.ApplicationScoped;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Optional;
import org.eclipse.microprofile.config.inject.ConfigProperty;
import outrider.base.Progress;
import outrider.casefile.TableFile;
import outrider.server.access.BriefMember;
import outrider.server.access.Members;
import outrider.server.brief.Brief;
import outrider.server.brief.Briefs;
import outrider.server.dataset.Dataset;
import outrider.server.dataset.Datasets;
import outrider.table.Table;

/** The files of the demo, and the briefs that are begun with them. */
@ApplicationScoped
class DemoFiles {
    static final String AUTHOR = "analyst";
    static final String READER = "reader";
    private static final String ENDING = ".csv.gz";

    private final Datasets datasets;
    private final Briefs briefs;
    private final Members members;
    private final Optional<Path> folder;

    DemoFiles(
            Datasets datasets,
            Briefs briefs,
            Members members,
            @ConfigProperty(name = "outrider.demo.folder") Optional<String> folder) {
        this.datasets = datasets;
        this.briefs = briefs;
        this.members = members;
        this.folder = folder.filter(f -> !f.isBlank()).map(Path::of);
    }

    /** Whether there are any. */
    boolean there() {
        return folder.isPresent();
    }

    private Path file(String name) {
        return folder.orElseThrow().resolve(name);
    }

    Dataset dataset(String name) throws IOException {
        return datasets.read(name + ENDING, AUTHOR, file(name + ENDING), TableFile.Manner.UNKNOWN, Progress.NONE, null);
    }

    /** On a table that is there, for the reader to see. */
    Brief brief(long datasetId) {
        Brief brief = briefs.make(datasetId, AUTHOR);
        members.let(brief.id, READER, BriefMember.Level.READ);
        return brief;
    }

    Table table(Brief brief) {
        return datasets.table(brief.datasetId);
    }

    /** What the file beside the brief's own says of its columns. */
    Table columnNotes(Brief brief) throws IOException {
        String name = datasets.get(brief.datasetId).name.replace(ENDING, "-columns.csv");
        return TableFile.read(file(name), Progress.NONE);
    }
}
