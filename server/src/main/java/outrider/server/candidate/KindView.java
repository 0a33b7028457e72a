package outrider.server.candidate;

import java.util.List;
import org.jspecify.annotations.Nullable;
import outrider.learn.Learners;
import outrider.learn.Setting;

/** A kind of candidate with its settings, from which the page makes its form. */
public record KindView(String kind, String words, boolean reference, boolean takesInputs, List<SettingView> settings) {

    /** {@code mayBeFound}: "asNeeded" may stand for the number. {@code type} is number, whole, choice, yesNo, column, columns, numbers or candidates. */
    public record SettingView(
            String name,
            String label,
            String sentence,
            String type,
            double low,
            double high,
            @Nullable Object initial,
            List<Setting.Choice> choices,
            boolean mayBeFound) {
        static SettingView of(Setting setting) {
            String type = switch (setting.type()) {
                case NUMBER -> "number";
                case WHOLE -> "whole";
                case CHOICE -> "choice";
                case YES_NO -> "yesNo";
                case COLUMN -> "column";
                case COLUMNS -> "columns";
                case NUMBERS -> "numbers";
                case CANDIDATES -> "candidates";
            };
            Setting.Range range = setting.range();
            return new SettingView(
                    setting.name(),
                    setting.label(),
                    setting.sentence(),
                    type,
                    range == null ? 0 : range.low(),
                    range == null ? 0 : range.high(),
                    setting.initial(),
                    setting.choices(),
                    setting.mayBeFound());
        }
    }

    static List<KindView> all() {
        return Learners.all().stream()
                .map(kind -> new KindView(
                        kind.name(),
                        kind.words(),
                        kind.reference(),
                        kind.takesInputs(),
                        kind.settings().stream().map(SettingView::of).toList()))
                .toList();
    }
}
