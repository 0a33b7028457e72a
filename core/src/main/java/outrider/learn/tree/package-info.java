/**
 * One engine for trees, forests and boosting: binned columns, a grower that sums by bin, a split finder, a criterion. O(records times
 * columns) a level of a tree.
 */
package outrider.learn.tree;
