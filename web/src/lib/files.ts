/** Hands the browser a file to keep. */
export function save(name: string, content: Blob): void {
  const address = URL.createObjectURL(content);
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(address), 10_000);
}

const NUMBER = /^[-+−][\d.,'\s]*\d[\d.,'\s]*(e[-+]?\d+)?\s*[%\p{Sc}]?$/iu;

/** A text that a spreadsheet would take for a formula, with the apostrophe by which it knows that it is none. */
export function harmless(text: string): string {
  const formula = /^[=+\-@\t\r]./.test(text) && !NUMBER.test(text);
  return formula || /^'+[=+\-@\t\r]/.test(text) ? `'${text}` : text;
}

/** Comma separated, after RFC 4180. */
export function csv(rows: (string | number)[][]): string {
  const field = (value: string | number) => {
    const text = typeof value === 'number' ? String(value) : harmless(value);
    return /[",\n\r]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text;
  };
  return rows.map((row) => row.map(field).join(',') + '\r\n').join('');
}

export const saveCsv = (name: string, rows: (string | number)[][]): void =>
  save(name, new Blob([csv(rows)], { type: 'text/csv' }));

/** What a table shows, as rows of texts; notes and controls inside cells are left out. */
export function cellsOf(table: HTMLTableElement): string[][] {
  return [...table.rows].map((row) =>
    [...row.cells]
      .filter((cell) => !cell.dataset.unprinted)
      .map((cell) => {
        const copy = cell.cloneNode(true) as HTMLElement;
        copy.querySelectorAll('.note, .tools, svg').forEach((part) => part.remove());
        copy.querySelectorAll('small, br').forEach((part) => part.before(' '));
        return (copy.textContent ?? '').replace(/\s+/g, ' ').trim();
      }),
  );
}

/** A drawing as a picture, twice as fine as it is shown. */
export async function png(svg: string, width: number, height: number): Promise<Blob> {
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await picture.decode();
  const canvas = document.createElement('canvas');
  canvas.width = 2 * width;
  canvas.height = 2 * height;
  const context = canvas.getContext('2d')!;
  context.scale(2, 2);
  context.drawImage(picture, 0, 0, width, height);
  return new Promise((done, failed) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : failed(new Error('The picture could not be made.'))),
      'image/png',
    ),
  );
}
