import { fireEvent, render, screen } from '@testing-library/svelte';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Comparison } from '../src/lib/compared';
import { byRule, desk } from '../src/lib/desk.svelte';
import { CHARTS } from '../src/charts/charts';
import { type Chart, depthAxis, lines, plain } from '../src/charts/parts';
import { begin, layout } from '../src/lib/layout.svelte';
import { pins } from '../src/lib/pins.svelte';
import { session } from '../src/lib/session.svelte';
import ComparePage from '../src/pages/ComparePage.svelte';
import BandTable from '../src/parts/BandTable.svelte';
import Pane from '../src/parts/Pane.svelte';
import PinTray from '../src/parts/PinTray.svelte';
import { brief, comparison, row } from './case';
import { problem, serve, stubResizeObserver, type Asked } from './server';
import { nth } from '../src/lib/nth';

vi.mock('../src/lib/routes', () => ({ navigate: vi.fn(), route: { params: { id: '1' }, pathname: '' } }));

/** What the chart was told to draw; its places are the axes' own values. */
const drawn = vi.hoisted(() => ({
  options: [] as { xAxis: { name: string; min: number; max: number }; series: { name?: string }[] }[],
}));
vi.mock('../src/lib/chart', async (original) => ({
  ...(await original<typeof import('../src/lib/chart')>()),
  echarts: {
    init: () => ({
      resize: () => undefined,
      dispose: () => undefined,
      setOption: (option: (typeof drawn.options)[number]) => drawn.options.push(option),
      convertToPixel: (_: unknown, [x, y]: number[]) => [x, y],
      convertFromPixel: (_: unknown, x: number) => x,
      renderToSVGString: () => '<svg width="500" height="200"><path d="M0 0"/></svg>',
      getWidth: () => 500,
      getHeight: () => 200,
    }),
  },
}));

const band = (n: number, events: number, tied = false) => ({
  band: n,
  from: 40 * (n - 1),
  to: 40 * n,
  records: 40,
  events,
  eventRate: events / 40,
  lift: events / 40 / (41 / 160),
  cumulativeRecords: 40 * n,
  cumulativeEvents: events,
  capture: events / 41,
  cumulativeLift: 1.5,
  highestScore: 1 - n / 10,
  lowestScore: 0.9 - n / 10,
  tied,
});
const bandsOf = (candidate: number, name: string, training: boolean) => ({
  candidate,
  name,
  validation: [band(1, 20), band(2, 12), band(3, 6.5, true), band(4, 2.5, true)],
  training: training ? [band(1, 22), band(2, 11), band(3, 5), band(4, 3)] : null,
});

function served(shown: Comparison, more: (asked: Asked) => unknown = () => undefined): Asked[] {
  return serve((asked) => {
    const found = more(asked);
    if (found !== undefined) return found;
    if (asked.path.startsWith('/api/comparisons/bands')) {
      const query = new URLSearchParams(asked.path.split('?')[1]);
      return query
        .getAll('candidate')
        .map((id) => bandsOf(Number(id), id === '1' ? 'First' : 'Second', query.get('training') === 'true'));
    }
    if (asked.path.startsWith('/api/pins')) return [];
    return asked.method === 'GET' ? shown : undefined;
  });
}

const cut = { candidateId: 1, records: 46, rule: byRule('BY_HAND') };
const words = (element: Element) => element.textContent.replace(/\s+/g, ' ');

beforeEach(() => {
  stubResizeObserver();
  layout.change(begin());
  drawn.options.length = 0;
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
  desk.brief = brief;
  desk.comparison = null;
  desk.candidateId = null;
  pins.offered = null;
});

async function opened(shown = comparison(cut), more?: (asked: Asked) => unknown): Promise<Asked[]> {
  const asked = served(shown, more);
  await desk.compare();
  return asked;
}

describe('a pane', () => {
  const paned = () => render(Pane, { brief, all: desk.comparison!, index: 0, chapter: 'comparison' });

  it('draws every candidate, and says what it shows at the cut', async () => {
    await opened();
    paned();
    const names = drawn.options.at(-1)!.series.map((s) => s.name);
    expect(names).toEqual(expect.arrayContaining(['First', 'Second', 'perfect order', 'at random']));
    expect(screen.getByText(/^At the cut .* % of the lapses are reached/)).toBeTruthy();
  });

  it('does not draw anew when the cut moves', async () => {
    await opened();
    paned();
    const before = drawn.options.length;
    const said = document.querySelector('.said')!.textContent;
    desk.moveTo(100);
    await vi.waitFor(() => expect(document.querySelector('.said')!.textContent).not.toBe(said));
    expect(drawn.options.length).toBe(before);
    await desk.saveNow();
  });

  it('changes its kind, keeps it, and leaves candidates and uncertainty out when asked', async () => {
    await opened();
    paned();
    await fireEvent.change(screen.getByLabelText('What this chart shows'), { target: { value: 'roc' } });
    expect(drawn.options.at(-1)!.xAxis.name).toContain('false alarms ÷');
    expect(nth(layout.now.panes, 0).kind).toBe('roc');
    await fireEvent.click(screen.getByRole('button', { name: 'shown: What is drawn in ROC' }));
    await fireEvent.click(screen.getByLabelText('Second'));
    expect(drawn.options.at(-1)!.series.map((s) => s.name)).not.toContain('Second');
    await fireEvent.click(screen.getByLabelText('training, dashed'));
    expect(drawn.options.at(-1)!.series.map((s) => s.name)).toContain('First, training');
  });

  it('zooms where it is dragged across, and shows the whole again', async () => {
    await opened();
    paned();
    const chart = document.querySelector('.chart')!;
    await fireEvent.pointerDown(chart, { clientX: 10 });
    await fireEvent.pointerMove(chart, { clientX: 40 });
    await fireEvent.pointerUp(chart, { clientX: 40 });
    expect(nth(layout.now.panes, 0).zoom).toEqual([10, 40]);
    expect(drawn.options.at(-1)!.xAxis).toMatchObject({ min: 10, max: 40 });
    await fireEvent.click(screen.getByText('whole'));
    expect(drawn.options.at(-1)!.xAxis).toMatchObject({ min: 0, max: 100 });
  });

  it('shows exact values under the pointer, and moves the cut by a double click', async () => {
    await opened();
    paned();
    const chart = document.querySelector('.chart')!;
    await fireEvent.pointerMove(chart, { clientX: 28.75 });
    expect(desk.pointed).toBe(46);
    const exact = Number((100 * desk.atOf(1)!.capture).toFixed(1));
    expect(words(document.querySelector('.values')!)).toContain(`First${exact}`);
    await fireEvent.pointerLeave(chart);
    expect(desk.pointed).toBeNull();
    await fireEvent.dblClick(chart, { clientX: 50 });
    expect(desk.records).toBe(80);
    await desk.saveNow();
  });

  it('is pinned with its picture and its sentence', async () => {
    await opened();
    paned();
    await fireEvent.click(screen.getByText('pin'));
    expect(pins.offered).toMatchObject({ kind: 'CHART', title: 'Gains' });
    expect(pins.offered!.drawing).toContain('At the cut');
    expect(pins.offered!.reading).toContain('of the lapses are reached');
  });

  it('says why bands could not be had', async () => {
    layout.pane(0, { kind: 'bandLift' });
    await opened(comparison(cut), ({ path }) =>
      path.startsWith('/api/comparisons/bands') ? problem(400, 'bands: 5 bands of 3 records') : undefined,
    );
    paned();
    expect((await screen.findByRole('alert')).textContent).toContain('5 bands of 3 records');
  });
});

describe('a chart of one’s own', () => {
  const missed: Chart = {
    name: 'missed',
    label: 'Missed',
    draw: (data) => ({
      ...plain(depthAxis(data), { label: 'missed ÷ all, %', format: String }),
      lines: lines(data, (row, i) => [
        (100 * nth(row.curve.records, i)) / data.all.part.records,
        100 - (100 * nth(row.curve.events, i)) / data.all.part.events,
      ]),
    }),
    place: (_, at) => ({ across: 100 * at.depth, up: 100 * (1 - at.capture) }),
    valueAt: (_, at) => 100 * (1 - at.capture),
    sentence: (_, at) => `${Math.round(100 * (1 - at.capture))} of 100 are missed.`,
  };
  beforeEach(() => void CHARTS.push(missed));
  afterEach(() => void CHARTS.pop());

  it('is chosen, drawn, read, pointed at, kept as a file and pinned by one object and one line', async () => {
    await opened();
    render(Pane, { brief, all: desk.comparison!, index: 0, chapter: 'comparison' });
    await fireEvent.change(screen.getByLabelText('What this chart shows'), { target: { value: 'missed' } });
    expect(drawn.options.at(-1)!.series.map((s) => s.name)).toContain('First');
    expect(screen.getByText(/^\d+ of 100 are missed\.$/)).toBeTruthy();
    await fireEvent.pointerMove(document.querySelector('.chart')!, { clientX: 28.75 });
    const exact = Number((100 * (1 - desk.atOf(1)!.capture)).toFixed(1));
    expect(words(document.querySelector('.values')!)).toContain(`First${exact}`);

    const kept = vi.spyOn(URL, 'createObjectURL').mockReturnValue('blob:kept');
    URL.revokeObjectURL ??= () => undefined;
    await fireEvent.click(screen.getByRole('button', { name: 'keep: Keep Missed' }));
    await fireEvent.click(screen.getByText('CSV of its points'));
    expect(await (nth(kept.mock.calls, 0)[0] as Blob).text()).toContain('missed ÷ all, %');
    kept.mockRestore();

    await fireEvent.click(screen.getByText('pin'));
    expect(pins.offered).toMatchObject({ kind: 'CHART', title: 'Missed' });
  });
});

describe('the band table', () => {
  const tabled = () =>
    render(BandTable, { brief, all: desk.comparison!, row: desk.comparison!.candidates.at(-1)! });

  it('counts events in words, marks ties and the cut, and says where the cut lies', async () => {
    await opened();
    tabled();
    expect(await screen.findByText('20 of 40')).toBeTruthy();
    expect(screen.getByText('6.5 of 40 *')).toBeTruthy();
    expect(screen.getByText(/straddles a boundary of the band/)).toBeTruthy();
    const rows = [...document.querySelectorAll('tr[data-band]')].map((r) =>
      r.className.replace(/s-\S+|svelte-\S+/g, '').trim(),
    );
    expect(rows).toEqual(['acted', 'partly', '', '']);
    expect(screen.getByText(/The cut lies in band 2 of 4/)).toBeTruthy();
  });

  it('asks for other numbers of bands, and refuses what cannot be shown', async () => {
    const asked = await opened();
    tabled();
    await screen.findByText('20 of 40');
    const field = screen.getByLabelText('Number of bands');
    await fireEvent.change(field, { target: { value: '3' } });
    expect(screen.getByRole('alert').textContent).toContain('ask for 4 to 100');
    expect(layout.now.bands).toBe(10);
    await fireEvent.change(field, { target: { value: '25' } });
    await vi.waitFor(() => expect(asked.at(-1)!.path).toContain('q=25'));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  it('sets candidates side by side, with training', async () => {
    await opened();
    tabled();
    await screen.findByText('20 of 40');
    await fireEvent.click(screen.getByLabelText('training beside'));
    expect(await screen.findByText('Rate, training %')).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'candidates: Candidates of the band table' }));
    await fireEvent.click(screen.getByLabelText('Second'));
    await vi.waitFor(() => expect(document.querySelectorAll('th[colspan="4"]')).toHaveLength(2));
    expect(document.querySelector<HTMLAnchorElement>('a[href*="bands.csv"]')!.href).toContain(
      'candidate=1&candidate=2',
    );
  });
});

describe('the page', () => {
  it('says who is level, how often validation was used, and the alarms once', async () => {
    const alarm = { kind: 'tooGood' as const, name: 'too good', meaning: 'An input may know the outcome.' };
    await opened(
      comparison(cut, [
        row(2, 'Second', { alarms: [alarm] }),
        row(1, 'First', { alarms: [alarm], inputs: 1 }),
      ]),
    );
    render(ComparePage);
    const line = words(document.querySelector('[data-reading-line]')!);
    expect(line).toContain('by First reaches');
    expect(line).toContain('First cannot be told apart from Second by net value at this cut on 41 lapses');
    expect(line).toContain('about 4,300 lapses would be needed');
    expect(screen.getByText(/needs 2 inputs fewer/)).toBeTruthy();
    expect(document.querySelectorAll('details.alarm p')).toHaveLength(1);
    expect(words(document.querySelector('details.alarm')!)).toContain('Second, First');
    expect(words(document.querySelector('[data-looks]')!)).toContain('looked at 3 times');
  });

  it('warns where there are few events', async () => {
    const few = comparison(cut);
    few.part.events = 9;
    await opened(few);
    render(ComparePage);
    expect(screen.getByText(/only 9 in validation/)).toBeTruthy();
  });

  it('warns as well where nearly all are events', async () => {
    const many = comparison(cut);
    many.part.events = many.part.records - 7;
    await opened(many);
    render(ComparePage);
    expect(words(document.querySelector('main, body')!)).toContain('few members that are no lapses: only 7');
  });

  it('shows the leaders of many, and all of them on asking', async () => {
    const other = { ...row(3, 'Third'), trainingAuc: 0.8 };
    const many = comparison(cut);
    many.order.others = [other];
    const asked = await opened(many);
    render(ComparePage);
    expect(await screen.findByText('2 of 3 candidates, the leaders')).toBeTruthy();
    await fireEvent.click(screen.getByRole('button', { name: 'show all 3' }));
    await vi.waitFor(() => expect(asked.some((a) => a.path.includes('all=true'))).toBe(true));
    expect(layout.now.every).toBe(true);
    expect(desk.nameOf(3)).toBe('Third');
  });

  it('says what to do where there is nothing to compare', async () => {
    await opened(comparison(null, []));
    render(ComparePage);
    expect(screen.getByText(/make a candidate on/)).toBeTruthy();
    desk.brief = { ...brief, split: null };
    expect(await screen.findByText(/split the data on/)).toBeTruthy();
  });
});

describe('the tray', () => {
  const pin = {
    id: 7,
    kind: 'TABLE',
    chapter: 'threshold',
    title: 'Bands',
    note: 'see band 2',
    reading: 'It says so.',
    drawing: null,
    cells: [['Band'], ['1']],
    candidateId: 1,
    records: 40,
    createdBy: 'analyst',
    createdAt: '2026-11-23T10:00:00Z',
  };

  it('shows what was pinned, where and on whom, and lets the note be changed', async () => {
    const asked = await opened(comparison(cut), ({ path, method }) =>
      path.startsWith('/api/pins') ? (method === 'GET' ? [pin] : {}) : undefined,
    );
    render(PinTray, { brief });
    expect(await screen.findByText('It says so.')).toBeTruthy();
    expect(screen.getByText(/pinned by analyst on First, cut at 25.0 %/)).toBeTruthy();
    await fireEvent.change(screen.getByLabelText('Note on Bands'), { target: { value: 'better' } });
    await vi.waitFor(() =>
      expect(asked.find((a) => a.method === 'PATCH')).toMatchObject({
        path: '/api/pins/7',
        body: { note: 'better', seen: pin.note },
      }),
    );
    await fireEvent.click(screen.getByText('remove'));
    await vi.waitFor(() => expect(asked.some((a) => a.method === 'DELETE')).toBe(true));
  });

  it('keeps in sight what was written where somebody else changed the note meanwhile', async () => {
    await opened(comparison(cut), ({ path, method }) =>
      path.startsWith('/api/pins')
        ? method === 'GET'
          ? [{ ...pin, note: 'theirs' }]
          : problem(409, 'it was changed elsewhere', 'OVERTAKEN')
        : undefined,
    );
    render(PinTray, { brief });
    const note = await screen.findByLabelText('Note on Bands');
    await fireEvent.change(note, { target: { value: 'mine' } });
    expect((await screen.findByRole('alert')).textContent).toContain('“mine” is not kept');
  });

  it('is read only for an approver, and says where pins come from while it is empty', async () => {
    session.me = { name: 'approver', roles: ['approver'], passwordDue: false, provided: false };
    await opened(comparison(cut), ({ path }) => (path.startsWith('/api/pins') ? [pin] : undefined));
    const first = render(PinTray, { brief });
    expect(await screen.findByText('see band 2')).toBeTruthy();
    expect(screen.queryByText('remove')).toBeNull();
    first.unmount();
    desk.pins = [];
    await opened();
    render(PinTray, { brief });
    expect(await screen.findByText(/puts a chart, a table/)).toBeTruthy();
  });
});
