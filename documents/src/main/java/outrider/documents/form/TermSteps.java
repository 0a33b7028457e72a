package outrider.documents.form;

import java.util.ArrayList;
import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.List;
import java.util.Set;
import outrider.term.Term;

/** The parts of a term that are worked out once, each behind those that it reads. O(size of the term). */
public final class TermSteps {
    private final IdentityHashMap<Term, Integer> depths = new IdentityHashMap<>();
    private final Set<Term> onTrees = Collections.newSetFromMap(new IdentityHashMap<>());
    private final List<Term> inOrder = new ArrayList<>();

    private TermSteps() {}

    public static TermSteps of(Term term) {
        TermSteps found = new TermSteps();
        found.depth(term);
        return found;
    }

    /** {@link Term.Step}s and {@link Term.Trees}. */
    public List<Term> inOrder() {
        return inOrder;
    }

    /** 0 for a term that reads columns alone; a step has one more than the deepest that it reads. */
    public int depth(Term term) {
        Integer known = depths.get(term);
        if (known != null) return known;
        int deepest = 0;
        boolean trees = term instanceof Term.Trees;
        for (Term part : term.parts()) {
            deepest = Math.max(deepest, depth(part));
            trees |= onTrees.contains(part);
        }
        boolean step = term instanceof Term.Trees || term instanceof Term.Step;
        int own = step ? deepest + 1 : deepest;
        depths.put(term, own);
        if (trees) onTrees.add(term);
        if (step) inOrder.add(term);
        return own;
    }

    /** Whether what trees say plays a part in it. */
    public boolean readsTrees(Term term) {
        depth(term);
        return onTrees.contains(term);
    }
}
