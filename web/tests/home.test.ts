import { fireEvent, render, screen } from '@testing-library/svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BriefLine } from '../src/api/schema';
import { session } from '../src/lib/session.svelte';
import BriefTable from '../src/parts/home/BriefTable.svelte';
import { problem, serve } from './server';
import { nth } from '../src/lib/nth';

const line = (id: number, more: Partial<BriefLine> = {}): BriefLine => ({
  id,
  name: `brief ${id}`,
  question: 'Whom should the desk ring?',
  outcome: 'renewal',
  events: ['lapsed'],
  revision: 1,
  nextId: null,
  owner: 'analyst',
  createdAt: '2026-11-20T09:00:00Z',
  records: 36000,
  eventRate: 0.085,
  fitted: 9,
  running: 0,
  signOff: null,
  waitsFor: 'REPORT',
  finding: null,
  ...more,
});
const finding = {
  candidate: 'Boosted trees',
  depth: 0.25,
  capture: 0.6,
  gain: 3581.2,
  gainLow: 2939,
  gainHigh: 4296,
  currency: '€',
  curve: [0, 0.5, 1],
};
const words = (element: Element) => (element.textContent ?? '').replace(/\s+/g, ' ').trim();

beforeEach(() => {
  session.me = { name: 'analyst', roles: ['analyst'], passwordDue: false, provided: false };
});

describe('the list of briefs', () => {
  it('shows what was found at the cut with its interval, whose it is and what it waits for', async () => {
    serve(() => ({ total: 2, lines: [line(2, { finding }), line(1, { owner: 'somebody' })] }));
    render(BriefTable);
    const found = (await screen.findByText('brief 2')).closest('tr')!;
    expect(words(found)).toContain('yours');
    expect(words(found)).toContain('+€3,581');
    expect(words(found)).toContain('+€2,939 to +€4,296');
    expect(words(found)).toContain('Boosted trees, 25.0 %');
    expect(found.querySelector('svg')!.getAttribute('aria-label')).toContain('60.0 % of the events');
    const other = screen.getByText('brief 1').closest('tr')!;
    expect(words(other)).toContain('somebody');
    expect(words(other)).toContain('not compared yet');
    expect(nth(screen.getAllByText('its report'), 0).getAttribute('href')).toBe('/briefs/2/sign-off');
    expect(screen.getByText('2 briefs')).toBeTruthy();
  });

  it('asks the server for what is typed, filtered and paged', async () => {
    const asked = serve(({ path }) => {
      const from = Number(new URLSearchParams(path.split('?')[1]).get('from'));
      const lines = Array.from({ length: from === 0 ? 50 : 10 }, (_, i) => line(60 - from - i));
      return { total: 60, lines };
    });
    render(BriefTable);
    expect(await screen.findByText(/1 to 50 of 60/)).toBeTruthy();
    await fireEvent.click(screen.getByText('older'));
    expect(await screen.findByText(/51 to 60 of 60/)).toBeTruthy();
    expect((screen.getByText('older') as HTMLButtonElement).disabled).toBe(true);
    await fireEvent.click(screen.getByText('waiting for something'));
    await fireEvent.input(screen.getByLabelText('Find a brief'), { target: { value: 'lapse' } });
    await vi.waitFor(() =>
      expect(asked.at(-1)!.path).toBe('/api/briefs?from=0&size=50&find=lapse&open=true'),
    );
  });

  it('says that none is there, that none fits, and why it cannot be had', async () => {
    serve(() => ({ total: 0, lines: [], roomLeft: 1_234_000_000 }));
    const { unmount } = render(BriefTable);
    expect(await screen.findByText(/There is no brief yet/)).toBeTruthy();
    expect(screen.getByRole('status').textContent).toContain("1.2 GB are left on the server's disk");
    unmount();
    serve(({ path }) => (path.includes('mine') ? { total: 0, lines: [] } : { total: 1, lines: [line(1)] }));
    const second = render(BriefTable);
    await fireEvent.click(await screen.findByText('mine'));
    expect(await screen.findByText(/No brief says that/)).toBeTruthy();
    second.unmount();
    serve(() => problem(500, 'the database is away'));
    render(BriefTable);
    expect((await screen.findByRole('alert')).textContent).toContain('the database is away');
  });

  it('leads from a brief that was gone on with to its later revision', async () => {
    serve(() => ({ total: 1, lines: [line(3, { nextId: 8, waitsFor: 'LATER_REVISION' })] }));
    render(BriefTable);
    const link = await screen.findByText('goes on in a later revision');
    expect(link.getAttribute('href')).toBe('/briefs/8');
  });
});
