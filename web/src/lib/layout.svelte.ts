import { chartNamed } from '../charts/charts';
import type { Term } from './terms';

/** A column of the table: a figure that has a note, or the ribbon. */
export type ColumnKey = Term | 'ribbon';
export const COLUMNS: [ColumnKey, string][] = [
  ['ribbon', 'Ranked population'],
  ['capture', 'Capture'],
  ['lift', 'Lift'],
  ['precision', 'Precision'],
  ['gain', 'Net value at the cut'],
  ['auc', 'AUC'],
  ['gap', 'Out of fold less validation'],
  ['verdict', 'Against leader at the cut'],
  ['aucVerdict', 'Against leader by AUC'],
  ['best', 'Best net value'],
  ['inputs', 'Inputs'],
  ['known', 'Inputs known after'],
  ['looks', 'Looks'],
];
const FIRST_COLUMNS: ColumnKey[] = [
  'ribbon',
  'capture',
  'lift',
  'precision',
  'gain',
  'auc',
  'gap',
  'verdict',
];

export interface PaneLayout {
  /** the chart's name */
  kind: string;
  /** of the pane that shows any measure */
  measure: string;
  uncertainty: boolean;
  /** shown part of the horizontal axis, as it is labelled; null for all */
  zoom: [number, number] | null;
}

export interface Arrangement {
  sort: { by: string; down: boolean } | null;
  columns: ColumnKey[];
  hidden: number[];
  top: number[];
  /** whose lines are drawn; null for the first few */
  drawn: number[] | null;
  leader: number | null;
  /** whether all candidates are listed, however many there are */
  every: boolean;
  /** two of Compare, then those of Threshold */
  panes: PaneLayout[];
  bands: number;
  bandTraining: boolean;
  training: boolean;
  /** rows of one line, their intervals where somebody points or is */
  dense: boolean;
}

const pane = (kind: string, measure = 'f1'): PaneLayout => ({ kind, measure, uncertainty: true, zoom: null });

export const begin = (): Arrangement => ({
  sort: null,
  columns: FIRST_COLUMNS,
  hidden: [],
  top: [],
  drawn: null,
  leader: null,
  every: false,
  panes: [
    pane('gains'),
    pane('netValue'),
    pane('netValue'),
    pane('measure', 'precision'),
    pane('measure', 'recall'),
    pane('measure', 'fHalf'),
  ],
  bands: 10,
  bandTraining: false,
  training: false,
  dense: false,
});

const isNumbers = (value: unknown): value is number[] =>
  Array.isArray(value) && value.every((v) => Number.isInteger(v));

/** What of a kept or shared arrangement can be used; the rest is as it comes. */
export function read(text: string | null): Arrangement {
  const plain = begin();
  let kept: Partial<Arrangement>;
  try {
    kept = text ? (JSON.parse(text) as Partial<Arrangement>) : {};
  } catch {
    return plain;
  }
  const known = COLUMNS.map(([key]) => key);
  const panes = Array.isArray(kept.panes) ? kept.panes : [];
  return {
    sort: kept.sort && typeof kept.sort.by === 'string' ? { by: kept.sort.by, down: !!kept.sort.down } : null,
    columns: Array.isArray(kept.columns) ? kept.columns.filter((c) => known.includes(c)) : plain.columns,
    hidden: isNumbers(kept.hidden) ? kept.hidden : [],
    top: isNumbers(kept.top) ? kept.top : [],
    drawn: isNumbers(kept.drawn) ? kept.drawn : null,
    every: kept.every === true,
    leader: Number.isInteger(kept.leader) ? kept.leader! : null,
    panes: plain.panes.map((p, i) => {
      // addresses of before say “doubt”
      const one: (PaneLayout & { doubt?: boolean }) | undefined = panes[i];
      if (!one || !chartNamed(one.kind)) return p;
      const zoom = one.zoom;
      const zoomed = Array.isArray(zoom) && zoom.length === 2 && zoom[0] < zoom[1] ? zoom : null;
      return {
        kind: one.kind,
        measure: String(one.measure),
        uncertainty: (one.uncertainty ?? one.doubt) !== false,
        zoom: zoomed,
      };
    }),
    bands: Number.isInteger(kept.bands) && kept.bands! >= 4 && kept.bands! <= 100 ? kept.bands! : plain.bands,
    bandTraining: kept.bandTraining === true,
    training: kept.training === true,
    dense: kept.dense === true,
  };
}

/** Only what differs from the beginning, for the address bar; empty where nothing does. */
export function differing(arrangement: Arrangement): string {
  const plain = begin();
  const changed = Object.entries(arrangement).filter(
    ([key, value]) => JSON.stringify(value) !== JSON.stringify(plain[key as keyof Arrangement]),
  );
  return changed.length === 0 ? '' : JSON.stringify(Object.fromEntries(changed));
}

/** How a brief's desk is arranged: kept in this browser, and in the address, which can be shared. */
class Layout {
  private briefId: number | null = null;
  now = $state.raw<Arrangement>(begin());

  open(briefId: number): void {
    if (this.briefId === briefId) return;
    this.briefId = briefId;
    const shared = new URLSearchParams(location.search).get('desk');
    this.now = read(shared ?? localStorage.getItem(`desk-${briefId}`));
  }

  change(part: Partial<Arrangement>): void {
    this.now = { ...this.now, ...part };
    if (this.briefId === null) return;
    const text = differing(this.now);
    localStorage.setItem(`desk-${this.briefId}`, text);
    const query = text === '' ? '' : `?${new URLSearchParams({ desk: text })}`;
    if (location.pathname.startsWith('/briefs/'))
      history.replaceState(history.state, '', location.pathname + query + location.hash);
  }

  pane(index: number, part: Partial<PaneLayout>): void {
    this.change({ panes: this.now.panes.map((p, i) => (i === index ? { ...p, ...part } : p)) });
  }

  toggle(list: 'hidden' | 'top', id: number): void {
    const now = this.now[list];
    this.change({ [list]: now.includes(id) ? now.filter((one) => one !== id) : [...now, id] });
  }
}

export const layout = new Layout();
