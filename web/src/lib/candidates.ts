import type {
  CandidateView as Candidate,
  Changes,
  KindView as KindInfo,
  SettingView as Setting,
} from '../api/schema';
import type { Settings, SettingValue } from './settings';

export const active = (c: { status: string }) => c.status === 'running' || c.status === 'waiting';

/** A name that is not taken yet: the base, or the base with the next number. */
export function fresh(base: string, names: string[]): string {
  if (!names.includes(base)) return base;
  const stem = base.replace(/ \d+$/, '');
  for (let i = 2; ; i++) if (!names.includes(`${stem} ${i}`)) return `${stem} ${i}`;
}

/** The settings to begin with: those of a candidate of the same kind, else as the kind comes. */
export function begun(kind: KindInfo, from: Candidate | null): Settings {
  const values: Settings = {};
  for (const setting of kind.settings) {
    const kept = from?.kind === kind.kind ? from.settings[setting.name] : undefined;
    const value = (kept ?? setting.initial ?? empty(setting)) as SettingValue | null;
    if (value !== null) values[setting.name] = value;
  }
  return values;
}

function empty(setting: Setting): SettingValue | null {
  if (setting.type === 'yesNo') return false;
  if (setting.type === 'columns' || setting.type === 'candidates') return [];
  return null;
}

/** The range of a number, as people read it. */
export function range(setting: Setting): string {
  const plain = (n: number) => n.toLocaleString('en-GB', { maximumSignificantDigits: 6 });
  return `${plain(setting.low)} to ${plain(setting.high)}`;
}

/** Stands for a number that the program finds by itself. */
export const AS_NEEDED = 'asNeeded';

/** Why a value will not do, or null. The server has the last word. */
export function refused(setting: Setting, value: SettingValue | undefined): string | null {
  if (setting.type !== 'number' && setting.type !== 'whole') return null;
  if (setting.mayBeFound && value === AS_NEEDED) return null;
  const fits = typeof value === 'number' && value >= setting.low && value <= setting.high;
  if (!fits || (setting.type === 'whole' && !Number.isInteger(value))) return range(setting);
  return null;
}

/** What differs from another candidate, in short parts. */
export function differences(changes: Changes): string[] {
  const parts: string[] = [];
  if (changes.kindBefore) parts.push(`instead of ${changes.kindBefore}`);
  parts.push(...listed('+', changes.added), ...listed('−', changes.removed));
  for (const change of changes.settings) parts.push(`${change.after} (was ${change.before})`);
  return parts;
}

function listed(sign: string, names: string[]): string[] {
  if (names.length <= 4) return names.map((name) => `${sign} ${name}`);
  return [`${sign} ${names.length} inputs: ${names.slice(0, 3).join(', ')} …`];
}

export function timeLeft(seconds: number | null): string {
  if (seconds === null) return '';
  if (seconds < 90) return `about ${Math.max(1, Math.round(seconds))} s left`;
  return `about ${Math.round(seconds / 60)} min left`;
}

export function took(seconds: number | null): string {
  if (seconds === null) return '';
  if (seconds < 90) return `${seconds < 10 ? seconds.toFixed(1) : Math.round(seconds)} s`;
  return `${Math.round(seconds / 60)} min`;
}
