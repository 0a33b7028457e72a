package outrider.report;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import outrider.base.BadInput;
import outrider.casefile.BriefFile;
import outrider.casefile.Figures;
import outrider.casefile.NumberText;

/** Figures by name, for authors' words: "{gain}" stands for the gain. Nobody types them over. */
public final class FigureWords {
    private static final Pattern NAME = Pattern.compile("\\{([A-Za-z]*)\\}");
    private static final Map<String, Function<Case, String>> KNOWN = new LinkedHashMap<>();

    private record Case(BriefFile brief, Figures figures) {
        double campaign(double sum) {
            return sum * figures.cut().perCampaign();
        }

        String limit(@Nullable Double gain) {
            return NumberText.money(brief, gain == null ? null : Double.valueOf(campaign(gain)));
        }
    }

    static {
        KNOWN.put("candidate", c -> c.figures.contest().chosen());
        KNOWN.put(
                "depth",
                c -> NumberText.percent(c.figures.cut().validation().counts().depth()));
        KNOWN.put(
                "actedOn",
                c -> NumberText.count(Math.rint(
                        c.campaign(c.figures.cut().validation().counts().records()))));
        KNOWN.put(
                "threshold",
                c -> NumberText.score(c.figures.cut().validation().counts().threshold()));
        KNOWN.put(
                "capture",
                c -> NumberText.percent(c.figures.cut().validation().reach().capture()));
        KNOWN.put(
                "captureLow",
                c -> NumberText.percent(c.figures.cut().validation().reach().captureLow()));
        KNOWN.put(
                "captureHigh",
                c -> NumberText.percent(c.figures.cut().validation().reach().captureHigh()));
        KNOWN.put(
                "precision",
                c -> NumberText.percent(c.figures.cut().validation().hits().precision()));
        KNOWN.put(
                "lift",
                c -> NumberText.fixed(c.figures.cut().validation().reach().lift(), 2));
        KNOWN.put(
                "gain",
                c -> NumberText.money(
                        c.brief, c.campaign(c.figures.cut().validation().money().gainOverNobody())));
        KNOWN.put("gainLow", c -> c.limit(c.figures.cut().validation().money().gainLow()));
        KNOWN.put("gainHigh", c -> c.limit(c.figures.cut().validation().money().gainHigh()));
        KNOWN.put("auc", c -> NumberText.fixed(c.figures.chosenRow().auc().auc(), 3));
        KNOWN.put("breakEven", c -> NumberText.percent(c.figures.cut().breakEven()));
        KNOWN.put(
                "reserveCapture",
                c -> c.figures.trust().reserve() == null
                        ? (c.figures.source().split().held() ? "(sealed)" : "(no reserve)")
                        : NumberText.percent(
                                c.figures.trust().reserve().figures().reach().capture()));
        KNOWN.put(
                "reserveGain",
                c -> c.figures.trust().reserve() == null
                        ? (c.figures.source().split().held() ? "(sealed)" : "(no reserve)")
                        : NumberText.money(
                                c.brief,
                                c.figures.trust().reserve().figures().money().gainOverNobody()
                                        * c.figures.trust().reserve().perCampaign()));
    }

    private FigureWords() {}

    /** Every name with its figure. */
    public static Map<String, String> of(BriefFile brief, Figures figures) {
        Map<String, String> all = new LinkedHashMap<>();
        KNOWN.forEach((name, figure) -> all.put(name, figure.apply(new Case(brief, figures))));
        return all;
    }

    /** @throws BadInput naming the first name in braces that stands for no figure */
    public static void demandKnown(String field, String words) {
        Matcher found = NAME.matcher(words);
        while (found.find()) {
            if (KNOWN.containsKey(found.group(1))) continue;
            throw BadInput.of(
                    field,
                    "holds " + found.group() + ", which stands for no figure",
                    "use one of {" + String.join("}, {", KNOWN.keySet()) + "}");
        }
    }

    static String filled(String words, BriefFile brief, Figures figures) {
        Case with = new Case(brief, figures);
        return NAME.matcher(words).replaceAll(found -> {
            Function<Case, String> figure = KNOWN.get(found.group(1));
            return Matcher.quoteReplacement(figure == null ? found.group() : figure.apply(with));
        });
    }
}
