/**
 * What a policy may demand of a report, one class each, found by its line in META-INF/services. O(1) on the report's figures.
 */
package outrider.casefile.checks;
