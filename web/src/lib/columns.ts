import type { Cell, ColumnView as Column, ColumnType, Reading, Role } from '../api/schema';
import { counted, NONE, significant } from './format';

export const ROLES: [Role, string][] = [
  ['INPUT', 'input'],
  ['IDENTIFIER', 'identifier'],
  ['SCORE', 'supplied score'],
  ['VALUE', 'value'],
  ['WEIGHT', 'weight'],
  ['SEGMENT', 'segment'],
  ['PART', 'part'],
  ['DATE', 'date'],
  ['ACTED', 'acted on before'],
  ['SET_ASIDE', 'set aside'],
];

export const TYPES: [ColumnType, string][] = [
  ['NUMBER', 'number'],
  ['CATEGORY', 'category'],
  ['DATE', 'date'],
  ['TEXT', 'text'],
];

export const NUMBER_FORMATS = [
  '1234.5',
  '1234,5',
  '1,234.5',
  '1.234,5',
  '1 234,5',
  "1'234.5",
  '1234.5 %',
  '1,234.5 ¤',
  '1.234,5 ¤',
  '(1,234.5)',
  '1,234.5-',
  '1234.5 % or 0.5',
  '1234.5 % or 50',
  '1234.5 CR, -1234.5 DR',
  '1234.5 DR, -1234.5 CR',
  '1:23:45',
  '1h 23m',
];
export const DATE_FORMATS = [
  'yyyy-MM-dd',
  'dd.MM.yyyy',
  'dd/MM/yyyy',
  'MM/dd/yyyy',
  'yyyy/MM/dd',
  'd.M.yyyy',
  'yyyyMMdd',
  'd-MMM-yyyy',
  'dd.MM.yy',
  'yyyy-MM',
  'yyyyMM',
  'serial',
];

/** A format as people write it: years with y. */
export const formatShown = (reading: Reading | null | undefined) =>
  (reading?.type === 'DATE' ? reading.format?.replaceAll('u', 'y') : reading?.format) ?? '';

const BLANK = '(blank)';

/** A level as it is shown: one without a letter has a name too. */
export const levelName = (text: string) => (text === '' ? 'empty text' : text.trim() === '' ? BLANK : text);

/** Texts that stand for missing as they are typed: parted by bars, blank ones by their name. */
export const missingWritten = (texts: string[] | null) =>
  (texts ?? []).map((text) => (text.trim() === '' ? BLANK : text)).join(' | ');

export function missingRead(written: string): string[] | null {
  const texts = written.split('|').flatMap((text) => {
    const plain = text.trim();
    return plain === '' ? [] : [plain === BLANK ? ' ' : plain];
  });
  return texts.length > 0 ? [...new Set(texts)] : null;
}

const NAMED = 4;
const named = (texts: string[]) =>
  texts
    .slice(0, NAMED)
    .map((text) => (text.trim() === '' ? 'blanks' : `“${text}”`))
    .join(', ') + (texts.length > NAMED ? ` and ${texts.length - NAMED} more` : '');

/** How a column may be meant, in a sentence; null where there is nothing to say. */
export function meant(column: Column): string | null {
  const suggested = column.suggested;
  if (!suggested) return null;
  const reading = suggested.reading;
  if (!reading) return `Its texts can be read in ${suggested.ways.length} ways; say which`;
  const missing = reading.missing ?? [];
  if (reading.type !== column.type) {
    const like = reading.format ? `, written like ${formatShown(reading)}` : '';
    const but =
      suggested.records > 0
        ? `: all but ${counted(suggested.records, 'record, which holds', 'records, which hold')} ${named(missing)}`
        : '';
    const whole =
      reading.type === 'DATE' && column.type === 'NUMBER'
        ? 'May be days'
        : `Nearly a ${reading.type.toLowerCase()}`;
    return `${whole}${like}${but}`;
  }
  const levels = Object.entries<string>(reading.levels ?? {});
  const parts = [];
  if (missing.length > 0) parts.push(`${named(missing)} may stand for missing`);
  if (levels.length > 0)
    parts.push(
      levels
        .slice(0, NAMED)
        .map(([from, to]) => `“${from}” may be “${to}”`)
        .join(', ') + (levels.length > NAMED ? ` and ${levels.length - NAMED} more` : ''),
    );
  return `${parts.join('; ')} (${counted(suggested.records, 'record')})`;
}

/** What a click on it does. */
export function meantAction(column: Column): string {
  const reading = column.suggested!.reading!;
  if (reading.type !== column.type)
    return `read as ${reading.type.toLowerCase()}${reading.missing?.length ? ', those as missing' : ''}`;
  return [reading.missing?.length ? 'as missing' : '', reading.levels ? 'merge them' : '']
    .filter(Boolean)
    .join(', ');
}

/** How a category is read, with one thing changed. */
export const relevelled = (column: Column, change: Partial<Reading>): Reading => ({
  type: 'CATEGORY',
  format: null,
  missing: column.setup.reading?.missing ?? null,
  keep: column.setup.reading?.keep ?? null,
  levels: column.setup.reading?.levels ?? null,
  order: column.setup.reading?.order ?? null,
  ...change,
});

/** A column's name as formulas write it. */
export const quoted = (name: string) =>
  /^[\p{L}_][\p{L}\p{Nd}_]*$/u.test(name) && !WORDS.includes(name.toLowerCase())
    ? name
    : `"${name.replaceAll('"', '""')}"`;

const WORDS = ['and', 'or', 'not', 'in', 'is', 'missing', 'date'];

/** Whether one reading is offered that nobody has taken or refused. */
export const offeredReading = (column: Column) =>
  column.setup.reading === null && column.suggested?.reading != null;

/** Whether its texts fit several readings, and nobody has chosen one. */
export const severalReadings = (column: Column) =>
  column.setup.reading === null && column.suggested !== null && column.suggested.ways.length > 0;

/** What the offered reading of a column is, in few words. */
export function offeredWords(column: Column): string {
  const reading = column.suggested!.reading!;
  if (reading.type !== column.type)
    return `as ${reading.type.toLowerCase()}${reading.format ? ` ${formatShown(reading)}` : ''}`;
  const missing = reading.missing?.length ? `without ${named(reading.missing)}` : '';
  return [missing, reading.levels ? 'with levels merged' : ''].filter(Boolean).join(', ');
}

/** How much an information value says, by the bands that the trade uses; nothing where chance gives as much. */
export function strength({
  informationValue: value,
  informationByChance: chance,
}: Pick<Column, 'informationValue' | 'informationByChance'>): string {
  if (value === null) return '';
  if (chance !== null && value <= chance) return value < 0.02 ? 'none' : 'as by chance';
  if (value < 0.02) return 'none';
  if (value < 0.1) return 'weak';
  if (value < 0.3) return 'medium';
  return value < 0.5 ? 'strong' : 'very strong';
}

/** A number or, in a column of dates, a day. */
export function value(type: ColumnType, at: number): string {
  return type === 'DATE' ? new Date(at * 86_400_000).toISOString().slice(0, 10) : plain(at);
}

function plain(at: number): string {
  if (Math.abs(at) >= 1e15 || (at !== 0 && Math.abs(at) < 1e-4)) return significant(at);
  return at.toLocaleString('en-GB', { maximumFractionDigits: 6 }).replace('-', '−');
}

export function cellLabel(type: ColumnType, cell: Cell, moreLevels: number): string {
  if (cell.label !== null) return levelName(cell.label);
  if (cell.low === null || cell.high === null) return moreLevels > 0 ? `${moreLevels} rarer levels` : NONE;
  return cell.low === cell.high
    ? value(type, cell.low)
    : `${value(type, cell.low)} to ${value(type, cell.high)}`;
}

/** An alarm that asks for a decision: of an input, and kept by nobody. */
export const open = (column: Column) =>
  column.input ? column.alarms.filter((a) => a.keptBecause === null) : [];

const GRAVEST = ['suspectedLeak', 'identifierLike', 'constant'];

/** Columns with open alarms, the gravest first. */
export function ringing(columns: Column[]): Column[] {
  const gravity = (column: Column) =>
    Math.min(
      ...open(column).map((a) => (GRAVEST.indexOf(a.kind) + GRAVEST.length + 1) % (GRAVEST.length + 1)),
    );
  return columns
    .filter((c) => open(c).length > 0)
    .map((column, at) => ({ column, at, gravity: gravity(column) }))
    .sort((a, b) => a.gravity - b.gravity || a.at - b.at)
    .map((e) => e.column);
}

export type Sort = 'file' | 'name' | 'type' | 'role' | 'missing' | 'distinct' | 'auc' | 'iv' | 'known';

const sortKey: Record<Sort, (column: Column) => string | number> = {
  file: () => 0,
  name: (c) => c.name.toLowerCase(),
  type: (c) => c.type,
  role: (c) => (c.outcome ? '' : c.setup.role),
  missing: (c) => -c.missing / Math.max(1, c.records),
  distinct: (c) => -c.distinct,
  auc: (c) => -(c.auc ?? -1),
  iv: (c) => -(c.informationValue ?? -1),
  known: (c) => -(c.setup.knownAfterDays ?? -1),
};

/** The columns whose name holds the words, sorted; the outcome first where the file's order is left. */
export function arranged(
  columns: Column[],
  find: string,
  only: (c: Column) => boolean,
  by: Sort,
  down: boolean,
): Column[] {
  const words = find.trim().toLowerCase();
  const found = columns.filter((c) => only(c) && (words === '' || c.name.toLowerCase().includes(words)));
  if (by === 'file') return found;
  const key = sortKey[by];
  const order = found
    .map((column, at) => ({ column, at, key: key(column) }))
    .sort((a, b) => (a.key < b.key ? -1 : a.key > b.key ? 1 : a.at - b.at))
    .map((e) => e.column);
  return down ? order.reverse() : order;
}
