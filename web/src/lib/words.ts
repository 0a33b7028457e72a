import type { At as Against, BriefView as Brief, Verdict } from '../api/schema';
import type { Comparison, Row } from './compared';
import type { AtCut } from './curve';
import { capital, count, counted, fixed, gain, money, NONE, percent, some } from './format';
import { rarer } from './limits';

/** The parts of a sentence; bold parts name candidates. */
export type Phrase = { text: string; bold?: boolean };

export function sentence(phrases: Phrase[]): string {
  return phrases.map((p) => p.text).join('');
}

export function compareLine(brief: Brief, all: Comparison, at: AtCut, chosen: Row): Phrase[] {
  if (at.records === 0) {
    return [
      {
        text: `At this cut nobody is acted on: all ${count(all.part.events)} ${brief.decision.words.events} are missed.`,
      },
    ];
  }
  return [
    {
      text: `${capital(brief.decision.words.acting)} the top ${percent(at.depth)} % (${some(at.records, brief.decision.words.records)}) by `,
    },
    { text: chosen.name, bold: true },
    {
      text:
        ` reaches ${percent(at.capture)} % of the ${brief.decision.words.events}, ${times(at.lift)} as ${brief.decision.words.acting} at random, ` +
        `and ${at.gain < 0 ? 'loses' : 'gains'} ${money(brief.decision.words.currency, Math.abs(at.gain))} against ${brief.decision.words.acting} nobody ` +
        `(95 % interval ${interval(at.gainLow, at.gainHigh, (v) => gain(brief.decision.words.currency, v))}).`,
    },
  ];
}

/** The rarer outcome of validation: how many, and what they are called. */
export const rarest = (brief: Brief, all: Comparison) =>
  rarer(all.part, brief.decision.words, brief.split?.plan.groupBy ?? null);

/** What a verdict is called. */
export const VERDICTS: Record<Verdict, string> = {
  LEADER: 'leader',
  AHEAD: 'ahead',
  BEHIND: 'behind',
  NOT_SEPARABLE: 'not separable',
  TOO_FEW: 'too few',
};

/** The p value behind a verdict at the cut, and why an interval of one difference that leaves out 0 may still not tell two apart. */
export function adjusted({ adjustedP, verdict, netValue }: Against): string {
  const apart = netValue.low !== null && netValue.high !== null && netValue.low * netValue.high > 0;
  const why = apart && verdict === 'NOT_SEPARABLE' ? ': not separable once every comparison counts' : '';
  return `adjusted p ${adjustedP.toPrecision(2)}${why}`;
}

/**
 * How the race stands: verdicts of all but references, null for the leader and for what is not told yet.
 *
 * @param fewest what the rarer outcome is called
 */
export function raceWords(verdicts: (Verdict | null)[], fewest: string): string {
  const count = (of: Verdict | null) => verdicts.filter((v) => v === of).length;
  if (verdicts.length === 1) return 'one candidate';
  if (count(null) > 1) return '…';
  if (count('NOT_SEPARABLE') > 0) return `${count('NOT_SEPARABLE')} level with the leader`;
  return count('TOO_FEW') > 0 ? `too few ${fewest} to tell` : 'the leader stands alone';
}

/** An interval in words; “…” while it is on its way. */
export const interval = (low: number | null, high: number | null, show: (v: number) => string) =>
  low === null || high === null ? '…' : `${show(low)} to ${show(high)}`;

function times(lift: number | null): string {
  return lift === null ? NONE : `${fixed(lift, 1)} times as many`;
}

const MOST_NAMED = 4;

/** Names in a row, the first few where they are many. */
function listed(names: string[]): Phrase[] {
  const more = Math.max(0, names.length - MOST_NAMED);
  const named = names
    .slice(0, MOST_NAMED)
    .flatMap((name, i) => [
      ...(i === 0 ? [] : [{ text: i === names.length - 1 ? ' and ' : ', ' }]),
      { text: name, bold: true },
    ]);
  return more === 0 ? named : [...named, { text: ` and ${more} more` }];
}

/** A candidate beside the leader at the cut. */
export interface Rival {
  row: Row;
  against: Against | null;
}

/** Who is level with the leader at the cut and by AUC, and how many events it would take to tell. */
export function levelLine(brief: Brief, all: Comparison, rivals: Rival[]): Phrase[] {
  const leader = all.candidates.find((c) => c.id === all.order.leader);
  if (!leader) return [];
  const own = rivals.filter((r) => !r.row.reference && r.row.id !== leader.id);
  if (own.length === 0) return [];
  const few = own.filter((r) => r.against?.verdict === 'TOO_FEW');
  const level = own.filter((r) => r.against?.verdict === 'NOT_SEPARABLE');
  const ahead = own.filter((r) => r.against?.verdict === 'AHEAD');
  const line: Phrase[] = [];
  if (ahead.length > 0) {
    line.push(...listed(ahead.map((r) => r.row.name)), {
      text: ` ${ahead.length > 1 ? 'are' : 'is'} ahead of `,
    });
    line.push({ text: leader.name, bold: true }, { text: ' in net value at this cut. ' });
  }
  if (few.length > 0) {
    line.push(...listed(few.map((r) => r.row.name)));
    line.push({
      text: ` ${few.length > 1 ? 'act' : 'acts'} on nearly the same ${brief.decision.words.records} as `,
    });
    line.push({ text: leader.name, bold: true });
    line.push({
      text: `, or there are too few ${rarest(brief, all).what} to tell them apart. `,
    });
  }
  if (level.length === 0) return line;
  line.push(...listed(level.map((r) => r.row.name)));
  line.push({ text: ' cannot be told apart from ' }, { text: leader.name, bold: true });
  const shown = all.order.others.length > 0 ? `, of the ${all.candidates.length} candidates shown` : '';
  line.push({
    text: ` by net value at this cut on ${count(all.part.events)} ${brief.decision.words.events}${shown}`,
  });
  const near = level.find(
    (r) => r.row.byAuc.verdict === 'NOT_SEPARABLE' && r.row.byAuc.eventsNeeded !== null,
  );
  if (near) {
    line.push({
      text: `; about ${about(near.row.byAuc.eventsNeeded!)} ${brief.decision.words.events} would be needed to tell the AUC of `,
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
  const leader = all.candidates.find((c) => c.id === all.order.leader);
  if (!leader) return [];
  const found: Phrase[][] = [];
  for (const { row, against } of rivals) {
    if (row.reference || row.id === leader.id) continue;
    const level = against?.verdict === 'NOT_SEPARABLE' || against?.verdict === 'AHEAD';
    const fewer = leader.inputs - row.inputs;
    const today = row.known.days === 0 && row.known.undated === 0;
    const waits = (leader.known.days ?? 0) > 0;
    if (level && fewer > 0 && row.inputs > 0) {
      found.push([
        { text: row.name, bold: true },
        { text: ` is level with the leader and needs ${counted(fewer, 'input')} fewer.` },
      ]);
    }
    if (today && waits) {
      found.push([
        { text: row.name, bold: true },
        {
          text:
            ` can run today: all its inputs are known when the decision is due; ${leader.name} waits ` +
            `${leader.known.days} days for ${leader.known.last}${level ? '' : ', and is the better one'}.`,
        },
      ]);
    }
  }
  return found;
}

/** How often validation was used, and what that costs. */
export function looksLine(brief: Brief, all: Comparison): string {
  const { looks, choices, compared, optimism } = all.validationUse;
  const times = (n: number) => (n === 1 ? 'once' : `${count(n)} times`);
  const used = `Validation has been looked at ${times(looks)} and used for a choice ${times(choices)}`;
  const ordered = `Candidates are ordered by ${all.order.decidesBy}`;
  if (optimism === null) return `${used}. ${ordered}.`;
  return `${used}. ${ordered}; the best of ${compared} looks about ${decided(brief, all, optimism)} better by it than it is, because it was chosen here.`;
}

/** A difference of the deciding measure. */
function decided(brief: Brief, all: Comparison, value: number): string {
  if (all.order.deciding === 'NET_VALUE') return money(brief.decision.words.currency, value);
  if (all.order.deciding === 'CAPTURE') return `${fixed(100 * value, 1)} points`;
  return fixed(value, 3);
}
