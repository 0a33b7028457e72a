import type { Brief, Comparison, Row } from '../api/types';
import { get, put, Refusal } from './api';
import { readAt } from './curve';
import { session } from './session.svelte';

const COLOURS = ['#1d5a50', '#3d5da6', '#ad7610', '#6a58a4', '#2589a0', '#9c4436', '#6b7a1e', '#b25784'];
const SAVE_AFTER = 350;

/** The brief on the desk, its comparison, and the one cut that all views share. */
class Desk {
  brief = $state.raw<Brief | null>(null);
  comparison = $state.raw<Comparison | null>(null);
  failure = $state<string | null>(null);
  candidateId = $state<number | null>(null);
  records = $state(0);
  rule = $state('set by hand');
  training = $state(false);
  keysOpen = $state(false);
  /** how often the cut was moved here, so that an answer under way does not move it back */
  private moves = 0;
  private unkept = false;
  private saving: ReturnType<typeof setTimeout> | undefined;

  row = $derived<Row | null>(this.comparison?.candidates.find((c) => c.id === this.candidateId) ?? null);
  at = $derived(this.row && this.comparison ? readAt(this.row, this.comparison, this.records) : null);

  /** Shows the brief; keeps what is shown where it is the same one. */
  async open(id: number): Promise<void> {
    if (this.brief?.id !== id) {
      await this.saveNow();
      this.brief = null;
      this.unkept = false;
      this.comparison = null;
      this.candidateId = null;
    }
    try {
      this.brief = await get<Brief>(`/briefs/${id}`);
      this.failure = null;
    } catch (e) {
      this.failure = e instanceof Refusal ? e.message : String(e);
    }
  }

  async compare(): Promise<void> {
    if (!this.brief?.split) return;
    const moves = this.moves;
    const pending = this.unkept;
    const comparison = await get<Comparison>(`/comparisons/${this.brief.id}`);
    this.comparison = comparison;
    const mine = comparison.candidates.some((c) => c.id === this.candidateId);
    if (mine && (pending || this.unkept || this.moves !== moves)) return;
    const kept = comparison.cut;
    const leader = comparison.candidates.find((c) => c.id === comparison.leader);
    if (kept && comparison.candidates.some((c) => c.id === kept.candidateId)) {
      this.candidateId = kept.candidateId;
      this.records = kept.records;
      this.rule = kept.rule;
    } else if (leader) {
      this.candidateId = leader.id;
      this.moveTo(leader.best.records, 'best net value');
    } else {
      this.candidateId = null;
    }
  }

  /** Moves the cut everywhere at once; it is kept shortly after. */
  moveTo(records: number, rule = 'set by hand'): void {
    if (!this.comparison) return;
    this.records = Math.min(this.comparison.records, Math.max(0, records));
    this.rule = rule;
    this.save();
  }

  /** By a share of the population. */
  moveBy(share: number): void {
    if (this.comparison) this.moveTo(Math.round(this.records + share * this.comparison.records));
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

  private save(): void {
    this.moves++;
    this.unkept = true;
    clearTimeout(this.saving);
    this.saving = setTimeout(() => void this.saveNow(), SAVE_AFTER);
  }

  /** Keeps a cut that is still waiting to be kept. */
  async saveNow(): Promise<void> {
    clearTimeout(this.saving);
    if (!this.unkept || session.me?.role !== 'analyst' || !this.brief || this.candidateId === null) return;
    const moves = this.moves;
    try {
      await put(`/comparisons/${this.brief.id}/cut`, {
        candidateId: this.candidateId,
        records: this.records,
        rule: this.rule,
      });
      this.unkept = moves !== this.moves;
      this.failure = null;
    } catch (e) {
      this.failure = e instanceof Refusal ? `The cut is not kept: ${e.message}` : String(e);
    }
  }

  colour(row: Row): string {
    if (row.reference) return '#8b9096';
    const own = (this.comparison?.candidates ?? []).filter((c) => !c.reference);
    const order = own.map((c) => c.id).sort((a, b) => a - b);
    return COLOURS[order.indexOf(row.id) % COLOURS.length];
  }
}

export const desk = new Desk();
