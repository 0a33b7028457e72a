/**
 * Logistic regression, least squares and the linear margin. A sparse design enters, coefficients leave; a Newton step costs
 * O(pairs of inputs that are not 0 together), a gradient step O(cells that are not 0).
 */
package outrider.learn.linear;
