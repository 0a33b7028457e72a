import type { Advice, FormView as Form, Proof, ReleaseView as Release } from '../api/schema';
import { count } from './format';

const SUPERSCRIPTS = '⁰¹²³⁴⁵⁶⁷⁸⁹';

/** A small number as a digit and a power of ten, rounded up. */
export function power(value: number): string {
  const exponent = Math.floor(Math.log10(value));
  const digit = Math.ceil(value / 10 ** exponent - 1e-9);
  const [d, e] = digit === 10 ? [1, exponent + 1] : [digit, exponent];
  const digits = [...String(Math.abs(e))].map((c) => SUPERSCRIPTS[Number(c)]).join('');
  return `${d}\u00a0·\u00a010${e < 0 ? '⁻' : ''}${digits}`;
}

/** What was found when a form was run beside the application, in words. */
export function proven(proof: Proof): string {
  const near = proof.greatest === 0 ? 'to the bit' : `within ${power(proof.greatest)}`;
  return `${count(proof.records)}, ${near}`;
}

/** The same at length. */
export function provenAtLength(form: Form): string {
  const proof = form.proof;
  if (!proof) return form.message ?? '';
  const refused = proof.refused
    ? ` ${proof.refused} more made-up ones are refused by the application too.`
    : '';
  const allowed = proof.allowed === 0 ? 'every bit' : power(proof.allowed);
  return `${count(proof.records)} records, ${proof.odd} of them made up to be odd, scored here and by ${proof.on}; agrees where scores differ by at most ${allowed}, and band, action and version are the same.${refused}`;
}

/** A file's size as people say it. */
export function size(bytes: number): string {
  if (bytes < 1000) return `${bytes} B`;
  if (bytes < 1e6) return `${Math.round(bytes / 1000)} kB`;
  return bytes < 1e9 ? `${(bytes / 1e6).toFixed(1)} MB` : `${(bytes / 1e9).toFixed(1)} GB`;
}

/** The version that decides, or the newest where none does; null where there is none. */
export const inService = (releases: Release[]): Release | null =>
  releases.find((r) => r.state === 'IN_SERVICE') ?? releases[0] ?? null;

/** Whether a form is still being made or tried. */
export const trying = (form: Form): boolean => form.status === 'waiting' || form.status === 'running';

/** A call of the endpoint that somebody can paste into a shell. */
export function call(origin: string, brief: number, example: Record<string, unknown>): string {
  const body = JSON.stringify(example).replaceAll("'", String.raw`'\''`);
  return [
    `curl ${origin}/score/${brief} \\`,
    `  -H "Authorization: Bearer $OUTRIDER_KEY" \\`,
    `  -H "Content-Type: application/json" \\`,
    `  -d '${body}'`,
  ].join('\n');
}

/** What there is to do, in a word or two. */
export const ADVICE: Record<Advice['kind'], string> = {
  CARRY_ON: 'carry on',
  LOOK_AT_INPUT: 'look at an input',
  LOOK_AT_MIX: 'look at who comes',
  RECALIBRATE: 'recalibrate',
  NEW_BRIEF: 'begin a new brief',
  LOOK_AT_OUTCOMES: 'look at the outcomes',
};
