import type {
  ColumnView as Column,
  AlarmView as ColumnAlarm,
  ColumnsView as Columns,
  Reading,
  Role,
  ColumnSetup as Setup,
} from '../api/schema';
import { get, post, postFile, put, Refusal } from './api';
import { Failures } from './failures.svelte';
import { unsent, type Unsent } from './line.svelte';
import { Turns } from './turns';

const AGAIN = 700;

/** What becomes of some columns, by name; null for one that is taken away. */
type Changes = (now: (column: Column) => Column) => Record<string, Setup | null>;

/** What the program set aside as free text or as a name, and is read as something else, is an input. */
function read(setup: Setup, reading: Reading | null): Setup {
  const amount = reading?.type === 'NUMBER' || reading?.type === 'DATE';
  const mended =
    setup.byItself === true &&
    ((setup.role === 'SET_ASIDE' && (amount || reading?.type === 'CATEGORY')) ||
      (setup.role === 'IDENTIFIER' && amount));
  const coded = setup.byItself === true && setup.role === 'INPUT';
  return mended || coded
    ? { ...setup, reading, role: 'INPUT', reason: '', byItself: null }
    : { ...setup, reading };
}

/** The columns of the brief on the desk, and what is being changed about them. */
export class ColumnSheet {
  columns = $state.raw<Column[] | null>(null);
  pending = $state(0);
  undoWords = $state<string | null>(null);
  private failures = new Failures<'look' | 'change'>();
  /** the columns of which the last change was refused */
  private refused = $state.raw<string[]>([]);
  /** counts what was loaded, so that an opened column knows when to look again */
  turn = $state(0);
  private waiting: ReturnType<typeof setTimeout> | undefined;
  private asked = 0;
  /** which change was the last that is shown; a change names it, so that nobody's is overwritten unseen */
  private state = 0;
  private turns = new Turns<Changes | null>((waiting) => this.together(waiting));

  constructor(private readonly briefId: () => number) {}

  private take(found: Columns) {
    this.columns = found.columns;
    this.pending = found.pending;
    this.undoWords = found.undo;
    this.state = found.state;
    this.turn++;
    this.again();
  }

  private again() {
    clearTimeout(this.waiting);
    if (this.pending > 0) this.waiting = setTimeout(() => void this.load(), AGAIN);
  }

  get refusal(): string | null {
    return this.failures.words;
  }

  /** Whether what was refused was asked of this column, or of none in particular. */
  refusedOf(name: string): boolean {
    return !this.failures.has('change') || this.refused.length === 0 || this.refused.includes(name);
  }

  private async attempt(ask: () => Promise<Columns>, changing: string[] | null = null): Promise<boolean> {
    const turn = ++this.asked;
    try {
      const found = await ask();
      if (turn === this.asked) this.take(found);
      this.failures.over(changing ? 'change' : 'look');
      return true;
    } catch (e) {
      if (changing && e instanceof Refusal && e.problem.code === 'OVERTAKEN') await this.load();
      else if (turn === this.asked) this.again();
      if (changing) this.refused = changing;
      this.failures.say(changing ? 'change' : 'look', (e as Error).message);
      return false;
    }
  }

  /** One change after the other, each on what the one before left. */
  private inTurn(ask: () => Promise<Columns>, changes: Changes | null = null): Promise<boolean> {
    return this.turns.take(changes, () => this.attempt(ask, Object.keys(changes?.(this.now) ?? {})));
  }

  private get path(): string {
    return `/briefs/${this.briefId()}/columns?seen=${this.state}`;
  }

  private put = (changes: Changes): Promise<boolean> =>
    this.inTurn(() => put<Columns>(this.path, changes(this.now)), changes);

  /** All of some changes at once, up to one that is not made of setups. */
  private together(waiting: (Changes | null)[]): Unsent | null {
    const all: Record<string, Setup | null> = {};
    for (const changes of waiting) {
      if (!changes) break;
      Object.assign(
        all,
        changes((c) => ({ ...this.now(c), setup: all[c.name] ?? this.now(c).setup })),
      );
    }
    return Object.keys(all).length > 0 ? unsent('PUT', this.path, all) : null;
  }

  /** A column as it stands now. */
  private now = (column: Column): Column => this.columns?.find((c) => c.name === column.name) ?? column;

  load = () => this.attempt(() => get<Columns>(`/briefs/${this.briefId()}/columns`));

  undo = () => this.inTurn(() => post<Columns>(`/briefs/${this.briefId()}/columns/undo?seen=${this.state}`));

  /** Changes some columns together. */
  change(columns: Column[], change: (setup: Setup) => Setup): Promise<boolean> {
    return this.put((now) => Object.fromEntries(columns.map((c) => [c.name, change(now(c).setup)])));
  }

  setRole = (columns: Column[], role: Role, reason?: string) =>
    this.change(columns, (setup) => ({ ...setup, role, reason: reason ?? setup.reason, byItself: null }));

  /** Settles some columns together: when they are known, or from where. */
  setKnown = (columns: Column[], known: Partial<Pick<Setup, 'knownAfterDays' | 'knownWhere'>>) =>
    this.change(columns, (setup) => ({ ...setup, ...known }));

  /** Takes what a small file notes of each column. */
  note = (file: Blob) =>
    this.inTurn(() => postFile<Columns>(`/briefs/${this.briefId()}/columns/notes?seen=${this.state}`, file));

  setReading = (columns: Column[], reading: Reading | null) =>
    this.change(columns, (setup) => read(setup, reading));

  /** Reads each column as it is proposed to be. */
  readAsSuggested(columns: Column[]): Promise<boolean> {
    return this.put((now) =>
      Object.fromEntries(columns.map((c) => [c.name, read(now(c).setup, c.suggested!.reading)])),
    );
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
      acceptedAlarms: {},
      treatedLevels: [],
    };
    return this.put(() => ({ [name]: { ...of, formula } }));
  }

  /** Takes a made column away. */
  unmake = (column: Column) => this.put(() => ({ [column.name]: null }));

  keepAlarm = (column: Column, alarm: ColumnAlarm, reason: string | null) =>
    this.change([column], (setup) => {
      const acceptedAlarms = { ...setup.acceptedAlarms } as Record<string, string>;
      delete acceptedAlarms[alarm.name];
      delete acceptedAlarms[alarm.kind];
      if (reason !== null) acceptedAlarms[alarm.kind] = reason;
      return { ...setup, acceptedAlarms };
    });

  close() {
    clearTimeout(this.waiting);
  }
}
