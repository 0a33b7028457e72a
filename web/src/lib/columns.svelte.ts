import type {
  ColumnView as Column,
  AlarmView as ColumnAlarm,
  ColumnsView as Columns,
  Reading,
  Role,
  ColumnSetup as Setup,
} from '../api/schema';
import { get, post, postFile, put } from './api';

const AGAIN = 700;

/** What the program set aside as free text or as a name, and is read as something else, is an input. */
function read(setup: Setup, reading: Reading | null): Setup {
  const amount = reading?.type === 'NUMBER' || reading?.type === 'DATE';
  const mended =
    setup.byItself === true &&
    ((setup.role === 'SET_ASIDE' && (amount || reading?.type === 'CATEGORY')) ||
      (setup.role === 'IDENTIFIER' && amount));
  return mended ? { ...setup, reading, role: 'INPUT', reason: '', byItself: null } : { ...setup, reading };
}

/** The columns of the brief on the desk, and what is being changed about them. */
export class ColumnSheet {
  columns = $state.raw<Column[] | null>(null);
  pending = $state(0);
  undoWords = $state<string | null>(null);
  refusal = $state<string | null>(null);
  /** counts what was loaded, so that an opened column knows when to look again */
  turn = $state(0);
  private waiting: ReturnType<typeof setTimeout> | undefined;
  private asked = 0;

  constructor(private readonly briefId: () => number) {}

  private take(found: Columns) {
    this.columns = found.columns;
    this.pending = found.pending;
    this.undoWords = found.undo;
    this.turn++;
    clearTimeout(this.waiting);
    if (found.pending > 0) this.waiting = setTimeout(() => void this.load(), AGAIN);
  }

  private async attempt(ask: () => Promise<Columns>): Promise<boolean> {
    const turn = ++this.asked;
    try {
      const found = await ask();
      if (turn === this.asked) this.take(found);
      this.refusal = null;
      return true;
    } catch (e) {
      this.refusal = (e as Error).message;
      return false;
    }
  }

  load = () => this.attempt(() => get<Columns>(`/briefs/${this.briefId()}/columns`));

  undo = () => this.attempt(() => post<Columns>(`/briefs/${this.briefId()}/columns/undo`));

  /** Changes some columns together. */
  change(columns: Column[], change: (setup: Setup) => Setup): Promise<boolean> {
    const changes = Object.fromEntries(columns.map((c) => [c.name, change(c.setup)]));
    return this.attempt(() => put<Columns>(`/briefs/${this.briefId()}/columns`, changes));
  }

  setRole = (columns: Column[], role: Role, reason?: string) =>
    this.change(columns, (setup) => ({ ...setup, role, reason: reason ?? setup.reason, byItself: null }));

  /** Settles some columns together: when they are known, or from where. */
  setKnown = (columns: Column[], known: Partial<Pick<Setup, 'knownAfterDays' | 'knownWhere'>>) =>
    this.change(columns, (setup) => ({ ...setup, ...known }));

  /** Takes what a small file notes of each column. */
  note = (file: Blob) =>
    this.attempt(() => postFile<Columns>(`/briefs/${this.briefId()}/columns/notes`, file));

  setReading = (columns: Column[], reading: Reading | null) =>
    this.change(columns, (setup) => read(setup, reading));

  /** Reads each column as it is proposed to be. */
  mend(columns: Column[]): Promise<boolean> {
    const changes = Object.fromEntries(columns.map((c) => [c.name, read(c.setup, c.mend!.reading)]));
    return this.attempt(() => put<Columns>(`/briefs/${this.briefId()}/columns`, changes));
  }

  /** Makes a column of others, or changes the formula of one. */
  make(name: string, formula: string, setup: Setup | null): Promise<boolean> {
    const of: Setup = setup ?? {
      role: 'INPUT',
      reason: '',
      reading: null,
      knownAfterDays: null,
      knownWhere: null,
      meaning: null,
      kept: {},
      acted: [],
    };
    return this.attempt(() =>
      put<Columns>(`/briefs/${this.briefId()}/columns`, { [name]: { ...of, formula } }),
    );
  }

  /** Takes a made column away. */
  unmake = (column: Column) =>
    this.attempt(() => put<Columns>(`/briefs/${this.briefId()}/columns`, { [column.name]: null }));

  keepAlarm = (column: Column, alarm: ColumnAlarm, reason: string | null) =>
    this.change([column], (setup) => {
      const kept = { ...setup.kept } as Record<string, string>;
      delete kept[alarm.name];
      delete kept[alarm.kind];
      if (reason !== null) kept[alarm.kind] = reason;
      return { ...setup, kept };
    });

  close() {
    clearTimeout(this.waiting);
  }
}
