package outrider.learn.tree;

/**
 * Weights of a leaf that needs {@code mine} columns to be the record's and {@code theirs} to be the background's (Lundberg et al.
 * 2020).
 */
final class Shapley {
    private static final int MOST = 64;
    private static final double[][] WITH = new double[MOST + 1][MOST + 1];

    static {
        for (int a = 1; a <= MOST; a++) {
            for (int c = 0; c <= MOST; c++) WITH[a][c] = weight(a - 1, c);
        }
    }

    private Shapley() {}

    /** (a)! (c)! / (a + c + 1)!, multiplied out so that nothing overflows. */
    private static double weight(int a, int c) {
        double weight = 1.0 / (a + c + 1);
        for (int k = 1; k <= c; k++) weight *= k / (double) (a + k);
        return weight;
    }

    private static double of(int side, int other) {
        return side == 0 ? 0 : side > MOST || other > MOST ? weight(side - 1, other) : WITH[side][other];
    }

    /** What each of the record's own columns gets. */
    static double with(int mine, int theirs) {
        return of(mine, theirs);
    }

    /** What each of the background's columns loses. */
    static double without(int mine, int theirs) {
        return of(theirs, mine);
    }
}
