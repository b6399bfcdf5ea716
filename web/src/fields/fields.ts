/** How a field of the plan is shown and typed, by its JSON pointer; the core says what it is called. */
import type { PlanField } from '../api/types';
import {
  exactWords,
  G_PER_OUNCE,
  lengthDigits,
  massWords,
  parseLength,
  parseNumber,
  type UnitSystem,
} from '../domain/units';

export type FieldForm = PlanField['form'];
export type FieldInfo = Pick<PlanField, 'label' | 'explain' | 'form' | 'unit' | 'nullable'>;
export type Fields = ReadonlyMap<string, PlanField>;

/** The fields by their paths, with * for the place in a list. */
export const fieldsByPath = (fields: readonly PlanField[]): Fields =>
  new Map(fields.map((one) => [one.path, one]));

/** The field at a pointer, or undefined for one that is not typed. */
export function fieldAt(fields: Fields, pointer: string): FieldInfo | undefined {
  const path = pointer.replace(/^\//, '').replace(/(^|\/)\d+(?=\/|$)/g, '$1*');
  return fields.get(path);
}

/** A stored value as it stands in its field. */
export function fieldText(form: FieldForm, value: unknown, system: UnitSystem): string {
  if (value === null || value === undefined) return '';
  if (typeof value !== 'number') return String(value);
  if (form === 'mass' && system === 'in') return massWords(value, system);
  if (form === 'share') return exactWords(value * 100, 1);
  return form === 'length' ? lengthDigits(value, system) : exactWords(value, 4);
}

const GRAMS: Record<string, number> = { g: 1, kg: 1000, oz: G_PER_OUNCE, lb: 16 * G_PER_OUNCE };

/** A mass as typed: "850", "850 g", "1,2 kg", "3 lb 2 oz". Grams, or null. */
export function parseMass(text: string): number | null {
  const both = /^(.+?)\s*lb\s+(.+?)\s*oz$/i.exec(text.trim());
  if (both) {
    const [pounds, ounces] = [parseNumber(both[1] ?? ''), parseNumber(both[2] ?? '')];
    return pounds === null || ounces === null ? null : (16 * pounds + ounces) * G_PER_OUNCE;
  }
  const match = /^(.*?)\s*(g|kg|oz|lb)?$/i.exec(text.trim());
  const number = parseNumber(match?.[1] ?? '');
  if (number === null) return null;
  return number * (GRAMS[match?.[2]?.toLowerCase() ?? 'g'] ?? 1);
}

export type Read = { value: number | string | null } | { refusal: string };

/** What was typed, as a value to store, or why it is none. */
export function readField(field: FieldInfo, text: string, system: UnitSystem): Read {
  const trimmed = text.trim();
  if (trimmed === '') {
    return field.nullable ? { value: null } : { refusal: `${field.label} cannot be empty.` };
  }
  if (field.form === 'text') return { value: trimmed };
  if (field.form === 'length') {
    const mm = parseLength(trimmed, system);
    const example = system === 'cm' ? '42 or 42.5' : '16 1/2';
    return mm === null
      ? { refusal: `${field.label}: “${trimmed}” is no length. Type one such as ${example}.` }
      : { value: mm };
  }
  if (field.form === 'mass') {
    const grams = parseMass(trimmed);
    return grams === null
      ? { refusal: `${field.label}: “${trimmed}” is no mass. Type one such as 850 or 1.2 kg.` }
      : { value: grams };
  }
  const number = parseNumber(
    trimmed.replace(/\s*(mm|px|×|°|%|K|W|min|h)$/, '').replace(/^f\//, ''),
  );
  if (field.form === 'share' && number !== null) return { value: Math.round(number * 10) / 1000 };
  return number === null
    ? { refusal: `${field.label}: “${trimmed}” is no number. Type one such as 5.6.` }
    : { value: number };
}
