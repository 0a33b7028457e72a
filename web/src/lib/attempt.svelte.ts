/** Work that somebody waits for, and why it was refused. */
export class Attempt {
  refusal = $state<string | null>(null);
  busy = $state(false);

  /** Whether it was done; what refused it stays until the next is. */
  async of(work: () => Promise<unknown>): Promise<boolean> {
    this.busy = true;
    try {
      await work();
      this.refusal = null;
      return true;
    } catch (e) {
      this.refusal = (e as Error).message;
      return false;
    } finally {
      this.busy = false;
    }
  }
}
