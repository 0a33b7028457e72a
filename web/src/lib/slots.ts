/**
 * Rows of a long list of which some are in view, by slot: a row that comes into view takes the slot of one that left, so that what was drawn
 * there is filled anew and nothing is made. What stays in view keeps its slot.
 */
export class Slots {
  private readonly of = new Map<string, number>();
  private readonly free: number[] = [];
  private made = 0;

  /** @param names that are in view, each once */
  take(names: string[]): number[] {
    const here = new Set(names);
    for (const [name, slot] of this.of) {
      if (here.has(name)) continue;
      this.of.delete(name);
      this.free.push(slot);
    }
    return names.map((name) => {
      const slot = this.of.get(name) ?? this.free.pop() ?? this.made++;
      this.of.set(name, slot);
      return slot;
    });
  }
}
