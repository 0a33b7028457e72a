import type { ArrivalView as Arrival } from '../api/schema';
import { get, post, remove, sendBytes } from './api';

/** Files that this tab is sending, so that a page can go on with one without asking for it again. */
export const held = new Map<number, File>();

/** Announces a file to the server; its page sends the bytes. `briefId` is the brief whose file it is to replace. */
export async function arrive(file: File, briefId: number | null): Promise<Arrival> {
  const arrival = await post<Arrival>('/arrivals', { name: file.name, bytes: file.size, briefId });
  held.set(arrival.id, file);
  return arrival;
}

const AGAIN = 300;

/** Brings a file that is to be joined to another, read as it looks; gives back the dataset. `told` hears how far it is. */
export async function bringSecond(file: File, told: (words: string) => void): Promise<number> {
  let arrival = await arrive(file, null);
  const at = `/arrivals/${arrival.id}`;
  try {
    await sendBytes(`${at}/bytes`, file, 0, (bytes) =>
      told(`sending, ${Math.round((100 * bytes) / file.size)} %`),
    ).done;
    arrival = await post<Arrival>(`${at}/read`);
    while (arrival.state === 'READING') {
      told(arrival.step ?? 'reading');
      await new Promise((done) => setTimeout(done, AGAIN));
      arrival = await get<Arrival>(at);
    }
    if (arrival.datasetId === null) throw new Error(arrival.message ?? 'The file could not be read.');
    return arrival.datasetId;
  } finally {
    held.delete(arrival.id);
    await remove(at);
  }
}
