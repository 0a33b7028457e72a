import type { Me } from '../api/schema';
import { get, post } from './api';

/** Who is signed in; `undefined` until the server has said. */
class Session {
  me = $state.raw<Me | null | undefined>(undefined);

  has(role: string): boolean {
    return this.me?.roles.includes(role) ?? false;
  }

  get analyst(): boolean {
    return this.has('analyst');
  }

  async load(): Promise<void> {
    try {
      this.me = await get<Me>('/me');
    } catch {
      this.me = null;
    }
  }

  async leave(): Promise<void> {
    await post('/me/sign-out');
    location.assign('/');
  }
}

export const session = new Session();
