import type { DraftView as Draft, AuthorText } from '../api/schema';
import { Failures } from './failures.svelte';
import { get, page, post, put } from './api';
import { desk } from './desk.svelte';
import { unsent } from './line.svelte';
import { Turns } from './turns';

/** What becomes of a draft's words. */
export type Change = (draft: Draft) => { authorText?: AuthorText; answers?: Record<string, string> };

/** The next report of the brief on the desk: its words, its checks, and the page as it would print. */
export class Drafting {
  draft = $state.raw<Draft | null>(null);
  /** the page as it would print, or empty */
  page = $state.raw('');
  private failures = new Failures<'look' | 'change'>();
  busy = $state(false);
  private asked = 0;
  private turns = new Turns<Change>((waiting) => unsent('PUT', this.path, this.edit(waiting)));

  constructor(private readonly brief: number) {}

  private show(draft: Draft): void {
    this.draft = draft;
    const open = draft.checks.filter((c) => !c.passes).length;
    if (draft.page) desk.openChecks = `${open} of ${draft.checks.length} checks open`;
  }

  get failure(): string | null {
    return this.failures.words;
  }

  private async attempt(work: () => Promise<void>, what: 'look' | 'change' = 'change'): Promise<boolean> {
    this.busy = true;
    try {
      await work();
      this.failures.over(what);
      return true;
    } catch (e) {
      this.failures.say(what, (e as Error).message);
      return false;
    } finally {
      this.busy = false;
    }
  }

  /** Everything anew; an answer that another request has overtaken is dropped. */
  load(): Promise<boolean> {
    const mine = ++this.asked;
    return this.attempt(async () => {
      const draft = await get<Draft>(`/sign-off/${this.brief}`);
      if (mine === this.asked) this.show(draft);
      await this.render(mine);
    }, 'look');
  }

  private async render(mine: number): Promise<void> {
    if (!this.draft?.page) {
      this.page = '';
      return;
    }
    const drawn = await page(`/sign-off/${this.brief}/preview?inside=true`);
    if (mine === this.asked) this.page = drawn;
  }

  /**
   * Keeps changed words, one change after the other, each made on what the one before left; what somebody else kept
   * meanwhile is not written over.
   */
  write(change: Change): Promise<boolean> {
    return this.turns.take(change, () => {
      const mine = ++this.asked;
      return this.attempt(async () => {
        this.show(await put<Draft>(this.path, this.edit([change])));
        await this.render(mine);
      });
    });
  }

  private get path(): string {
    return `/sign-off/${this.brief}`;
  }

  private edit(changes: Change[]) {
    const { version, authorText, answers } = changes.reduce(
      (d, change) => ({ ...d, ...change(d) }),
      this.draft!,
    );
    return { version, authorText, answers };
  }

  open(): Promise<boolean> {
    const mine = ++this.asked;
    return this.attempt(async () => {
      await desk.saveNow();
      this.show(await post<Draft>(`/sign-off/${this.brief}/open-reserve`));
      await this.render(mine);
      await desk.compare();
    });
  }

  /** @returns the number of the report, or null where it was refused */
  async submit(): Promise<number | null> {
    let id: number | null = null;
    await this.attempt(async () => {
      await desk.saveNow();
      id = (await post<{ head: { id: number } }>(`/sign-off/${this.brief}/submit`)).head.id;
    });
    return id;
  }
}
