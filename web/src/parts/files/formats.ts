import type { Component } from 'svelte';
import type { Dialect, UploadView } from '../../api/schema';
import ParquetManner from './ParquetManner.svelte';
import TextManner from './TextManner.svelte';
import WorkbookManner from './WorkbookManner.svelte';

export type Manner = { dialect?: Dialect; sheet?: string; columns?: string[] | null };

/** What a component gets that shows how a file is read, and lets somebody change it. */
export type MannerProps = {
  preview: NonNullable<UploadView['preview']>;
  choose: (change: Manner) => Promise<unknown>;
};

/** How each format says how a file of it is read; one that has nothing to choose needs no line. */
export const MANNERS: Record<string, Component<MannerProps> | undefined> = {
  TEXT: TextManner,
  PARQUET: ParquetManner,
  WORKBOOK: WorkbookManner,
};
