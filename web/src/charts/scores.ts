import type { ScoresView as DistributionPart } from '../api/schema';
import { percent, score, significant } from '../lib/format';
import { type Chart, EVENT, FAINT, OTHER, plain, share } from './parts';
import { nth } from '../lib/nth';

export const scores: Chart = {
  name: 'scores',
  label: 'Scores by outcome',
  wants: 'distribution',
  draw(data) {
    const { brief, chosen } = data;
    const own = data.distributions.find((d) => d.candidate === chosen.id);
    const x = { label: `score of ${chosen.name}`, format: significant };
    const y = { label: 'share of each kind in a bin, %', min: 0, format: share };
    const drawing = plain(x, y);
    if (!own) return drawing;
    const { edges } = own.validation;
    Object.assign(drawing.x, { min: edges[0], max: edges[edges.length - 1] });
    const steps = (part: DistributionPart, counts: number[]): [number, number][] => {
      const all = counts.reduce((sum, n) => sum + n, 0);
      return counts.flatMap((n, i) => [
        [nth(part.edges, i), (100 * n) / all],
        [nth(part.edges, i + 1), (100 * n) / all],
      ]);
    };
    const add = (name: string, points: [number, number][], colour: string, dashed: boolean) =>
      drawing.lines.push({
        name,
        points,
        colour,
        width: dashed ? 1.2 : 1.6,
        fill: dashed ? undefined : 0.3,
        dash: dashed ? 'dashed' : undefined,
      });
    add(`no ${brief.decision.words.events}`, steps(own.validation, own.validation.others), OTHER, false);
    add(brief.decision.words.events, steps(own.validation, own.validation.events), EVENT, false);
    if (data.training) {
      add(
        `no ${brief.decision.words.events}, training`,
        steps(own.training, own.training.others),
        FAINT,
        true,
      );
      add(`${brief.decision.words.events}, training`, steps(own.training, own.training.events), EVENT, true);
    }
    return drawing;
  },
  place: (_, at) => ({ across: at.score, up: null }),
  sentence(data, at) {
    const { all, brief } = data;
    if (at.score === null) return 'The cut is a depth here, no score.';
    return (
      `Acting from a score of ${score(at.score)} on takes the right-hand part: ${percent(at.capture)} % of the ` +
      `${brief.decision.words.events} and ${percent((at.records - at.events) / (all.part.records - all.part.events))} % of the others.`
    );
  },
  pointed: (_, across, reaching) => reaching(across),
};
