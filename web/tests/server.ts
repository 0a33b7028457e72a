import { vi } from 'vitest';
import type { ComparisonView } from '../src/api/schema';
import type { Comparison } from '../src/lib/compared';

export interface Asked {
  method: string;
  path: string;
  /** keys of curves that the asker said it holds; no part of the path */
  held: string[];
  body: unknown;
}

/** A comparison as it is sent: curves apart, without those that are held. */
export function sent(whole: Comparison, held: string[] = []): ComparisonView {
  const fresh = whole.candidates.filter((row) => !held.includes(row.drawn));
  const { cut, at, depths, ...rest } = whole;
  return {
    ...rest,
    acted: { cut, at },
    candidates: whole.candidates.map((row) => ({ ...row, curve: undefined })),
    drawn: { depths, curves: Object.fromEntries(fresh.map((row) => [row.drawn, row.curve])) },
  };
}

const compared = (answer: unknown): answer is Comparison =>
  typeof answer === 'object' && answer !== null && 'depths' in answer && 'candidates' in answer;

/** A server that answers from `answers`; what was asked is kept in the list it returns. */
export function serve(answers: (asked: Asked) => unknown): Asked[] {
  const all: Asked[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn(async (address: string, init: RequestInit = {}) => {
      const [, held] = /[?&]held=([^&]*)/.exec(address) ?? [];
      const asked = {
        method: init.method ?? 'GET',
        path: address.replace(/[?&]held=[^&]*$/, ''),
        held: held?.split(',') ?? [],
        body: typeof init.body === 'string' ? (JSON.parse(init.body) as unknown) : null,
      };
      all.push(asked);
      const answer = await answers(asked);
      if (answer instanceof Response) return answer;
      if (compared(answer)) return new Response(JSON.stringify(sent(answer, asked.held)));
      return new Response(answer === undefined ? null : JSON.stringify(answer), { status: 200 });
    }),
  );
  return all;
}

export function problem(status: number, detail: string, code?: string): Response {
  return new Response(JSON.stringify({ status, detail, code }), { status });
}

/** A browser thing that the test environment lacks. */
export function stubResizeObserver(): void {
  vi.stubGlobal(
    'ResizeObserver',
    class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
  );
}
