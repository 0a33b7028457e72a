package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.stream.Collectors;
import outrider.base.BadInput;

/** The chapters of a report, in their order; each has room for the author's words and takes remarks. */
public enum Paragraph {
    DECISION("decision", "Decision"),
    WHY("why", "Why this candidate"),
    RISKS("risks", "What could go wrong"),
    DATA("data", "Data and split"),
    ALARMS("alarms", "Alarms"),
    CANDIDATES("candidates", "Candidates"),
    COMPARISON("comparison", "Comparison"),
    THRESHOLD("threshold", "Threshold and stakes"),
    CALIBRATION("calibration", "Calibration"),
    STABILITY("stability", "Stability"),
    FAILURES("failures", "Where it fails"),
    RESERVE("reserve", "The reserve"),
    INPUTS("inputs", "Inputs"),
    MONITORING("monitoring", "Monitoring plan"),
    DEFINITIONS("definitions", "Definitions"),
    RECIPE("recipe", "Recipe");

    private final String jsonName;
    private final String title;

    Paragraph(String jsonName, String title) {
        this.jsonName = jsonName;
        this.title = title;
    }

    @JsonValue
    public String jsonName() {
        return jsonName;
    }

    public String title() {
        return title;
    }

    /** @throws BadInput if there is none of that name */
    @JsonCreator
    public static Paragraph named(String name) {
        for (Paragraph paragraph : values()) if (paragraph.jsonName.equals(name)) return paragraph;
        String known = Arrays.stream(values()).map(Paragraph::jsonName).collect(Collectors.joining(", "));
        throw BadInput.of("paragraph", "\"" + name + "\" is none", "name one of: " + known);
    }
}
