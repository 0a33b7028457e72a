import text from '../../../report/src/main/resources/outrider/report/palette.css?raw';

/** The colours of the one palette, where what draws needs them as they are. */
const COLOURS = new Map([...text.matchAll(/--color-([\w-]+): (#[0-9a-f]{6});/g)].map((m) => [m[1]!, m[2]!]));

/** @throws Error naming a colour that the palette does not have */
export function colour(name: string): string {
  const found = COLOURS.get(name);
  if (found === undefined) throw new Error(`the palette has no ${name}`);
  return found;
}

/** All of a series, in its order: “candidate” for candidate-1, candidate-2 and so on. */
export const numbered = (series: string): string[] =>
  [...COLOURS].filter(([name]) => new RegExp(`^${series}-\\d+$`).test(name)).map(([, value]) => value);
