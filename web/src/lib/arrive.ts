import type { UploadView as Upload } from '../api/schema';
import { get, post, remove, sendBytes } from './api';

/** Files that this tab is sending, so that a page can go on with one without asking for it again. */
export const held = new Map<number, File>();

/** Announces a file to the server; its page sends the bytes. `briefId` is the brief whose file it is to replace. */
export async function arrive(file: File, briefId: number | null): Promise<Upload> {
  const upload = await post<Upload>('/uploads', { name: file.name, bytes: file.size, briefId });
  held.set(upload.id, file);
  return upload;
}

const AGAIN = 300;

/** Brings a file that is to be joined to another, read as it looks; gives back the dataset. `told` hears how far it is. */
export async function bringSecond(file: File, told: (words: string) => void): Promise<number> {
  let upload = await arrive(file, null);
  const at = `/uploads/${upload.id}`;
  try {
    await sendBytes(`${at}/bytes`, file, 0, (bytes) =>
      told(`sending, ${Math.round((100 * bytes) / file.size)} %`),
    ).done;
    upload = await post<Upload>(`${at}/read`);
    while (upload.state === 'READING') {
      told(upload.step ?? 'reading');
      await new Promise((done) => setTimeout(done, AGAIN));
      upload = await get<Upload>(at);
    }
    if (upload.datasetId === null) throw new Error(upload.message ?? 'The file could not be read.');
    return upload.datasetId;
  } finally {
    held.delete(upload.id);
    await remove(at);
  }
}
