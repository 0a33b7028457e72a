/** Why a record scored as it did, and what a model goes by: contributions, importance, dependence, what would change it, who is like it. */
package outrider.explain;
