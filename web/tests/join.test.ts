import { fireEvent, render, screen } from '@testing-library/svelte';
import { describe, expect, it, vi } from 'vitest';
import type { BriefView as Brief } from '../src/api/schema';
import JoinLine from '../src/parts/data/JoinLine.svelte';
import { brief as typical, column } from './case';
import { serve } from './server';

const brief: Brief = {
  ...typical,
  split: null,
  progress: { ...typical.progress, candidates: 0 },
  decision: { ...typical.decision, words: { ...typical.decision.words, records: 'members' } },
};
const columns = ['member', 'age', 'gone'].map((name) => column(name));
const found = {
  records: 900,
  matched: 600,
  withoutKey: 0,
  sharing: 0,
  keys: 600,
  doubled: 20,
  doubledRecords: 40,
  unused: 0,
  example: 'M1',
};
const preview = (keep: string | null) => ({
  file: 'calls.csv',
  fileRecords: 640,
  columns: ['who', 'age', 'day', 'minutes'],
  ordering: ['day', 'minutes'],
  on: { member: 'who' },
  found,
  names: ['day', 'minutes'],
  ...(keep === null ? { refusal: 'key: 20 of them stand in several records' } : {}),
});

describe('a second file', () => {
  it('is proposed, asked for once a change, and joined as it was settled', async () => {
    const changed = vi.fn();
    const asked = serve(({ method, path, body }) => {
      if (path.endsWith('/joins') && method === 'GET') return [];
      if (path.endsWith('/joins/preview')) return preview((body as { keep: string | null }).keep ?? null);
      if (path.endsWith('/joins')) return brief;
      if (path.endsWith('/uploads')) return { id: 5, state: 'RECEIVING', datasetId: null };
      if (path.endsWith('/read')) return { id: 5, state: 'STORED', datasetId: 8 };
      return null;
    });
    const { container } = render(JoinLine, { brief, columns, fixed: false, changed });
    const file = new File(['who,minutes\nM1,2\n'], 'calls.csv');
    await fireEvent.change(container.querySelector('input[type=file]')!, { target: { files: [file] } });
    expect(await screen.findByText(/600 of 900/)).toBeTruthy();
    expect(screen.getByText(/20 keys stand in 40 records there, as “M1” does/)).toBeTruthy();
    const previews = () => asked.filter((a) => a.path.endsWith('/joins/preview')).length;
    await new Promise((done) => setTimeout(done, 900));
    expect(previews(), 'it does not ask again by itself').toBeLessThanOrEqual(2);
    expect((screen.getByRole('button', { name: /Join/ }) as HTMLButtonElement).disabled).toBe(true);
    await fireEvent.change(screen.getByLabelText('Which record of one key counts'), {
      target: { value: 'LAST' },
    });
    await vi.waitFor(() =>
      expect((screen.getByRole('button', { name: 'Join 2 columns' }) as HTMLButtonElement).disabled).toBe(
        false,
      ),
    );
    await fireEvent.click(screen.getByRole('button', { name: 'Join 2 columns' }));
    await vi.waitFor(() => expect(changed).toHaveBeenCalled());
    expect(asked.find((a) => a.path.endsWith('/joins') && a.method === 'POST')!.body).toMatchObject({
      datasetId: 8,
      on: { member: 'who' },
      keep: 'LAST',
      columns: ['day', 'minutes'],
    });
  });
});
