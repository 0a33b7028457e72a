import type { ArrivalView as Arrival } from '../api/schema';
import { post } from './api';

/** Files that this tab is sending, so that a page can go on with one without asking for it again. */
export const held = new Map<number, File>();

/** Announces a file to the server; its page sends the bytes. `briefId` is the brief whose file it is to replace. */
export async function arrive(file: File, briefId: number | null): Promise<Arrival> {
  const arrival = await post<Arrival>('/arrivals', { name: file.name, bytes: file.size, briefId });
  held.set(arrival.id, file);
  return arrival;
}
