import type { Problem } from '../api/types';

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
    problem = await response.json();
  } catch {
    problem = {};
  }
  throw new Refusal(response.status, problem);
}

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const headers: Record<string, string> = { 'X-Outrider-Csrf': csrf() };
  if (body !== undefined) headers['Content-Type'] = 'application/json';
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers,
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new Refusal(0, {
      detail: 'The server cannot be reached. Your work is kept; try again in a moment.',
    });
  }
  return answered<T>(response);
}

export const get = <T>(path: string) => request<T>('GET', path);
export const post = <T>(path: string, body?: unknown) => request<T>('POST', path, body);
export const put = <T>(path: string, body: unknown) => request<T>('PUT', path, body);
export const remove = (path: string) => request<null>('DELETE', path);

export async function signIn(name: string, password: string): Promise<void> {
  const response = await fetch('/api/login', {
    method: 'POST',
    headers: { 'Content-Type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams({ j_username: name, j_password: password }),
  });
  if (!response.ok)
    throw new Refusal(response.status, { detail: 'Name and password do not belong together.' });
}

/** Sends a file; `progress` hears the share sent. `stop` ends it. */
export function upload<T>(
  file: File,
  progress: (share: number) => void,
): { done: Promise<T>; stop: () => void } {
  const wire = new XMLHttpRequest();
  const done = new Promise<T>((resolve, reject) => {
    wire.upload.onprogress = (e) => progress(e.total ? e.loaded / e.total : 0);
    wire.onload = () =>
      answered<T>(new Response(wire.responseText || null, { status: wire.status })).then(resolve, reject);
    wire.onerror = () =>
      reject(new Refusal(0, { detail: 'The server cannot be reached; nothing was kept of the file.' }));
    wire.onabort = () => reject(new Refusal(0, { detail: 'Stopped; nothing was kept of the file.' }));
  });
  wire.open('POST', `/api/datasets?name=${encodeURIComponent(file.name)}`);
  wire.setRequestHeader('X-Outrider-Csrf', csrf());
  wire.setRequestHeader('Content-Type', 'application/octet-stream');
  wire.send(file);
  return { done, stop: () => wire.abort() };
}
