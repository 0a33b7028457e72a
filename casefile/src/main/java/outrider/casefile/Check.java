package outrider.casefile;

import com.fasterxml.jackson.annotation.JsonCreator;
import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import outrider.base.BadInput;

/** What a policy may demand of a report before it is approved, each with its limits by name. */
public enum Check {
    BEATS_REFERENCES("beatsReferences", "Beats every reference", List.of()),
    NET_VALUE("netValueAboveZero", "Interval of the gain above 0", List.of()),
    LIFT("lift", "Lift at the cut", List.of("atLeast")),
    CARRIES_OVER("carriesOver", "Carries over to validation", List.of("gapAtMost")),
    RESERVE("reserveConfirms", "Reserve confirms", List.of()),
    CALIBRATION("calibration", "Calibration", List.of("slopeFrom", "slopeTo", "errorAtMost")),
    EVENTS("enoughEvents", "Enough events", List.of("training", "validation", "reserve")),
    LEAKS("noOpenLeak", "No open leak alarm", List.of()),
    INPUTS_IN_TIME("inputsInTime", "Inputs known in time", List.of("daysAtMost")),
    SEGMENTS("stability", "Stable over segments and time", List.of("eventsAtLeast", "aucDropAtMost")),
    LOOKS("looks", "Looks at validation", List.of("atMost")),
    STAKES("stakesFilled", "Stakes filled in", List.of()),
    MONITORING("monitoring", "Monitoring plan", List.of("linesAtLeast"));

    /** What policies called it while training was held against validation itself. */
    private static final String CARRIES_OVER_BEFORE = "trainingGap";

    private final String jsonName;
    private final String title;
    private final List<String> limits;

    Check(String jsonName, String title, List<String> limits) {
        this.jsonName = jsonName;
        this.title = title;
        this.limits = limits;
    }

    @JsonValue
    public String jsonName() {
        return jsonName;
    }

    public String title() {
        return title;
    }

    public List<String> limits() {
        return limits;
    }

    /** @throws BadInput if there is none of that name */
    @JsonCreator
    public static Check named(String name) {
        if (name.equals(CARRIES_OVER_BEFORE)) return CARRIES_OVER;
        for (Check check : values()) if (check.jsonName.equals(name)) return check;
        String known = Arrays.stream(values()).map(Check::jsonName).collect(Collectors.joining(", "));
        throw BadInput.of("checks", "name \"" + name + "\", which is none", "name some of: " + known);
    }
}
