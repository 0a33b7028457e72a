package outrider.demo;

import outrider.base.RandomStream;

/** Free-text notes from the workshop counter; they say nothing about lapsing. */
final class Notes {
    private static final String[] OPENINGS = {"Asked about", "Came in for", "Called about", "Left a word on"};
    private static final String[] THINGS = {
        "a squeaky brake",
        "winter storage",
        "the new racks",
        "a loose spoke",
        "opening hours",
        "a lost key",
        "chain oil"
    };
    private static final String[] CLOSINGS = {"", ", all well", ", to be called back", ", said \"thanks\"", ", no hurry"
    };

    private Notes() {}

    static String write(RandomStream random, MemberTraits member) {
        if (random.nextDouble() < 0.82) return "";
        return OPENINGS[random.nextInt(OPENINGS.length)] + " " + THINGS[random.nextInt(THINGS.length)]
                + CLOSINGS[random.nextInt(CLOSINGS.length)] + " (bike of " + Math.round(member.bikeValue()) + ")";
    }
}
