/** What the check sheet works out of a report for its drawing and its table. */
import type {
  CheckFigure,
  CheckReport,
  DaylightReading,
  MeterReading,
  Plan,
} from '../../api/types';
import { exactWords, quantityWords, type UnitSystem } from '../../domain/units';

export type Place = readonly [number, number];

export const placesOf = (given: readonly (readonly number[])[]): readonly Place[] =>
  given.map(([x, y]) => [x ?? 0, y ?? 0] as const);

export const pathOf = (places: readonly Place[], width: number, height: number): string =>
  places.length
    ? `M${places.map(([x, y]) => `${(x * width).toFixed(1)} ${(y * height).toFixed(1)}`).join('L')}Z`
    : '';

/** Figures by subject, in the order in which a maker asks. */
export const SUBJECTS: readonly { title: string; has: (key: string) => boolean }[] = [
  {
    title: 'Where the camera is',
    has: (key) =>
      /^(height|centre|tilt|turn|focal|covered)_/.test(key) || key === 'focal_mm' || key === 'k1',
  },
  {
    title: 'Light and colour',
    has: (key) => /^(evenness|told|exposure|clipped|crushed|cast|signal|bands)_/.test(key),
  },
  { title: 'Sharpness', has: (key) => key.startsWith('mtf50_') },
];

export function figureWords(one: CheckFigure, system: UnitSystem): string {
  const measured = valueWords(one, one.measured.value, system);
  if (!one.error) return measured;
  const least = LEAST[one.measured.unit] ?? 0;
  return `${measured} ± ${valueWords(one, Math.max(least, one.error.value), system)}`;
}

/** No error is said to be nothing. */
const LEAST: Partial<Record<string, number>> = { mm: 0.1, deg: 0.01, stops: 0.01, ratio: 0.001 };

/** Small figures keep the places that tell. */
function valueWords(one: CheckFigure, value: number, system: UnitSystem): string {
  const { unit } = one.measured;
  if (unit === 'ratio') return exactWords(value, 3);
  if (unit === 'deg') return `${exactWords(value, 2)}°`;
  if (unit === 'stops') return `${exactWords(value, 2)} stops`;
  if (unit === 'mm' && Math.abs(value) < 100) {
    return system === 'cm'
      ? `${exactWords(value / 10, 2)} cm`
      : `${exactWords(value / 25.4, 2)} in`;
  }
  return quantityWords({ value, unit }, system);
}

export const plannedWords = (one: CheckFigure, system: UnitSystem): string =>
  one.planned ? valueWords(one, one.planned.value, system) : '';

/** How far each edge of the frame lies from where it was planned, in shares of the picture. */
export interface EdgeOff {
  from: Place;
  to: Place;
}

/** Arrows from the middles of the planned edges to the edges of what is delivered. */
export function edgesOff(report: CheckReport): readonly EdgeOff[] {
  const planned = placesOf(report.overlay.planned_frame);
  const now = placesOf(report.overlay.delivered);
  if (planned.length !== 4 || now.length !== 4) return [];
  return [0, 1, 2, 3].map((index) => ({
    from: between(planned[index] as Place, planned[(index + 1) % 4] as Place),
    to: between(now[index] as Place, now[(index + 1) % 4] as Place),
  }));
}

const between = (a: Place, b: Place): Place => [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];

/** Light of the zone as a coarse lattice, for a wash: the least and the greatest of it. */
export function lightEnds(report: CheckReport): readonly [number, number] {
  const stops = report.light.map((one) => one.stops);
  return stops.length ? [Math.min(...stops), Math.max(...stops)] : [0, 0];
}

/** A tap as Hold keeps it: what was seen, with what hung there. */
export function tapOf(tap: CheckReport['tap'], reach_mm: number | null, load_g: number | null) {
  if (!tap) return null;
  const round = (value: number | null, places: number): number | null =>
    value === null ? null : Number(value.toFixed(places));
  return {
    frequency_hz: round(tap.frequency_hz, 2),
    rings_s: round(tap.rings_s, 2),
    seen_mm: round(tap.peak_mm, 2),
    reach_mm: reach_mm === null ? null : Math.round(reach_mm),
    load_g: load_g === null ? null : Math.round(load_g),
  };
}

/** What was read with all lamps off, and when, as `hh:mm` on the day of the plan. */
export interface DaylightRead {
  lux: number | null;
  at: string | null;
}
export const NO_DAYLIGHT_READ: DaylightRead = { lux: null, at: null };

/** Whether a plan has daylight that a reading can be set against. */
export const hasDaylight = ({ room }: Plan): boolean =>
  room.daylight !== null && room.windows.some((one) => !one.closed);

/** The daylight that was typed, as the core takes it; null where there is none to set it against. */
export const daylightReadingOf = (plan: Plan, { lux, at }: DaylightRead): DaylightReading | null =>
  lux !== null && Number.isFinite(lux) && hasDaylight(plan) ? { read_lx: lux, at } : null;

/** A time of day as it is typed, `9:5` or `09:05`; undefined for what is none. */
export function clockOf(typed: string): string | null | undefined {
  if (!typed.trim()) return null;
  const [, hour, minute] = /^\s*(\d{1,2})\s*[:.h]\s*(\d{1,2})\s*$/.exec(typed) ?? [];
  if (hour === undefined || minute === undefined) return undefined;
  if (Number(hour) > 23 || Number(minute) > 59) return undefined;
  return `${hour.padStart(2, '0')}:${minute.padStart(2, '0')}`;
}

/** What was typed of lamps that are lit, as the core takes it. */
export function readingsOf(
  plan: Plan,
  readings: Readonly<Record<string, number | null>>,
): MeterReading[] {
  return plan.lights.flatMap((one) => {
    const read = readings[one.id];
    if (!one.lit || read === null || read === undefined || !Number.isFinite(read)) return [];
    return [{ lamp: one.id, read_lx: read, level_percent: one.level_percent ?? 100 }];
  });
}
