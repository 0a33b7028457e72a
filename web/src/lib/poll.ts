/** Calls again and again while `wanted` holds; gives back what ends it. */
export function poll(work: () => void, wanted: () => boolean, every = 600): () => void {
  const timer = setInterval(() => {
    if (wanted()) work();
  }, every);
  return () => clearInterval(timer);
}
