import type { Line } from './chart';
import { nth } from './nth';
import { colour } from './palette';

const escape = (text: string) => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);
const FONT = 'font-family="Public Sans, system-ui, sans-serif"';
const HEAD = 34;
const ROW = 15;

/** Everything of a pane for a picture of its own. */
export interface Picture {
  /** the chart alone */
  svg: string;
  width: number;
  height: number;
  title: string;
  part: string;
  lines: Line[];
  cut: { across: number | null; up: number | null };
  reading: string;
}

/** A drawing that stands alone: title, chart with its cut, whose line is whose, and the reading line. */
export function standalone(picture: Picture): { svg: string; width: number; height: number } {
  const named = picture.lines.filter((l) => l.id !== undefined || l.dash === 'dashed');
  const columns = Math.max(1, Math.floor(picture.width / 240));
  const words = wrap(picture.reading, Math.floor(picture.width / 6.3));
  const legend = Math.ceil(named.length / columns) * ROW;
  const height = HEAD + picture.height + legend + words.length * ROW + 14;
  const keys = named.map((l, i) => {
    const x = 12 + (i % columns) * 240;
    const y = HEAD + picture.height + 12 + Math.floor(i / columns) * ROW;
    const dash = l.dash === 'dashed' ? ' stroke-dasharray="4 3"' : '';
    return (
      `<line x1="${x}" x2="${x + 16}" y1="${y - 4}" y2="${y - 4}" stroke="${l.colour}" stroke-width="2.5"${dash}/>` +
      `<text x="${x + 22}" y="${y}" font-size="11" fill="${colour('ink')}" ${FONT}>${escape(l.name)}</text>`
    );
  });
  const { across, up } = picture.cut;
  const cut =
    across === null
      ? ''
      : `<line x1="${across}" x2="${across}" y1="10" y2="${picture.height - 34}" stroke="${colour('cut')}" stroke-width="2"/>` +
        (up === null
          ? ''
          : `<circle cx="${across}" cy="${up}" r="4.5" fill="${colour('sheet')}" stroke="${colour('cut')}" stroke-width="2"/>`);
  const said = words.map(
    (text, i) =>
      `<text x="12" y="${HEAD + picture.height + legend + 16 + i * ROW}" font-size="12" font-style="italic" ` +
      `font-family="Literata, Georgia, serif" fill="${colour('ink')}">${escape(text)}</text>`,
  );
  const svg =
    `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="${picture.width}" height="${height}" ` +
    `viewBox="0 0 ${picture.width} ${height}" role="img" aria-label="${escape(`${picture.title}: ${picture.reading}`)}">` +
    `<rect width="100%" height="100%" fill="${colour('sheet')}"/>` +
    `<text x="12" y="21" font-size="13" font-weight="600" fill="${colour('ink')}" ${FONT}>${escape(picture.title)}` +
    `<tspan font-weight="400" fill="${colour('ink-2')}" dx="8">${escape(picture.part)}</tspan></text>` +
    `<g transform="translate(0 ${HEAD})">${inner(picture.svg)}${cut}</g>${keys.join('')}${said.join('')}</svg>`;
  return { svg, width: picture.width, height };
}

/** The chart's own elements, without its frame. */
function inner(svg: string): string {
  return svg.slice(svg.indexOf('>') + 1, svg.lastIndexOf('</svg>'));
}

function wrap(text: string, most: number): string[] {
  const lines: string[] = [''];
  for (const word of text.split(' ')) {
    const last = nth(lines, lines.length - 1);
    if (last.length + word.length + 1 > most) lines.push(word);
    else lines[lines.length - 1] = last === '' ? word : `${last} ${word}`;
  }
  return lines;
}
