package outrider.server;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.lang.reflect.Constructor;
import java.util.Arrays;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Wide values are made of parts: only what is a row of a table has more than eight components, and is named here. */
class WidthTest {
    private static final int MOST = 8;
    private static final Set<String> ROWS = Set.of(
            "core.BandRow",
            "core.BatchFigures",
            "core.Coefficient",
            "core.ColumnProfile",
            "casefile.ColumnRow",
            "casefile.ColumnSetup",
            "casefile.Compared",
            "casefile.Group",
            "casefile.CandidateRow",
            "casefile.TrailEntry",
            "server.AddedColumn",
            "server.BriefLine",
            "server.CandidateView",
            "server.ColumnView",
            "server.FollowBatchView",
            "server.FollowReportView",
            "server.FormView",
            "server.ListView",
            "server.NoticeView",
            "server.PinView",
            "server.ReportHead",
            "server.CandidateRow",
            "server.ScheduledRunView",
            "server.ScoreKeyView",
            "server.SettingView",
            "server.TrialView",
            "server.UploadView");

    private static String named(Class<?> type) {
        String[] place = type.getPackageName().split("\\.");
        boolean known = place.length > 1 && (place[1].equals("casefile") || place[1].equals("server"));
        return (known ? place[1] : "core") + "." + type.getSimpleName();
    }

    private static int width(Class<?> type) {
        int canonical = type.isRecord() ? type.getRecordComponents().length : 0;
        return Arrays.stream(type.getDeclaredConstructors())
                .filter(c -> !c.isSynthetic())
                .mapToInt(Constructor::getParameterCount)
                .reduce(canonical, Math::max);
    }

    @Test
    void onlyRowsAreWide() {
        Set<String> wide = new TreeSet<>();
        for (JavaClass found : new ClassFileImporter()
                .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
                .importPackages("outrider")) {
            Class<?> type = found.reflect();
            if (type.isEnum() || found.getSimpleName().contains("_")) continue;
            if (width(type) > MOST) wide.add(named(type));
        }
        assertThat(wide).isEqualTo(new TreeSet<>(ROWS));
    }
}
