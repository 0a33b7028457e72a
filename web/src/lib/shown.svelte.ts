import { tick } from 'svelte';

/** What a field shows: what is so, but what somebody picked as long as it is not settled whether that will be so. */
export class Shown<T> {
  private picked = $state.raw<{ value: T; of: unknown } | null>(null);

  /** `of` tells whose field it is, where one field stands for several in turn: a pick is shown at its own only. */
  constructor(
    private readonly so: () => T,
    private readonly of: () => unknown = () => null,
  ) {}

  readonly value: T = $derived.by(() =>
    this.picked && this.picked.of === this.of() ? this.picked.value : this.so(),
  );

  /** Shows a pick until `take` has ended, whether it was taken or not. */
  async show(value: T, take: () => unknown): Promise<void> {
    const pick = { value, of: this.of() };
    this.picked = pick;
    try {
      await take();
    } finally {
      await tick();
      if (this.picked === pick) this.picked = null;
    }
  }
}
