/** A change that was made here and that the server has not answered yet. */
export interface Unsent {
  method: string;
  path: string;
  body: string;
  /** of several at once: what the first one would leave, the first two, and so on, without the last */
  parts?: string[];
}

/** A change as it is sent. */
export const unsent = (method: string, path: string, body: unknown): Unsent => ({
  method,
  path,
  body: JSON.stringify(body),
});

const AGAIN = 2000;
const KEPT = 'unsent ';

/**
 * The way to the server. Where it does not answer, what was asked waits, and changes are kept in the browser until it does: a reload,
 * a closed page or a sleep of the machine in between loses none of them.
 */
class Line {
  /** What does not answer; null while all does. */
  lost = $state<'server' | 'database' | null>(null);

  /** What was kept over a reload and refused when it was sent at last, with what had been typed. */
  refused = $state.raw<{ message: string; typed: string }[]>([]);

  /** whose changes these are */
  private by = '';
  private instead = new Map<string, Unsent>();

  /** Waits until it is worth another try. */
  wait(of: 'server' | 'database'): Promise<void> {
    this.lost = of;
    return new Promise((done) => {
      const now = () => {
        clearTimeout(later);
        window.removeEventListener('online', now);
        done();
      };
      const later = setTimeout(now, AGAIN);
      window.addEventListener('online', now);
    });
  }

  answers(): void {
    this.lost = null;
  }

  private place(change: Unsent): string {
    return `${KEPT}${this.by} ${change.method} ${change.path}`;
  }

  private put(place: string, { body, parts }: Unsent): void {
    localStorage.setItem(place, JSON.stringify({ body, parts }));
  }

  keep(change: Unsent): void {
    const place = this.place(change);
    if (this.by) this.put(place, this.instead.get(place) ?? change);
  }

  /** What is kept if the change on its way to the same place gets no answer: with it, all that waits behind it. */
  keepInstead(change: Unsent): void {
    const place = this.place(change);
    this.instead.set(place, change);
    if (localStorage.getItem(place) !== null) this.put(place, change);
  }

  /** The page may go before what waits behind a change that is on its way was sent. */
  keepWaiting(): void {
    if (this.by) for (const [place, change] of this.instead) this.put(place, change);
  }

  forget(change: Unsent): void {
    const place = this.place(change);
    this.instead.delete(place);
    localStorage.removeItem(place);
  }

  /** How many changes of whoever is signed in wait. */
  get waiting(): number {
    return this.unsent().length;
  }

  private unsent(): Unsent[] {
    const begin = `${KEPT}${this.by} `;
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(begin))
      .map((key) => {
        const [method, path] = key.slice(begin.length).split(' ');
        const kept = JSON.parse(localStorage.getItem(key)!) as Pick<Unsent, 'body' | 'parts'>;
        return { method: method!, path: path!, ...kept };
      });
  }

  /** Sends what was left unsent by the same person before; what is refused is shown. */
  async signedIn(name: string, send: (change: Unsent) => Promise<unknown>): Promise<void> {
    this.by = name;
    for (const change of this.unsent()) {
      try {
        await send(change);
      } catch (e) {
        this.refused = [...this.refused, { message: (e as Error).message, typed: typed(change.body) }];
      }
      this.forget(change);
    }
  }
}

/** The texts in what was to be sent. */
export function typed(body: string): string {
  const found: string[] = [];
  JSON.parse(body, (_, value: unknown) => {
    if (typeof value === 'string' && value.includes(' ')) found.push(value);
    return value;
  });
  return found.join('\n');
}

export const line = new Line();

/** What was typed into a field that nobody has left yet is a change too, when the page goes. */
export function keepFields(): () => void {
  let edited: EventTarget | null = null;
  const typing = (e: Event) => (edited = e.target);
  const settled = () => (edited = null);
  const leave = () => {
    edited?.dispatchEvent(new Event('change', { bubbles: true }));
    line.keepWaiting();
  };
  const hidden = () => document.visibilityState === 'hidden' && leave();
  const close = (e: BeforeUnloadEvent) => {
    leave();
    if (line.lost && line.waiting > 0) e.preventDefault();
  };
  document.addEventListener('input', typing, true);
  document.addEventListener('change', settled, true);
  document.addEventListener('visibilitychange', hidden);
  window.addEventListener('pagehide', leave);
  window.addEventListener('beforeunload', close);
  return () => {
    document.removeEventListener('input', typing, true);
    document.removeEventListener('change', settled, true);
    document.removeEventListener('visibilitychange', hidden);
    window.removeEventListener('pagehide', leave);
    window.removeEventListener('beforeunload', close);
  };
}
