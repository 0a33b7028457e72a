import glossary from '../../../casefile/src/main/resources/outrider/casefile/glossary.json';
import { filled } from './formula';

/** What a measure or figure is called, how it is computed and shown, what it says and when it misleads. */
export interface Entry {
  name: string;
  word?: string;
  label?: string;
  formula?: string;
  what?: string;
  beware?: string;
  shown: string;
  /** whether its best over all cuts is looked for */
  sought?: boolean;
}

export const PARTS: Entry[] = glossary.parts;
export const OF_A_CUT: (Entry & { label: string; formula: string; what: string; beware: string })[] =
  glossary.measures;
const BY_NAME = new Map([...PARTS, ...OF_A_CUT, ...(glossary.figures as Entry[])].map((e) => [e.name, e]));

/** @throws Error naming what the glossary does not have */
export function entry(name: string): Entry {
  const found = BY_NAME.get(name);
  if (!found) throw new Error(`the glossary has no ${name}`);
  return found;
}

export const word = (name: string): string => entry(name).word ?? entry(name).label ?? name;

/** A text of the glossary with its slots in words: those of the brief where it has some, else the glossary’s own. */
export const spoken = (text: string, own: Record<string, string> = {}): string =>
  filled(text, (slot) => own[slot] ?? word(slot));
