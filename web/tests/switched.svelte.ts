/** A value that effects hear of when it changes. */
export function switched<T>(first: T): { now: T } {
  let now = $state(first);
  return {
    get now() {
      return now;
    },
    set now(next: T) {
      now = next;
    },
  };
}
