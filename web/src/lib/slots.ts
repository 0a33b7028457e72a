/** A row that is drawn: its slot never changes hands while the row is in view. */
export interface Drawn {
  slot: number;
  name: string;
}

/**
 * Rows of a long list of which some are in view, by slot: a row that comes into view takes the slot of one that left, so that what was drawn
 * there is filled anew and nothing is made or moved. Slots stand in the order in which they were drawn, until they are put in order.
 */
export class Slots {
  private drawn: Drawn[] = [];

  /** @param names that are in view, each once */
  take(names: string[]): Drawn[] {
    const here = new Set(names);
    const there = new Set(this.drawn.map((d) => d.name));
    const came = names.filter((name) => !there.has(name));
    let taken = 0;
    const kept = this.drawn
      .map((d) => (here.has(d.name) ? d : { slot: d.slot, name: came[taken++] }))
      .filter((d): d is Drawn => d.name !== undefined);
    const used = new Set(kept.map((d) => d.slot));
    let slot = 0;
    const made = came.slice(taken).map((name) => {
      while (used.has(slot)) slot++;
      return { slot: slot++, name };
    });
    this.drawn = [...kept, ...made];
    return this.drawn;
  }

  /** The same, drawn in the order of their names in the list. */
  takeInOrder(names: string[]): Drawn[] {
    const slots = new Map(this.take(names).map((d) => [d.name, d.slot]));
    this.drawn = names.map((name) => ({ slot: slots.get(name)!, name }));
    return this.drawn;
  }
}
