/** Gear typed into a form: the figures of a thing as text and back. Pure; the core judges ranges. */
import type { GearField, GearKind, Problem, Thing } from '../api/types';
import {
  exactWords,
  lengthDigits,
  lengthWords,
  parseLength,
  parseNumber,
  type UnitSystem,
} from '../domain/units';

export interface GearDraft {
  /** Text of every field by its path, places of lists counted from 0. */
  texts: Record<string, string>;
  /** How many entries each list has. */
  counts: Record<string, number>;
}

export type Refusals = Record<string, string>;
type Figures = Thing['figures'];

const YES = 'yes';
const NO = 'no';
const SEPARATOR = '|';

export const listOf = (path: string): string | null =>
  path.includes('/*/') ? (path.split('/*/')[0] ?? null) : null;

/** The lists of a kind, such as the recording modes of a camera. */
export function listsOf(fields: readonly GearField[]): string[] {
  return [...new Set(fields.map((field) => listOf(field.path)).filter((one) => one !== null))];
}

function valueAt(figures: unknown, path: string): unknown {
  return path
    .split('/')
    .reduce<unknown>(
      (node, step) =>
        node !== null && typeof node === 'object'
          ? (node as Record<string, unknown>)[step]
          : undefined,
      figures,
    );
}

/** Figures that are typed in another unit than they are kept in: by how many of the kept unit. */
const TYPED: Record<string, { unit: string; holds: number }> = {
  bytes: { unit: 'GB', holds: 1e9 },
  recording_limit_s: { unit: 'min', holds: 60 },
};
const typed = (field: GearField) =>
  TYPED[field.unit] ?? TYPED[field.path.split('/').at(-1) ?? ''] ?? null;
const isExposure = (field: GearField): boolean => field.path.endsWith('shutter_s');

/** The unit in which a field is typed. */
export function unitOf(field: GearField, system: UnitSystem): string {
  return field.length ? system : (typed(field)?.unit ?? field.unit);
}

/** A number as it is typed: a length in the maker's unit, an exposure as a part of a second. */
function numberWords(field: GearField, value: number, system: UnitSystem, decimals: number) {
  if (field.length) return lengthDigits(value, system);
  const under = 1 / value;
  if (isExposure(field) && under > 1.5 && Math.abs(under - Math.round(under)) < 0.001 * under)
    return `1/${Math.round(under)}`;
  return exactWords(value / (typed(field)?.holds ?? 1), decimals);
}

/** A stored value as the text of its field; empty for what is not known. */
export function textOf(field: GearField, value: unknown, system: UnitSystem): string {
  if (value === null || value === undefined) return '';
  if (typeof value === 'boolean') return value ? YES : NO;
  if (Array.isArray(value)) return value.join(SEPARATOR);
  if (typeof value !== 'number') return String(value);
  return numberWords(field, value, system, 6);
}

const concrete = (path: string, place: number): string => path.replace('/*/', `/${place}/`);

/** Every field of a kind with its concrete paths, for lists of given lengths. */
export function pathsOf(
  fields: readonly GearField[],
  counts: Record<string, number>,
): { field: GearField; path: string }[] {
  return fields.flatMap((field) => {
    const list = listOf(field.path);
    if (!list) return [{ field, path: field.path }];
    return Array.from({ length: counts[list] ?? 0 }, (_, place) => ({
      field,
      path: concrete(field.path, place),
    }));
  });
}

export function draftOf(
  fields: readonly GearField[],
  figures: Figures | null,
  system: UnitSystem,
): GearDraft {
  const counts: Record<string, number> = {};
  for (const list of listsOf(fields)) {
    const value = valueAt(figures, list);
    const needed = fields.some((field) => listOf(field.path) === list && field.needed);
    counts[list] = Array.isArray(value) ? value.length : needed && list === 'modes' ? 1 : 0;
  }
  const texts: Record<string, string> = {};
  for (const { field, path } of pathsOf(fields, counts)) {
    texts[path] = textOf(field, valueAt(figures, path), system);
    if (!figures && field.needed && field.kind === 'choice') texts[path] = field.choices[0] ?? '';
  }
  return { texts, counts };
}

/** Fields that have a meaning only for some bodies: a phone has no sensor size, a camera no view. */
export function shown(kind: GearKind, path: string, texts: Record<string, string>): boolean {
  if (kind !== 'body') return true;
  const fixed = texts.kind !== undefined && texts.kind !== 'camera';
  if (path.startsWith('view/') || path === 'min_focus_mm') return fixed;
  if (path.includes('sensor_') || path === 'flange_mm' || path === 'mount') return !fixed;
  return true;
}

function put(node: Record<string, unknown>, path: string, value: unknown): void {
  const [step = '', ...rest] = path.split('/');
  if (rest.length === 0) {
    node[step] = value;
    return;
  }
  const isList = /^\d+$/.test(rest[0] ?? '');
  if (isList) {
    node[step] ??= [];
    const list = node[step] as Record<string, unknown>[];
    const place = Number(rest[0]);
    while (list.length <= place) list.push({});
    put(list[place] ?? {}, rest.slice(1).join('/'), value);
    return;
  }
  node[step] ??= {};
  put(node[step] as Record<string, unknown>, rest.join('/'), value);
}

function read(field: GearField, text: string, system: UnitSystem): { value: unknown } | null {
  if (field.kind === 'flag') return { value: text === YES };
  if (field.kind === 'choices') return { value: text.split(SEPARATOR).filter(Boolean) };
  if (field.kind === 'choice' || field.kind === 'text') return { value: text };
  if (field.length) {
    const length = parseLength(text, system);
    return length === null ? null : { value: length };
  }
  const bare = text.replace(/\s*[a-zA-Z°%]+$/, '').replace(/^f\//, '');
  const part = isExposure(field) ? /^1\s*\/\s*(.+)$/.exec(bare)?.[1] : undefined;
  const number = parseNumber(part ?? bare);
  if (number === null || (part && number <= 0)) return null;
  if (part) return { value: 1 / number };
  const other = typed(field);
  if (!other) return { value: number };
  const value = number * other.holds;
  return { value: field.kind === 'whole' ? Math.round(value) : value };
}

/** What a needed figure is taken from where it is left open. */
const FALLBACKS: Record<string, string> = {
  focal_max_mm: 'focal_min_mm',
  f_number_long: 'f_number_wide',
};

/** The text of a field, or what stands in for it: one figure of a pair, a name by its figures. */
function textAt(kind: GearKind, draft: GearDraft, path: string): string {
  const { texts } = draft;
  const own = (texts[path] ?? '').trim();
  if (own !== '') return own;
  const other = FALLBACKS[path];
  if (other) return (texts[other] ?? '').trim();
  if (path === 'name') return `my ${kind}`;
  const mode = /^(modes\/\d+)\/name$/.exec(path)?.[1];
  if (mode) {
    const width = (texts[`${mode}/width_px`] ?? '').trim();
    const height = (texts[`${mode}/height_px`] ?? '').trim();
    return width && height ? `${width} × ${height}` : '';
  }
  return '';
}

/** Whether a field may be left open because something stands in for it. */
const standsIn = (path: string): boolean =>
  path in FALLBACKS || path === 'name' || /^modes\/\d+\/name$/.test(path);

/** The figures of a draft, and which texts are none. What is left open is not known (null). */
export function figuresOf(
  kind: GearKind,
  fields: readonly GearField[],
  draft: GearDraft,
  system: UnitSystem,
): { figures: Figures; refusals: Refusals } {
  const figures: Record<string, unknown> = {};
  const refusals: Refusals = {};
  for (const { field, path } of pathsOf(fields, draft.counts)) {
    if (!shown(kind, field.path, draft.texts)) continue;
    const text = textAt(kind, draft, path);
    if (text === '') {
      if (field.needed && !standsIn(path)) refusals[path] = `${field.label} is needed.`;
      continue;
    }
    const value = read(field, text, system);
    if (value) put(figures, path, value.value);
    else refusals[path] = `“${text}” is no number.`;
  }
  return { figures: figures as Figures, refusals };
}

/** Refusals of the core by the field they concern; the rest under the empty path. */
export function refusalsFrom(problems: readonly Problem[], at = ''): Refusals {
  const refusals: Refusals = {};
  for (const problem of problems) {
    const path = problem.field.startsWith(`${at}/`) ? problem.field.slice(at.length + 1) : '';
    refusals[path] = problem.sentence;
  }
  return refusals;
}

/** The few figures that tell a thing from others of its kind, in one line. */
export function summaryOf(
  fields: readonly GearField[],
  figures: Figures,
  system: UnitSystem,
  most = 4,
): string {
  const said: string[] = [];
  for (const { field, path } of pathsOf(fields, { modes: 1 })) {
    // What the log has taught of a thing is always told.
    const learned = path.startsWith('learned_');
    if ((said.length >= most && !learned) || path === 'name' || path.startsWith('modes/0/name'))
      continue;
    const value = valueAt(figures, path);
    if (value === null || value === undefined || value === '' || typeof value === 'boolean')
      continue;
    if (Array.isArray(value)) {
      if (value.length) said.push(value.join(', '));
    } else if (typeof value === 'number') {
      const unit = unitOf(field, system);
      const words = field.length
        ? lengthWords(value, system)
        : `${numberWords(field, value, system, 3)}${unit ? ` ${unit}` : ''}`;
      said.push(`${field.label.toLowerCase()} ${words}`);
    } else said.push(String(value));
  }
  return said.join(' · ');
}
