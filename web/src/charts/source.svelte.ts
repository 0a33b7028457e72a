import { untrack } from 'svelte';
import type { BandsView, DistributionView as Distribution } from '../api/schema';
import type { Row } from '../lib/compared';
import { get } from '../lib/api';
import { layout } from '../lib/layout.svelte';
import type { Source } from './parts';

/** What a chart needs beyond the comparison, asked for as soon as it wants that. Made while a component is. */
export class PaneSource {
  #bands = $state.raw<BandsView[]>([]);
  distributions = $state.raw<Distribution[]>([]);
  refusal = $state<string | null>(null);
  #wantsBands: () => boolean;

  constructor(wants: () => Source | undefined, rows: () => Row[], chosen: () => Row, records: () => number) {
    this.#wantsBands = () => wants() === 'bands';
    const address = $derived(
      this.#wantsBands()
        ? `/comparisons/bands?q=${Math.min(layout.now.bands, records())}&training=${layout.now.training}&` +
            rows()
              .map((r) => `candidate=${r.id}`)
              .join('&')
        : null,
    );
    $effect(() => {
      if (address !== null) this.#ask<BandsView[]>(address, (found) => (this.#bands = found));
    });
    const wanted = $derived(
      wants() === 'distribution'
        ? [chosen().id]
        : wants() === 'distributions'
          ? rows()
              .filter((r) => r.probability)
              .map((r) => r.id)
          : [],
    );
    $effect(() => {
      const known = untrack(() => this.distributions.map((d) => d.candidate));
      for (const id of wanted.filter((id) => !known.includes(id))) {
        this.#ask<Distribution>(
          `/comparisons/distributions/${id}`,
          (found) => (this.distributions = [...this.distributions, found]),
        );
      }
    });
  }

  /** None while the chart wants none. */
  get bands(): BandsView[] {
    return this.#wantsBands() ? this.#bands : [];
  }

  #ask<T>(address: string, keep: (found: T) => void) {
    get<T>(address).then(
      (found) => {
        keep(found);
        this.refusal = null;
      },
      (e: Error) => (this.refusal = e.message),
    );
  }
}
