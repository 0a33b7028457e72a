/** How numbers are shown. What is undefined shows as "–". */
export const NONE = '–';

const minus = (text: string) => text.replaceAll('-', '−');

const digits = (least: number, most = least) =>
  new Intl.NumberFormat('en-GB', { minimumFractionDigits: least, maximumFractionDigits: most });
const WHOLE = digits(0);
const TENTHS = digits(1);
const CENTS = digits(2);

export function count(value: number): string {
  const whole = Math.abs(value - Math.round(value)) < 1e-9;
  return minus((whole ? WHOLE : TENTHS).format(value));
}

/** How many there are of something. */
export function counted(n: number, one: string, many = `${one}s`): string {
  return `${count(n)} ${n === 1 ? one : many}`;
}

/** A number of what somebody has a word for in the plural. */
export const some = (n: number, many: string) => (n === 1 ? `1 of the ${many}` : `${count(n)} ${many}`);

/** A text whose numbers stay beside their percent sign. */
export const together = (text: string) => text.replace(/(\d) %/g, '$1\u00a0%');

/** A share as a percentage to a tenth, without its sign. */
export function percent(share: number | null): string {
  return share === null || !Number.isFinite(share) ? NONE : minus((100 * share).toFixed(1));
}

/** An event rate as a percentage, without its sign: rare ones to a hundredth. */
export function rate(share: number | null): string {
  if (share === null || !Number.isFinite(share)) return NONE;
  return minus((100 * share).toFixed(share > 0 && share < 0.02 ? 2 : 1));
}

export function fixed(value: number | null, digits: number): string {
  return value === null || !Number.isFinite(value) ? NONE : minus(value.toFixed(digits));
}

/** Three significant digits, plain where it reads well. */
export function significant(value: number | null): string {
  if (value === null || !Number.isFinite(value)) return NONE;
  const size = Math.abs(value);
  if (size !== 0 && (size < 0.001 || size >= 100000)) return minus(value.toExponential(1));
  return minus(String(Number(value.toPrecision(3))));
}

/** A score to four significant digits. */
export function score(value: number | null): string {
  if (value === null) return NONE;
  const size = Math.abs(value);
  if (size !== 0 && (size < 1e-6 || size >= 1e7)) return minus(value.toExponential(3));
  const text = value.toPrecision(4);
  return minus(text.includes('e') ? Number(text).toString() : text);
}

/** Half an interval, in thousands where it is that large. */
export function half(low: number, high: number): string {
  const value = (high - low) / 2;
  return value >= 10000 ? `±${(value / 1000).toFixed(1)}k` : `±${WHOLE.format(value)}`;
}

export function money(currency: string, value: number): string {
  const amount = WHOLE.format(Math.abs(value));
  return (value < 0 && amount !== '0' ? '−' : '') + currency + amount;
}

export function gain(currency: string, value: number): string {
  return Math.round(value) > 0 ? `+${money(currency, value)}` : money(currency, value);
}

/** An amount a record, to the cent. */
export function price(currency: string, value: number): string {
  const amount = CENTS.format(Math.abs(value));
  return (value < 0 ? '−' : '') + currency + amount;
}

export function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

/** A moment of the server as people read it. */
export const when = (instant: string) => `${instant.slice(0, 16).replace('T', ' ')} UTC`;

/** The first day of the month so many months from now, ISO. */
export function inMonths(months: number): string {
  const now = new Date();
  return new Date(Date.UTC(now.getUTCFullYear(), now.getUTCMonth() + months, 1)).toISOString().slice(0, 10);
}

/** A text cut at money with a sign, which stands at the odd places: no line should end between the two. */
export const signedApart = (text: string) => text.split(/([−+](?:\p{Sc}|[A-Z]{3} ?)\d[\d,.]*)/u);
