import type { Problem } from '../api/schema';
import { line, type Unsent } from './line.svelte';
import { address, settled } from './overtaken';

/** A refusal or failure of the server, with what it said. */
export class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly problem: Partial<Problem>,
  ) {
    super(problem.detail ?? `the server answered ${status}`);
  }
}

function csrf(): string {
  return document.cookie.match(/(?:^|; )outrider-csrf=([^;]*)/)?.[1] ?? '';
}

async function answered<T>(response: Response): Promise<T> {
  if (response.ok) {
    const text = await response.text();
    return (text === '' ? null : JSON.parse(text)) as T;
  }
  let problem: Partial<Problem>;
  try {
    problem = (await response.json()) as Partial<Problem>;
  } catch {
    problem = {};
  }
  if (response.status === 401) signedOut();
  throw new Refusal(response.status, problem);
}

let signedOut: () => void = () => undefined;

/** Says what happens when the server no longer knows who asks. */
export function heedSignedOut(then: () => void): void {
  signedOut = then;
}

/** Methods that may be tried again: one that had arrived is refused as overtaken the second time, which is found out. */
const AGAIN = ['GET', 'PUT', 'PATCH'];
/** Passwords are never left in the browser. */
const SECRET = /^\/(me|accounts)\b/;
/** What a page that goes may still send, in letters. */
const MOST_AT_LEAVE = 20_000;

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const text = body === undefined ? undefined : JSON.stringify(body);
  const kept = AGAIN.includes(method) && text !== undefined && !SECRET.test(path);
  return kept
    ? changed<T>({ method, path, body: text })
    : answered<T>(await reached(method, path, text, null));
}

/** Sends a change; one whose answer was lost is not refused by itself. */
export async function changed<T>(change: Unsent): Promise<T> {
  const response = await reached(change.method, change.path, change.body, change);
  // one whose sign-in has ended comes back with it
  if (response.status === 401) line.keep(change);
  try {
    return await answered<T>(response);
  } catch (e) {
    if (!(e instanceof Refusal) || e.problem.code !== 'OVERTAKEN') throw e;
    const now = await get<T>(address(change)).catch(() => null);
    const next = settled(change, now);
    if (next === null) throw e;
    return next === 'done' ? (now as T) : await changed<T>(next);
  } finally {
    if (response.status !== 401) line.forget(change);
  }
}

/** The answer; where there is none, what may be tried again is, until there is. */
async function reached(method: string, path: string, body: string | undefined, change: Unsent | null) {
  for (;;) {
    const headers: Record<string, string> = { 'X-Outrider-Csrf': csrf() };
    if (body !== undefined) headers['Content-Type'] = 'application/json';
    const keepalive = body !== undefined && body.length < MOST_AT_LEAVE;
    const response = await fetch(`/api${path}`, { method, headers, body, keepalive }).catch(() => null);
    if (response && response.status !== 503) {
      line.answers();
      return response;
    }
    if (method !== 'GET' && !change) {
      if (response) return response;
      throw new Refusal(0, {
        detail: 'The server cannot be reached. What you typed stays here; try again in a moment.',
      });
    }
    if (change) line.keep(change);
    await line.wait(response ? 'database' : 'server');
  }
}

async function fetched(path: string): Promise<Response> {
  const response = await fetch(`/api${path}`);
  if (!response.ok) await answered(response);
  return response;
}

/** A file's bytes. */
export const bytes = async (path: string): Promise<ArrayBuffer> => (await fetched(path)).arrayBuffer();

/** A page as it was sent. */
export const page = async (path: string): Promise<string> => (await fetched(path)).text();

export const get = <T>(path: string) => request<T>('GET', path);
export const post = <T>(path: string, body?: unknown) => request<T>('POST', path, body);
export const put = <T>(path: string, body: unknown) => request<T>('PUT', path, body);
export const patch = <T>(path: string, body: unknown) => request<T>('PATCH', path, body);
export const remove = (path: string) => request<null>('DELETE', path);

/** Sends a small file as it is. */
export async function postFile<T>(path: string, file: Blob): Promise<T> {
  return answered<T>(
    await fetch(`/api${path}`, {
      method: 'POST',
      headers: { 'X-Outrider-Csrf': csrf(), 'Content-Type': 'application/octet-stream' },
      body: file,
    }),
  );
}

export async function signIn(name: string, password: string): Promise<void> {
  const response = await fetch('/api/login', {
    method: 'POST',
    headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ j_username: name, j_password: password }),
  });
  if (response.ok) return;
  const wait = response.headers.get('Retry-After');
  throw new Refusal(response.status, {
    detail:
      response.status === 429
        ? `Too many wrong tries; the next one counts in ${wait} s.`
        : response.status === 401
          ? 'Name and password do not belong together.'
          : 'The server cannot answer now; try again in a moment.',
  });
}

const SLICE = 8 << 20;

/**
 * Sends the bytes of a file that follow the first `from`, slice by slice; `progress` hears how many are there. A slice that the
 * server did not take is asked for again from where it stands. `stop` ends it; what is there stays.
 */
export function sendBytes(
  path: string,
  file: File,
  from: number,
  progress: (bytes: number) => void,
): { done: Promise<void>; stop: () => void } {
  const stopping = new AbortController();
  const send = async () => {
    for (let at = from; at < file.size; at += SLICE) {
      const response = await fetch(`/api${path}?from=${at}`, {
        method: 'PUT',
        headers: { 'X-Outrider-Csrf': csrf(), 'Content-Type': 'application/octet-stream' },
        body: file.slice(at, at + SLICE),
        signal: stopping.signal,
      });
      await answered<null>(response);
      progress(Math.min(file.size, at + SLICE));
    }
  };
  const done = send().catch((e: Error) => {
    if (e instanceof Refusal) throw e;
    throw new Refusal(0, {
      detail: stopping.signal.aborted
        ? 'Stopped. What had arrived is kept; go on with the same file, or discard it.'
        : 'The server cannot be reached. What had arrived is kept; go on with the same file in a moment.',
    });
  });
  return { done, stop: () => stopping.abort() };
}
