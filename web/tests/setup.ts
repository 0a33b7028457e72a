import { beforeEach } from 'vitest';

/** What components of the library ask a browser for and jsdom does not have. */
window.matchMedia ??= (media: string) =>
  Object.assign(new EventTarget(), { matches: false, media, onchange: null }) as MediaQueryList;

beforeEach(() => localStorage.clear());
