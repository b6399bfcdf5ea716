/** The dome: directions as places on a round plan, and what lies between those looked at. Pure. */

export interface Way {
  azimuth: number;
  elevation: number;
}

/** Elevation at the rim of the drawing; the middle is straight above. */
export const RIM_DEG = 10;

/** Where a direction lies on a dome of a radius, from its middle; y runs downward. */
export function onDome(way: Way, radius: number): { x: number; y: number } {
  const r = (radius * (90 - way.elevation)) / (90 - RIM_DEG);
  const a = (way.azimuth * Math.PI) / 180;
  return { x: r * Math.sin(a), y: -r * Math.cos(a) };
}

/** The direction of a place on the dome, cut to its rim. */
export function wayAt(x: number, y: number, radius: number): Way {
  const r = Math.min(Math.hypot(x, y), radius);
  const azimuth = ((Math.atan2(x, -y) * 180) / Math.PI + 360) % 360;
  return { azimuth, elevation: 90 - (r / radius) * (90 - RIM_DEG) };
}

/** A place about a middle: azimuth clockwise from straight away from the maker. */
export function placeOf(
  middle: { x: number; y: number; z: number },
  way: Way,
  distance: number,
): { x: number; y: number; z: number } {
  const e = (way.elevation * Math.PI) / 180;
  const a = (way.azimuth * Math.PI) / 180;
  const flat = distance * Math.cos(e);
  return {
    x: middle.x + flat * Math.sin(a),
    y: middle.y + flat * Math.cos(a),
    z: middle.z + distance * Math.sin(e),
  };
}

export interface Looked {
  azimuth_deg: number;
  elevation_deg: number;
}

/** Reads a figure of the directions at any direction, by what the nearest four of them have. */
export function reader<T extends Looked>(
  directions: readonly T[],
  figure: (one: T) => number,
): (way: Way) => number {
  const elevations = [...new Set(directions.map((one) => one.elevation_deg))].sort((a, b) => a - b);
  const azimuths = [...new Set(directions.map((one) => one.azimuth_deg))].sort((a, b) => a - b);
  const columns = azimuths.length;
  const values = new Map(
    directions.map((one) => [`${one.azimuth_deg},${one.elevation_deg}`, figure(one)]),
  );
  const grid = elevations.map((e) => azimuths.map((a) => values.get(`${a},${e}`) ?? 0));
  return (way) => {
    if (!columns || !elevations.length) return 0;
    const u = (way.azimuth / 360) * columns;
    const i = Math.floor(u) % columns;
    const j = (i + 1) % columns;
    const t = u - Math.floor(u);
    let k = 0;
    while (k < elevations.length - 2 && (elevations[k + 1] ?? 90) < way.elevation) k++;
    const low = elevations[k] ?? 0;
    const high = elevations[k + 1] ?? low + 1;
    const w = Math.min(1, Math.max(0, (way.elevation - low) / (high - low)));
    const at = (row: number, column: number) => grid[row]?.[column] ?? 0;
    const next = Math.min(k + 1, elevations.length - 1);
    return (
      (at(k, i) * (1 - t) + at(k, j) * t) * (1 - w) + (at(next, i) * (1 - t) + at(next, j) * t) * w
    );
  };
}

const STEPS: readonly [number, number][] = [
  [0.97, 0],
  [0.94, 0.1],
  [0.88, 0.2],
  [0.78, 0.32],
  [0.6, 0.46],
  [0.35, 0.6],
];

const DEPTHS: readonly [number, number][] = [
  [0.45, 0],
  [0.6, 0.09],
  [0.75, 0.2],
  [1, 0.32],
  [1.3, 0.44],
  [2.2, 0.58],
];
const DARKEST = 0.74;

/** How much ink is washed over a share of light: paper where all arrives, ink where none does. */
export function washOf(share: number): number {
  return STEPS.find(([least]) => share >= least)?.[1] ?? DARKEST;
}

/** The same for a shadow that is left with all lamps lit: it is watched from 0.7 stops, and spoils a
 * picture from 1.3. */
export function washOfDepth(stops: number): number {
  return DEPTHS.find(([most]) => stops <= most)?.[1] ?? DARKEST;
}

export interface LabelPlace {
  /** From the lamp: where the label is anchored. */
  x: number;
  y: number;
  anchor: 'start' | 'middle' | 'end';
}

export interface Labelled {
  x: number;
  y: number;
  /** Of its label. */
  width: number;
}

interface Box {
  left: number;
  right: number;
  top: number;
  bottom: number;
}

const BESIDE = 22;
const ABOVE = -20;
const BELOW = 32;
const SIGN = 15;
const TALL = 13;

const overlap = (a: Box, b: Box): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;

const signBox = ({ x, y }: { x: number; y: number }): Box => ({
  left: x - SIGN,
  right: x + SIGN,
  top: y - SIGN,
  bottom: y + SIGN,
});

function labelBox(at: Labelled, place: LabelPlace): Box {
  const start = { start: 0, middle: -at.width / 2, end: -at.width }[place.anchor];
  const left = at.x + place.x + start;
  const bottom = at.y + place.y + 3;
  return { left, right: left + at.width, top: bottom - TALL, bottom };
}

/** The places that a label may have, the one liked best first. */
function choices(at: Labelled, half: number): LabelPlace[] {
  const right: LabelPlace = { x: BESIDE, y: 5, anchor: 'start' };
  const left: LabelPlace = { x: -BESIDE, y: 5, anchor: 'end' };
  const over = Math.max(0, Math.abs(at.x) + at.width / 2 - half);
  const x = at.x > 0 ? 0 - over : over;
  const vertical: LabelPlace[] = [ABOVE, BELOW].map((y) => ({ x, y, anchor: 'middle' }));
  if (at.y >= 0) vertical.reverse();
  return at.x > 0 ? [right, ...vertical, left] : [left, ...vertical, right];
}

/**
 * Where the labels of lamps go, so that they lie neither over each other nor over a sign, and stay
 * within what there is room for: outward beside the lamp, above or below it, or inward.
 *
 * `at` are the lamps from the middle of the dome, `signs` whatever else is drawn on it, `half` half of
 * the room across.
 */
export function labelPlaces(
  at: readonly Labelled[],
  signs: readonly { x: number; y: number }[],
  half: number,
): LabelPlace[] {
  const drawn = [...at, ...signs].map(signBox);
  return at.map((lamp, index) => {
    const others = drawn.filter((_, which) => which !== index);
    const cost = (place: LabelPlace): number => {
      const box = labelBox(lamp, place);
      const out = box.left < -half || box.right > half ? 3 : 0;
      return out + others.filter((one) => overlap(one, box)).length;
    };
    const [best, ...rest] = choices(lamp, half);
    const place = rest.reduce((a, b) => (cost(b) < cost(a) ? b : a), best as LabelPlace);
    drawn.push(labelBox(lamp, place));
    return place;
  });
}
