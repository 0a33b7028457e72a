package outrider.prepare;

/** A dense matrix of inputs, row after row: value (r, c) is {@code values[r * columns + c]}. All finite. */
public record Matrix(double[] values, int rows, int columns) {
    public double at(int row, int column) {
        return values[row * columns + column];
    }
}
