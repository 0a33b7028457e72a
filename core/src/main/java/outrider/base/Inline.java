package outrider.base;

/**
 * A part of a wide value. In documents its entries stand among those of the value that holds it, so that a value can be divided in Java
 * and keeps its written form. Its holder is never without it.
 */
public interface Inline {}
