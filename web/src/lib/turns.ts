import { line, type Unsent } from './line.svelte';

/**
 * Changes to one thing, one after the other, each made on what the one before left. Those that wait behind one that is not answered
 * are kept with it.
 */
export class Turns<C> {
  private waiting: C[] = [];
  private last: Promise<unknown> = Promise.resolve();

  /** @param together what sends all of some changes at once; null where they cannot be */
  constructor(private readonly together: (changes: C[]) => Unsent | null) {}

  /** Sends a change when its turn has come. */
  take<R>(change: C, send: () => Promise<R>): Promise<R> {
    this.waiting.push(change);
    this.keep();
    const done = this.last.then(async () => {
      this.keep();
      try {
        return await send();
      } finally {
        this.waiting.shift();
      }
    });
    this.last = done.catch(() => undefined);
    return done;
  }

  private keep(): void {
    const all = this.waiting.map((_, i) => this.together(this.waiting.slice(0, i + 1)));
    const last = all.pop();
    if (!last || all.length === 0) return;
    line.keepInstead({ ...last, parts: all.flatMap((part) => (part ? [part.body] : [])) });
  }
}
