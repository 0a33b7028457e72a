import type { BriefView as Brief } from '../api/schema';
import { changed, type Change } from './decision';
import { put } from './api';
import { unsent } from './line.svelte';
import { Turns } from './turns';

/** Changes to one brief, each on the version that the one before made, also when it is no longer on the desk. */
export class Edits {
  private turns = new Turns<Change>((waiting) => unsent('PUT', this.path, this.edit(waiting)));

  /**
   * @param of as it is known now
   * @param onDesk the brief that is shown, which may be this one as somebody else left it
   */
  constructor(
    private of: Brief,
    private readonly onDesk: () => Brief | null,
  ) {}

  private get path(): string {
    return `/briefs/${this.of.id}`;
  }

  private edit(changes: Change[]) {
    const shown = this.onDesk();
    if (shown?.id === this.of.id && shown.version > this.of.version) this.of = shown;
    return { version: this.of.version, decision: changes.reduce(changed, this.of.decision) };
  }

  /** @param then what the next change waits for, with what was kept of this one */
  keep<R>(change: Change, then: (kept: Promise<Brief>) => Promise<R>): Promise<R> {
    const send = async () => (this.of = await put<Brief>(this.path, this.edit([change])));
    return this.turns.take(change, () => then(send()));
  }
}
