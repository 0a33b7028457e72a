import type { NewPin as PinWanted } from '../api/schema';
import { post, Refusal } from './api';
import { desk } from './desk.svelte';

/** What something shows, ready to be pinned. */
export type Pinned = Pick<PinWanted, 'kind' | 'chapter' | 'title' | 'reading' | 'drawing' | 'cells'>;

/** Things that can be pinned to the report, and the one about to be. */
class Pins {
  private known = new Map<Element, () => Pinned>();
  private under: Element | null = null;
  offered = $state.raw<Pinned | null>(null);
  failure = $state<string | null>(null);

  /** For `{@attach}`: pinned as it stands when asked for. */
  pinnable =
    (show: () => Pinned) =>
    (element: HTMLElement): (() => void) => {
      this.known.set(element, show);
      const over = () => (this.under = element);
      element.addEventListener('pointerenter', over);
      element.addEventListener('focusin', over);
      return () => {
        this.known.delete(element);
        element.removeEventListener('pointerenter', over);
        element.removeEventListener('focusin', over);
        if (this.under === element) this.under = null;
      };
    };

  offer(pinned: Pinned): void {
    this.failure = null;
    this.offered = pinned;
  }

  /** Offers what the pointer or the focus was on last. */
  offerHere(): void {
    const show = this.under && this.known.get(this.under);
    if (show) this.offer(show());
  }

  /** @returns whether it is in the tray */
  async keep(title: string, note: string): Promise<boolean> {
    if (!this.offered || !desk.brief) return false;
    try {
      await post(`/pins?brief=${desk.brief.id}`, {
        ...this.offered,
        title,
        note,
        candidateId: desk.candidateId,
        records: desk.records,
      });
      this.offered = null;
      await desk.fetchPins();
      return true;
    } catch (e) {
      this.failure = e instanceof Refusal ? e.message : String(e);
      return false;
    }
  }
}

export const pins = new Pins();
