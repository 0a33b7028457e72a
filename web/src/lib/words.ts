import type { Brief, Comparison, Row } from '../api/types';
import type { AgainstAt, AtCut } from './curve';
import { capital, count, fixed, gain, money, NONE, percent } from './format';

/** The parts of a sentence; bold parts name candidates. */
export type Phrase = { text: string; bold?: boolean };

export function sentence(phrases: Phrase[]): string {
  return phrases.map((p) => p.text).join('');
}

export function compareLine(brief: Brief, all: Comparison, at: AtCut, chosen: Row): Phrase[] {
  if (at.records === 0) {
    return [
      { text: `At this cut nobody is acted on: all ${count(all.events)} ${brief.eventsNoun} are missed.` },
    ];
  }
  return [
    {
      text: `${capital(brief.acting)} the top ${percent(at.depth)} % (${count(at.records)} ${brief.recordsNoun}) by `,
    },
    { text: chosen.name, bold: true },
    {
      text:
        ` reaches ${percent(at.capture)} % of the ${brief.eventsNoun}, ${times(at.lift)} as ${brief.acting} at random, ` +
        `and ${at.gain < 0 ? 'loses' : 'gains'} ${money(brief.currency, Math.abs(at.gain))} against ${brief.acting} nobody ` +
        `(95 % interval ${gain(brief.currency, at.gainLow)} to ${gain(brief.currency, at.gainHigh)}).`,
    },
  ];
}

function times(lift: number | null): string {
  return lift === null ? NONE : `${fixed(lift, 1)} times as many`;
}

const listed = (names: string[]): Phrase[] =>
  names.flatMap((name, i) => [
    ...(i === 0 ? [] : [{ text: i === names.length - 1 ? ' and ' : ', ' }]),
    { text: name, bold: true },
  ]);

/** A candidate beside the leader at the cut. */
export interface Rival {
  row: Row;
  against: AgainstAt | null;
}

/** Who is level with the leader at the cut and by AUC, and how many events it would take to tell. */
export function levelLine(brief: Brief, all: Comparison, rivals: Rival[]): Phrase[] {
  const leader = all.candidates.find((c) => c.id === all.leader);
  if (!leader) return [];
  const own = rivals.filter((r) => !r.row.reference && r.row.id !== leader.id);
  if (own.length === 0) return [];
  const level = own.filter((r) => r.against?.verdict === 'not separable');
  const ahead = own.filter((r) => r.against?.verdict === 'ahead');
  const line: Phrase[] = [];
  if (ahead.length > 0) {
    line.push(...listed(ahead.map((r) => r.row.name)), {
      text: ` ${ahead.length > 1 ? 'are' : 'is'} ahead of `,
    });
    line.push({ text: leader.name, bold: true }, { text: ' in net value at this cut. ' });
  }
  if (level.length === 0) return line;
  line.push(...listed(level.slice(0, 4).map((r) => r.row.name)));
  if (level.length > 4) line.push({ text: ` and ${level.length - 4} more` });
  line.push({ text: ' cannot be told apart from ' }, { text: leader.name, bold: true });
  line.push({ text: ` on ${count(all.events)} ${brief.eventsNoun}` });
  const near = level.find((r) => r.row.verdict === 'not separable' && r.row.eventsNeeded !== null);
  if (near) {
    line.push({
      text: `; about ${about(near.row.eventsNeeded!)} ${brief.eventsNoun} would be needed to tell the AUC of `,
    });
    line.push({ text: near.row.name, bold: true });
    line.push({ text: ` from the leader’s` });
  }
  line.push({ text: '.' });
  return line;
}

/** Two significant digits, as far as such a number can be trusted. */
function about(value: number): string {
  if (value > 1e9) return 'more than a billion';
  return count(Number(value.toPrecision(2)));
}

/** What speaks for a candidate that is level with the leader: fewer inputs, or inputs that are known in time. */
export function remarks(all: Comparison, rivals: Rival[]): Phrase[][] {
  const leader = all.candidates.find((c) => c.id === all.leader);
  if (!leader) return [];
  const found: Phrase[][] = [];
  for (const { row, against } of rivals) {
    if (row.reference || row.id === leader.id) continue;
    const level = against?.verdict === 'not separable' || against?.verdict === 'ahead';
    const fewer = leader.inputs - row.inputs;
    const today = row.waitDays === 0 && row.undated === 0;
    const waits = (leader.waitDays ?? 0) > 0;
    if (level && fewer > 0 && row.inputs > 0) {
      found.push([
        { text: row.name, bold: true },
        { text: ` is level with the leader and needs ${fewer} input${fewer === 1 ? '' : 's'} fewer.` },
      ]);
    }
    if (today && waits) {
      found.push([
        { text: row.name, bold: true },
        {
          text:
            ` can run today: all its inputs are known when the decision is due; ${leader.name} waits ` +
            `${leader.waitDays} days for ${leader.lastInput}${level ? '' : ', and is the better one'}.`,
        },
      ]);
    }
  }
  return found;
}

/** How often validation was used, and what that costs. */
export function looksLine(all: Comparison): string {
  const { looks, choices, compared, aucOptimism } = all.looks;
  const times = (n: number) => (n === 1 ? 'once' : `${count(n)} times`);
  const used = `Validation has been looked at ${times(looks)} and used for a choice ${times(choices)}`;
  if (aucOptimism === null) return `${used}.`;
  return `${used}; the best AUC of ${compared} looks about ${fixed(aucOptimism, 3)} better than it is, because it was chosen here.`;
}
