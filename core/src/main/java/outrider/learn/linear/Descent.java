package outrider.learn.linear;

import org.ejml.data.DMatrixRMaj;
import org.ejml.dense.row.factory.LinearSolverFactory_DDRM;
import org.ejml.interfaces.linsol.LinearSolverDense;

/** Solves the equations of a Newton step. */
final class Descent {
    /** A product that a positive definite matrix makes. */
    interface Product {
        double[] times(double[] vector);
    }

    private Descent() {}

    /**
     * Factors a matrix, with a ridge of the smallest size that makes it positive definite. O(k³).
     *
     * @param matrix symmetric; left as it is
     */
    static LinearSolverDense<DMatrixRMaj> factor(DMatrixRMaj matrix) {
        double largest = 0;
        for (int a = 0; a < matrix.numRows; a++) largest = Math.max(largest, matrix.get(a, a));
        for (double ridge = 0; ; ridge = ridge == 0 ? Math.max(1e-300, 1e-14 * largest) : ridge * 10) {
            LinearSolverDense<DMatrixRMaj> solver = LinearSolverFactory_DDRM.chol(matrix.numRows);
            DMatrixRMaj ridged = matrix.copy();
            for (int a = 0; a < matrix.numRows; a++) ridged.add(a, a, ridge);
            if (solver.setA(ridged)) return solver;
        }
    }

    static double[] solve(LinearSolverDense<DMatrixRMaj> solver, double[] right) {
        DMatrixRMaj out = new DMatrixRMaj(right.length, 1);
        solver.solve(DMatrixRMaj.wrap(right.length, 1, right.clone()), out);
        return out.data;
    }

    /**
     * Conjugate gradients, preconditioned by the diagonal (Hestenes and Stiefel 1952).
     *
     * @param within the residual's share of the right side at which it ends
     */
    static double[] solve(Product matrix, double[] diagonal, double[] right, double within, int most) {
        int k = right.length;
        double[] at = new double[k];
        double[] residual = right.clone();
        double[] toward = new double[k];
        double goal = within * Math.sqrt(dot(right, right));
        double before = 0;
        for (int step = 0; step < most && Math.sqrt(dot(residual, residual)) > goal; step++) {
            double now = 0;
            for (int c = 0; c < k; c++) now += residual[c] * residual[c] / diagonal[c];
            double share = step == 0 ? 0 : now / before;
            for (int c = 0; c < k; c++) toward[c] = residual[c] / diagonal[c] + share * toward[c];
            double[] product = matrix.times(toward);
            double length = now / dot(toward, product);
            for (int c = 0; c < k; c++) {
                at[c] += length * toward[c];
                residual[c] -= length * product[c];
            }
            before = now;
        }
        return at;
    }

    private static double dot(double[] a, double[] b) {
        double sum = 0;
        for (int c = 0; c < a.length; c++) sum += a[c] * b[c];
        return sum;
    }
}
