/** What failed last of several things that can fail apart: one that succeeds takes back its own failure alone. */
export class Failures<Of extends string> {
  private all = $state.raw<Partial<Record<Of, string>>>({});

  /** the words of the one that failed last, or null */
  readonly words: string | null = $derived(Object.values<string | undefined>(this.all).at(-1) ?? null);

  say(of: Of, words: string): void {
    this.over(of);
    this.all = { ...this.all, [of]: words };
  }

  over(of: Of): void {
    if (!(of in this.all)) return;
    const rest = { ...this.all };
    delete rest[of];
    this.all = rest;
  }

  forget(): void {
    this.all = {};
  }

  has(of: Of): boolean {
    return of in this.all;
  }
}
