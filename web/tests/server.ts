import { vi } from 'vitest';

export interface Asked {
  method: string;
  path: string;
  body: unknown;
}

/** A server that answers from `answers`; what was asked is kept in the list it returns. */
export function serve(answers: (asked: Asked) => unknown | Promise<unknown>): Asked[] {
  const all: Asked[] = [];
  vi.stubGlobal(
    'fetch',
    vi.fn(async (path: string, init: RequestInit = {}) => {
      const asked = {
        method: init.method ?? 'GET',
        path,
        body: typeof init.body === 'string' ? JSON.parse(init.body) : null,
      };
      all.push(asked);
      const answer = await answers(asked);
      if (answer instanceof Response) return answer;
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
