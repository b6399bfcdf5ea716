/** Lengths as they are said and typed. Stored in millimetres; shown in centimetres or inches. */

export type UnitSystem = 'cm' | 'in';
export type Unit =
  | 'mm'
  | 'mm_exact'
  | 'px'
  | 'px_per_mm'
  | 'f_number'
  | 'times'
  | 'ratio'
  | 'deg'
  | 'percent'
  | 'stops'
  | 'lx'
  | 'lm'
  | 'hz'
  | 'iso'
  | 'seconds'
  | 'g'
  | 'n_m'
  | 'minutes'
  | 'dm2'
  | 'k'
  | 'w'
  | 'mired'
  | 'cd_m2'
  | 'moment'
  | 'span'
  | 'bytes'
  | 'mbit_s'
  | 'wh'
  | 'count'
  | 'db'
  | 'frames'
  | 'ppm'
  | 'rt60_s'
  | 'm2';

export interface Quantity {
  value: number;
  unit: Unit;
}

const MM_PER_INCH = 25.4;
const INCH_FRACTION = 8;

function commonDivisor(a: number, b: number): number {
  return b === 0 ? a : commonDivisor(b, a % b);
}

/** A bench length: "74.0 cm", or "29 1/8 in" to the nearest eighth. */
export function lengthWords(mm: number, system: UnitSystem): string {
  const sign = mm < 0 ? '-' : '';
  if (system === 'cm') {
    const tenths = Math.floor(Math.abs(mm) + 0.5);
    return `${tenths ? sign : ''}${Math.floor(tenths / 10)}.${tenths % 10} cm`;
  }
  const eighths = Math.floor((Math.abs(mm) / MM_PER_INCH) * INCH_FRACTION + 0.5);
  const whole = Math.floor(eighths / INCH_FRACTION);
  const part = eighths % INCH_FRACTION;
  const shown = eighths ? sign : '';
  if (part === 0) return `${shown}${whole} in`;
  const common = commonDivisor(part, INCH_FRACTION);
  const fraction = `${part / common}/${INCH_FRACTION / common}`;
  return whole ? `${shown}${whole} ${fraction} in` : `${shown}${fraction} in`;
}

/** A bench length without its unit, as it stands in a field. */
export function lengthDigits(mm: number, system: UnitSystem): string {
  return lengthWords(mm, system).replace(/ (cm|in)$/, '');
}

/** A plain number with at most `places` decimals and no trailing zeros. */
export function exactWords(value: number, places: number): string {
  const text = value.toFixed(places);
  const trimmed = text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text;
  return trimmed === '-0' ? '0' : trimmed;
}

/** A moment of a session since its start: `1:12`, with seconds where they are not nought. */
export function momentWords(seconds: number): string {
  const whole = Math.floor(seconds + 1e-9);
  const two = (value: number): string => String(value).padStart(2, '0');
  const text = `${Math.floor(whole / 3600)}:${two(Math.floor(whole / 60) % 60)}`;
  return whole % 60 ? `${text}:${two(whole % 60)}` : text;
}

/** How long something takes: `45 s`, `29 min`, `1 h 12 min`; under ten minutes with seconds. */
export function spanWords(seconds: number): string {
  const whole = Math.floor(seconds + 0.5);
  if (whole < 60) return `${whole} s`;
  if (whole < 600 && whole % 60) return `${Math.floor(whole / 60)} min ${whole % 60} s`;
  const minutes = Math.floor(seconds / 60 + 0.5);
  if (minutes < 60) return `${minutes} min`;
  const rest = minutes % 60;
  return rest ? `${Math.floor(minutes / 60)} h ${rest} min` : `${Math.floor(minutes / 60)} h`;
}

/** A size as cards and disks are sold: `640 MB`, `45 GB`, `1.2 TB`. */
export function bytesWords(size: number): string {
  if (size < 999.5e6) return `${exactWords(size / 1e6, size >= 1e7 ? 0 : 1)} MB`;
  if (size < 999.95e9) return `${exactWords(size / 1e9, 1)} GB`;
  return `${exactWords(size / 1e12, 2)} TB`;
}

const SAID = { moment: momentWords, span: spanWords, bytes: bytesWords };
const isSaid = (unit: Unit): unit is keyof typeof SAID => unit in SAID;

const PLACES: Record<
  Exclude<Unit, 'mm' | 'f_number' | 'iso' | 'g' | 'm2' | keyof typeof SAID>,
  number
> = {
  mm_exact: 3,
  px: 1,
  px_per_mm: 2,
  times: 2,
  ratio: 4,
  deg: 1,
  percent: 1,
  stops: 1,
  lx: 0,
  lm: 0,
  hz: 2,
  seconds: 2,
  n_m: 2,
  minutes: 0,
  dm2: 0,
  k: 0,
  w: 0,
  mired: 0,
  cd_m2: 0,
  mbit_s: 1,
  wh: 1,
  count: 0,
  db: 0,
  frames: 1,
  ppm: 0,
  rt60_s: 2,
};
const SUFFIX: Partial<Record<Unit, string>> = {
  mm_exact: ' mm',
  px: ' px',
  px_per_mm: ' px/mm',
  times: '×',
  deg: '°',
  percent: ' %',
  stops: ' stops',
  lx: ' lx',
  lm: ' lm',
  hz: ' Hz',
  seconds: ' s',
  n_m: ' Nm',
  minutes: ' min',
  dm2: ' dm²',
  k: ' K',
  w: ' W',
  mired: ' mired',
  cd_m2: ' cd/m²',
  mbit_s: ' Mbit/s',
  wh: ' Wh',
  db: ' dB',
  frames: ' frames',
  ppm: ' ppm',
  rt60_s: ' s',
};

/** The avoirdupois ounce in grams. */
export const G_PER_OUNCE = 28.349523125;

/** A mass: `850 g`, from a kilogram on `1.35 kg`. */
export function massWords(g: number, system: UnitSystem): string {
  if (system === 'in') {
    const ounces = g / G_PER_OUNCE;
    if (Math.abs(ounces) < 15.95) return `${exactWords(ounces, 1)} oz`;
    return `${exactWords(ounces / 16, 2)} lb`;
  }
  return Math.abs(g) < 999.5 ? `${exactWords(g, 0)} g` : `${exactWords(g / 1000, 2)} kg`;
}

/** An area of wall or floor: `4.5 m²`, with inches `48 sq ft`. */
export function areaWords(m2: number, system: UnitSystem): string {
  return system === 'in' ? `${exactWords(m2 / 0.09290304, 0)} sq ft` : `${exactWords(m2, 1)} m²`;
}

/** Any figure with its unit, in the unit system that the maker reads. */
export function quantityWords(quantity: Quantity, system: UnitSystem): string {
  const { value, unit } = quantity;
  if (unit === 'mm') return lengthWords(value, system);
  if (unit === 'f_number') return `f/${exactWords(value, 1)}`;
  if (unit === 'iso') return `ISO ${exactWords(value, 0)}`;
  if (unit === 'g') return massWords(value, system);
  if (unit === 'm2') return areaWords(value, system);
  if (isSaid(unit)) return SAID[unit](value);
  if (unit === 'seconds' && value > 0 && value < 1) return `1/${exactWords(1 / value, 0)} s`;
  return exactWords(value, PLACES[unit]) + (SUFFIX[unit] ?? '');
}

const DECIMAL = /^-?\d+(?:[.,]\d+)?$/;
const FRACTION = /^(-)?(?:(\d+)\s+)?(\d+)\s*\/\s*(\d+)$/;
const SCALE: Record<string, number> = {
  mm: 1,
  cm: 10,
  m: 1000,
  in: MM_PER_INCH,
  '"': MM_PER_INCH,
  ft: 12 * MM_PER_INCH,
};

/** A plain number as typed, with a decimal point or comma; null where it is none. */
export function parseNumber(text: string): number | null {
  const trimmed = text.trim();
  return DECIMAL.test(trimmed) ? Number(trimmed.replace(',', '.')) : null;
}

/** A length as typed: "42", "42,5 cm", "16 1/2", "3/8 in", "420 mm". Millimetres, or null. */
export function parseLength(text: string, system: UnitSystem): number | null {
  const match = /^(.*?)\s*(mm|cm|m|in|"|ft)?$/i.exec(text.trim());
  const digits = match?.[1]?.trim() ?? '';
  const scale = SCALE[(match?.[2] ?? system).toLowerCase()] ?? 1;
  const fraction = FRACTION.exec(digits);
  let value = parseNumber(digits);
  if (fraction) {
    const [, sign, whole, over, under] = fraction;
    if (Number(under) === 0) return null;
    value = (Number(whole ?? 0) + Number(over) / Number(under)) * (sign ? -1 : 1);
  }
  return value === null ? null : Math.round(value * scale * 1e6) / 1e6;
}

/** One step of an arrow key on a handle: 1 cm or ½ in; with Shift 10 cm or 5 in. */
export function arrowStep(system: UnitSystem, large: boolean): number {
  const small = system === 'cm' ? 10 : MM_PER_INCH / 2;
  return large ? small * 10 : small;
}

/** A length rounded to the finest mark of the tape: 1 mm, or 1/8 in. */
export function toTape(mm: number, system: UnitSystem): number {
  const mark = system === 'cm' ? 1 : MM_PER_INCH / INCH_FRACTION;
  return Math.round(Math.round(mm / mark) * mark * 1e4) / 1e4;
}

/** Ranges in a sentence that the core said in millimetres, said in the maker's units. */
export function inSystem(sentence: string, system: UnitSystem): string {
  return sentence.replace(/(-?\d+(?:\.\d+)?(?:e\+?\d+)?) mm\b/g, (_, digits: string) =>
    lengthWords(Number(digits), system),
  );
}
