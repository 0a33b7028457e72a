import type { Me } from '../api/schema';
import { changed, get, heedSignedOut, post, Refusal } from './api';
import { line } from './line.svelte';

/** Who is signed in; `undefined` until the server has said. */
class Session {
  me = $state.raw<Me | null | undefined>(undefined);

  /** Why the server has not said, if that went wrong. */
  failure = $state<string | null>(null);

  has(role: string): boolean {
    return this.me?.roles.includes(role) ?? false;
  }

  get analyst(): boolean {
    return this.has('analyst');
  }

  async load(): Promise<void> {
    try {
      const me = await get<Me>('/me');
      await line.signedIn(me.name, changed);
      this.me = me;
      this.failure = null;
    } catch (e) {
      const out = e instanceof Refusal && e.status === 401;
      if (out) this.me = null;
      this.failure = out ? null : (e as Error).message;
    }
  }

  async leave(): Promise<void> {
    await post('/me/sign-out');
    location.assign('/');
  }
}

export const session = new Session();

// A sign-in that has ended is found out by the next request, whatever it asks.
heedSignedOut(() => (session.me = session.me ? null : session.me));
