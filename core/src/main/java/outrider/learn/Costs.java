package outrider.learn;

/** The kinds' places by how long they take, apart enough for new ones between them. */
public final class Costs {
    public static final int CONSTANT = 0;
    public static final int ONE_PASS = 10;
    public static final int SOLVED = 20;
    public static final int DESCENT = 30;
    public static final int NEWTON = 40;
    public static final int TREE = 50;
    public static final int BOOSTED = 60;
    public static final int NEIGHBOURS = 70;
    public static final int FOREST = 80;
    public static final int NETWORK = 90;

    private Costs() {}
}
