import type { Sensitivity as SensitivityMap } from '../api/schema';
import { nth } from './nth';

const LEAST_AREA = 10;

/** A place where another candidate begins to win. */
export interface Flip {
  at: number;
  above: boolean;
  winner: number;
}

/** The first other winners on the way from the present stakes along one axis, down and up. */
function along(winners: number[], values: number[]): Flip[] {
  const now = (winners.length - 1) / 2;
  const found: Flip[] = [];
  for (let i = now - 1; i >= 0; i--) {
    if (winners[i] === winners[now]) continue;
    found.push({ at: nth(values, i), above: false, winner: nth(winners, i) });
    break;
  }
  for (let i = now + 1; i < winners.length; i++) {
    if (winners[i] === winners[now]) continue;
    found.push({ at: nth(values, i), above: true, winner: nth(winners, i) });
    break;
  }
  return found;
}

/** Where the choice would flip if only the cost ratio, or only the event rate, were another. */
export function flips(map: SensitivityMap): { ratio: Flip[]; rate: Flip[] } {
  const i = (map.ratios.length - 1) / 2;
  const j = (map.rates.length - 1) / 2;
  return {
    ratio: along(
      map.spots.map((column) => nth(column, j).winner),
      map.ratios,
    ),
    rate: along(
      nth(map.spots, i).map((spot) => spot.winner),
      map.rates,
    ),
  };
}

/** A place for the winner's name in each connected area of some size: the spot nearest to the area's middle. */
export function regions(map: SensitivityMap): { winner: number; i: number; j: number }[] {
  const seen = new Set<string>();
  const areas: [number, number][][] = [];
  map.spots.forEach((column, i) =>
    column.forEach((_, j) => {
      const area: [number, number][] = [];
      const open: [number, number][] = [[i, j]];
      while (open.length > 0) {
        const [a, b] = open.pop()!;
        const spot = map.spots[a]?.[b];
        if (!spot || spot.winner !== nth(nth(map.spots, i), j).winner || seen.has(`${a} ${b}`)) continue;
        seen.add(`${a} ${b}`);
        area.push([a, b]);
        open.push([a + 1, b], [a - 1, b], [a, b + 1], [a, b - 1]);
      }
      if (area.length >= LEAST_AREA) areas.push(area);
    }),
  );
  return areas.map((area) => {
    const mean = (k: 0 | 1) => area.reduce((sum, spot) => sum + spot[k], 0) / area.length;
    const [a, b] = [mean(0), mean(1)];
    const far = ([i, j]: [number, number]) => (i - a) ** 2 + (j - b) ** 2;
    const [i, j] = area.reduce((near, spot) => (far(spot) < far(near) ? spot : near));
    return { winner: nth(nth(map.spots, i), j).winner, i, j };
  });
}
