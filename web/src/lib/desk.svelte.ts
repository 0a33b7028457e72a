import type {
  At as Against,
  BriefView as Brief,
  ComparisonView,
  CutRule,
  PinView as Pin,
  AtView as Told,
} from '../api/schema';
import { naming, whole, type Comparison, type Curves, type Row } from './compared';
import { bytes, get, put, Refusal } from './api';
import type { Change } from './decision';
import { Edits } from './edits';
import { unsent, type Unsent } from './line.svelte';
import { Turns } from './turns';
import { readAt, type AtCut } from './curve';
import { Failures } from './failures.svelte';
import { layout } from './layout.svelte';
import { curveReader, packedReader, type Reader } from './order';
import { session } from './session.svelte';
import { nth } from './nth';
import { colour, numbered } from './palette';

const COLOURS = numbered('candidate');
export const REFERENCE = colour('ref');
/** rules by which the cut goes on following the stakes */
const FOLLOWING: CutRule['kind'][] = ['BEST_NET_VALUE', 'BREAK_EVEN', 'CAPACITY'];
/** A rule that names no measure. */
export const byRule = (kind: CutRule['kind']): CutRule => ({ kind, measure: null });
const SAVE_AFTER = 350;
/** intervals are asked for once the cut has rested so long */
const TELL_AFTER = 120;

/** Names a ranking that never changes. */
const orderKey = (row: Row, value: string) =>
  `${row.id}?of=${row.auc.auc}&value=${encodeURIComponent(value)}`;

/** The brief on the desk, its comparison, and the one cut that all views share. */
class Desk {
  brief = $state.raw<Brief | null>(null);

  /** Whether whoever is signed in may see records one by one. */
  get seesRecords(): boolean {
    return this.brief !== null && this.brief.right !== 'READ';
  }

  /** Whether whoever is signed in may change the brief. */
  get works(): boolean {
    return session.analyst && (this.brief?.right === 'WORK' || this.brief?.right === 'OWN');
  }
  comparison = $state.raw<Comparison | null>(null);
  /** what is drawn of the candidates compared */
  private curves: Curves = new Map();
  readonly failures = new Failures<'brief' | 'comparison' | 'orders' | 'told' | 'cut'>();
  candidateId = $state<number | null>(null);
  records = $state(0);
  rule = $state.raw<CutRule>(byRule('BY_HAND'));
  keysOpen = $state(false);
  /** how the checks of the sign-off stand, in words; null where nobody has asked yet */
  openChecks = $state<string | null>(null);
  /** how many records deep somebody points in a chart */
  pointed = $state<number | null>(null);
  /** how often the cut was moved here, so that an answer under way does not move it back */
  private moves = 0;
  private unkept = false;
  /** the brief that was asked for last */
  private opening: number | null = null;
  private saving: ReturnType<typeof setTimeout> | undefined;

  row = $derived<Row | null>(this.comparison?.candidates.find((c) => c.id === this.candidateId) ?? null);
  /** every record's place, by candidate, where the curve that was sent is not exact */
  private orders = $state.raw<ReadonlyMap<string, Reader>>(new Map());
  private readers = $derived(
    new Map(
      (this.comparison?.candidates ?? []).map((row) => [
        row.id,
        (row.curve.error > 0
          ? this.orders.get(orderKey(row, this.comparison?.money.valueColumn ?? ''))
          : undefined) ?? curveReader(row, this.comparison?.part.weightColumn != null),
      ]),
    ),
  );
  /** every candidate at the cut, in the comparison's order */
  all = $derived.by<AtCut[]>(() => {
    const comparison = this.comparison;
    if (!comparison) return [];
    return comparison.candidates.map((row) =>
      readAt(row, comparison, this.records, this.readers.get(row.id), this.toldOf(row.id)?.figures),
    );
  });
  at = $derived<AtCut | null>(this.atOf(this.candidateId));
  /** what was told last, at whichever cut and of whichever comparison that was */
  private told = $state.raw<{ of: Comparison; at: Told } | null>(null);
  /** whether intervals and verdicts are those of this very cut; else they are on their way */
  settled = $derived(
    this.told !== null && this.told.of === this.comparison && this.told.at.records === this.records,
  );
  private telling: ReturnType<typeof setTimeout> | undefined;
  pins = $state.raw<Pin[]>([]);

  /** The name of a compared candidate, shown or not. */
  nameOf(id: number): string | null {
    const of = [...(this.comparison?.candidates ?? []), ...(this.comparison?.order.others ?? [])];
    return of.find((c) => c.id === id)?.name ?? null;
  }

  /** Shows all candidates, or of many the leaders alone. */
  async show(every: boolean): Promise<void> {
    layout.change({ every });
    await this.compare();
  }

  /** A candidate's figures at the cut. */
  atOf(id: number | null): AtCut | null {
    const index = this.comparison?.candidates.findIndex((c) => c.id === id) ?? -1;
    return index < 0 ? null : nth(this.all, index);
  }

  private toldOf(id: number): Told['candidates'][number] | null {
    return (this.settled && this.told?.at.candidates.find((c) => c.id === id)) || null;
  }

  /** A candidate against the leader at the cut; null for the leader, and until it is told. */
  againstLeader(row: Row): Against | null {
    return this.toldOf(row.id)?.against ?? null;
  }

  /** The same, as it was told last: for sentences that need not vanish while the cut moves. */
  lastAgainst(row: { id: number }): Against | null {
    return this.lastTold(row.id)?.against ?? null;
  }

  lastTold(id: number): Told['candidates'][number] | null {
    return this.told?.at.candidates.find((c) => c.id === id) ?? null;
  }

  /** Asks for what is told at the cut, once it has come to rest. */
  private tellSoon(): void {
    clearTimeout(this.telling);
    if (!this.settled) this.telling = setTimeout(() => void this.tell(), TELL_AFTER);
  }

  private async tell(): Promise<void> {
    const [brief, of, records] = [this.brief, this.comparison, this.records];
    if (!brief || !of || this.settled) return;
    const leader = layout.now.leader === null ? '' : `&leader=${layout.now.leader}`;
    try {
      const at = await get<Told>(`/comparisons/${brief.id}/at?records=${records}${leader}`);
      if (this.comparison === of) this.told = { of, at };
      this.failures.over('told');
      if (this.records !== records) this.tellSoon();
    } catch (e) {
      this.failures.say(
        'told',
        `Intervals at this cut are missing: ${e instanceof Error ? e.message : String(e)}`,
      );
    }
  }

  reader(row: Row): Reader {
    return this.readers.get(row.id) ?? curveReader(row);
  }

  /** Shows the brief; keeps what is shown where it is the same one. */
  async open(id: number): Promise<void> {
    if (this.brief?.id !== id) {
      await this.saveNow();
      this.brief = null;
      this.unkept = false;
      this.comparison = null;
      this.curves = new Map();
      this.candidateId = null;
      this.pins = [];
      this.openChecks = null;
      this.failures.forget();
      layout.open(id);
    }
    this.opening = id;
    try {
      const found = await get<Brief>(`/briefs/${id}`);
      if (this.opening !== id) return;
      this.brief = found;
      this.failures.over('brief');
    } catch (e) {
      this.failures.say('brief', e instanceof Refusal ? e.message : String(e));
    }
  }

  async compare(): Promise<void> {
    const brief = this.brief;
    if (!brief?.split) return;
    const moves = this.moves;
    const pending = this.unkept;
    const leader = layout.now.leader;
    const held = this.curves;
    const asked = [
      leader === null ? null : `leader=${leader}`,
      layout.now.every ? 'all=true' : null,
      naming(held),
    ].filter((part) => part !== null);
    const query = asked.length > 0 ? `?${asked.join('&')}` : '';
    const sent = await get<ComparisonView>(`/comparisons/${brief.id}${query}`);
    const { comparison, curves } = whole(sent, held);
    await this.fetchOrders(comparison);
    if (this.brief?.id !== brief.id) return;
    this.comparison = comparison;
    this.curves = curves;
    if (comparison.at) this.told = { of: comparison, at: comparison.at };
    const mine = comparison.candidates.some((c) => c.id === this.candidateId);
    if (mine && (pending || this.unkept || this.moves !== moves)) return this.tellSoon();
    const kept = comparison.cut;
    const first = comparison.candidates[0];
    if (kept && comparison.candidates.some((c) => c.id === kept.candidateId)) {
      this.candidateId = kept.candidateId;
      this.records = kept.records;
      this.rule = kept.rule;
    } else if (first) {
      this.candidateId = first.id;
      this.place(first.best.records, byRule('BEST_NET_VALUE'));
      // until all are there and something leads, that is no choice of anybody's
      if (!first.reference && this.brief.progress.running === 0) this.save();
    } else {
      this.candidateId = null;
    }
  }

  /** Gets every record's place of candidates whose curves were thinned. */
  private async fetchOrders(comparison: Comparison): Promise<void> {
    const value = comparison.money.valueColumn ?? '';
    const missing = comparison.candidates.filter(
      (row) => row.curve.error > 0 && !this.orders.has(orderKey(row, value)),
    );
    try {
      const found = await Promise.all(
        missing.map(async (row) => {
          const key = orderKey(row, value);
          return [key, packedReader(await bytes(`/comparisons/orders/${key}`))] as const;
        }),
      );
      if (found.length > 0) this.orders = new Map([...this.orders, ...found]);
      this.failures.over('orders');
    } catch (e) {
      this.failures.say(
        'orders',
        `Figures are near, not exact: ${e instanceof Error ? e.message : String(e)}`,
      );
    }
  }

  /** Sets others against this candidate. */
  async lead(id: number): Promise<void> {
    layout.change({ leader: id });
    await this.compare();
  }

  /** Changes the brief, one change after the other, each on the version that the one before made. */
  async keep(change: Change): Promise<Refusal | null> {
    const brief = this.brief;
    if (!brief) return null;
    const edits = this.edits.get(brief.id) ?? new Edits(brief, () => this.brief);
    this.edits.set(brief.id, edits);
    return edits.keep(change, (kept) => this.shown(brief.id, kept));
  }

  private edits = new Map<number, Edits>();

  private async shown(id: number, change: Promise<Brief>): Promise<Refusal | null> {
    try {
      const kept = await change;
      if (this.brief?.id !== id) return null;
      this.brief = kept;
      await this.compare();
      this.follow();
      return null;
    } catch (e) {
      const refusal = e instanceof Refusal ? e : new Refusal(0, { detail: String(e) });
      const here = this.brief?.id === id;
      if (here && refusal.problem.code === 'OVERTAKEN') await this.open(id);
      return refusal;
    }
  }

  /** A cut that was set by a rule stays where that rule puts it. */
  private follow(): void {
    if (!this.row || !FOLLOWING.includes(this.rule.kind)) return;
    const wanted = {
      BEST_NET_VALUE: this.row.best.records,
      BREAK_EVEN: this.row.breakEvenRecords,
      CAPACITY: this.comparison?.money.capacityRecords ?? null,
    }[this.rule.kind as 'BEST_NET_VALUE' | 'BREAK_EVEN' | 'CAPACITY'];
    if (wanted !== null && wanted !== undefined && wanted !== this.records) this.moveTo(wanted, this.rule);
  }

  /** Moves the cut everywhere at once; it is kept shortly after. */
  moveTo(records: number, rule = byRule('BY_HAND')): void {
    if (!this.comparison) return;
    this.place(records, rule);
    this.save();
  }

  private place(records: number, rule: CutRule): void {
    this.records = Math.min(this.comparison?.part.records ?? 0, Math.max(0, records));
    this.rule = rule;
    this.tellSoon();
  }

  /** To where a cut can lie between records nearest to a place, and beyond another where that is given. */
  moveNear(records: number, from?: number): void {
    this.moveTo(this.near(records, from));
  }

  /** The nearest place between two records of the chosen candidate's order. */
  near(records: number, from?: number): number {
    return this.row ? this.reader(this.row).nearest(records, from) : Math.round(records);
  }

  /** By a share of the population. */
  moveBy(share: number): void {
    if (this.comparison) this.moveNear(this.records + share * this.comparison.part.records, this.records);
  }

  choose(id: number): void {
    this.candidateId = id;
    this.save();
  }

  chooseNext(step: number): void {
    const all = this.comparison?.candidates ?? [];
    const at = all.findIndex((c) => c.id === this.candidateId);
    const next = all[Math.min(all.length - 1, Math.max(0, at + step))];
    if (next) this.choose(next.id);
  }

  overlayTraining(): void {
    layout.change({ training: !layout.now.training });
  }

  changeDensity(): void {
    layout.change({ dense: !layout.now.dense });
  }

  private save(): void {
    this.moves++;
    this.unkept = true;
    clearTimeout(this.saving);
    this.saving = setTimeout(() => void this.saveNow(), SAVE_AFTER);
  }

  /** Keeps a cut that is still waiting to be kept. */
  async saveNow(): Promise<void> {
    clearTimeout(this.saving);
    if (!this.unkept || !this.works || !this.brief || this.candidateId === null) return;
    await this.cutting.take(this.brief.id, () => this.keepCut());
  }

  /** Where the cut stands: what is kept of it. */
  private get cut(): Unsent {
    const { candidateId, records, rule } = this;
    return unsent('PUT', `/comparisons/${this.brief!.id}/cut`, { candidateId, records, rule });
  }

  private cutting = new Turns<number>((briefs) =>
    briefs.every((id) => id === this.brief?.id) ? this.cut : null,
  );

  private async keepCut(): Promise<void> {
    if (!this.unkept || !this.brief || this.candidateId === null) return;
    const moves = this.moves;
    const { path, body } = this.cut;
    try {
      await put(path, JSON.parse(body));
      this.unkept = moves !== this.moves;
      this.failures.over('cut');
    } catch (e) {
      this.failures.say('cut', e instanceof Refusal ? `The cut is not kept: ${e.message}` : String(e));
    }
  }

  colour(row: Row): string {
    if (row.reference) return REFERENCE;
    const own = (this.comparison?.candidates ?? []).filter((c) => !c.reference);
    const order = own.map((c) => c.id).sort((a, b) => a - b);
    return COLOURS[order.indexOf(row.id) % COLOURS.length] ?? REFERENCE;
  }

  async fetchPins(): Promise<void> {
    const brief = this.brief;
    if (!brief) return;
    const pins = await get<Pin[]>(`/pins?brief=${brief.id}`);
    if (this.brief?.id === brief.id) this.pins = pins;
  }
}

export const desk = new Desk();
