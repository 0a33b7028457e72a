import type { Part } from '../api/schema';

/** What a setting of a candidate can hold; the server checks which. */
export type SettingValue = number | string | boolean | string[] | number[];
export type Settings = Record<string, SettingValue>;
/** A check of the policy by its name. */
export type CheckName = string;
/** The name of a part of what a model learnt. */
export type PartName = Part['part'];
