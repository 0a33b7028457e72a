import { session } from './session.svelte';

/** Words that somebody types and sends later: until then they outlast a reload and a closed page. */
export class Typed {
  private now = $state('');

  /**
   * @param key what they are for, as in "waive 12"
   * @param start what stands there before anything is typed
   */
  constructor(
    private readonly key: string,
    private start = '',
  ) {
    this.now = localStorage.getItem(this.place) ?? start;
  }

  private get place(): string {
    return `typed ${session.me?.name} ${this.key}`;
  }

  get value(): string {
    return this.now;
  }

  set value(words: string) {
    this.now = words;
    if (words === this.start) localStorage.removeItem(this.place);
    else localStorage.setItem(this.place, words);
  }

  /** It is sent, or nobody wants it; what stands there now is where typing begins. */
  drop(start = this.start): void {
    this.start = start;
    this.value = start;
  }
}
