/** Asks after a pause, and hears the answer to the last question alone: those that were overtaken are dropped. */
export class Latest<T> {
  private turn = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly wait: number,
    private readonly take: (found: T | null, refusal: string | null) => void,
  ) {}

  ask(question: () => Promise<T>, wait = this.wait): void {
    this.drop();
    const mine = this.turn;
    this.timer = setTimeout(() => void this.answer(question, mine), wait);
  }

  drop(): void {
    this.turn++;
    clearTimeout(this.timer);
  }

  private async answer(question: () => Promise<T>, mine: number): Promise<void> {
    try {
      const found = await question();
      if (mine === this.turn) this.take(found, null);
    } catch (e) {
      if (mine === this.turn) this.take(null, (e as Error).message);
    }
  }
}
