import type { Brief, Comparison } from '../api/types';
import type { AtCut } from './curve';
import { capital, count, fixed, money, NONE, percent } from './format';

/** The parts of the sentence under the table; bold parts name candidates. */
export type Phrase = { text: string; bold?: boolean };

export function sentence(phrases: Phrase[]): string {
  return phrases.map((p) => p.text).join('');
}

export function compareLine(brief: Brief, all: Comparison, at: AtCut, chosen: string): Phrase[] {
  if (at.records === 0) {
    return [
      { text: `At this cut nobody is acted on: all ${count(all.events)} ${brief.eventsNoun} are missed.` },
    ];
  }
  const line: Phrase[] = [
    {
      text: `${capital(brief.acting)} the top ${percent(at.depth)} % (${count(at.records)} ${brief.recordsNoun}) by `,
    },
    { text: chosen, bold: true },
    {
      text:
        ` reaches ${percent(at.capture)} % of the ${brief.eventsNoun}, ${times(at.lift)} as ${brief.acting} at random, ` +
        `and gains ${money(brief.currency, at.gain)} over ${brief.acting} nobody ` +
        `(95 % interval ${money(brief.currency, at.gainLow)} to ${money(brief.currency, at.gainHigh)}).`,
    },
  ];
  const level = all.candidates.filter((c) => c.verdict === 'not separable').map((c) => c.name);
  if (level.length > 0) {
    line.push({ text: ' By AUC ' });
    level.forEach((name, i) => {
      if (i > 0) line.push({ text: i === level.length - 1 ? ' and ' : ', ' });
      line.push({ text: name, bold: true });
    });
    line.push({
      text: ` cannot be told apart from the leader on these ${count(all.events)} ${brief.eventsNoun}.`,
    });
  }
  return line;
}

function times(lift: number | null): string {
  return lift === null ? NONE : `${fixed(lift, 1)} times as many`;
}

export function gainsLine(brief: Brief, at: AtCut): string {
  return (
    `At the cut ${percent(at.capture)} % of the ${brief.eventsNoun} are reached ` +
    `(${percent(at.captureLow)} to ${percent(at.captureHigh)}); at random it would be ${percent(at.depth)} %.`
  );
}

export function valueLine(brief: Brief, all: Comparison, at: AtCut): string {
  const here = `the gain is ${money(brief.currency, at.gain)} on these ${count(all.records)} ${brief.recordsNoun}`;
  const campaign = money(brief.currency, at.gain * all.campaignFactor);
  return `At the cut ${here}; about ${campaign} for a campaign of ${count(brief.campaignSize)}.`;
}
