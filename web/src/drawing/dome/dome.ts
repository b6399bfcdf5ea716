/** A dome of directions as a round plan: places on it, what lies between those looked at, its washes. Pure. */
import type { Point } from '../../api/types';

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

export const DARKEST = 0.74;

/** How much ink is washed over a share of light: paper where all arrives, ink where none does. */
export function washOf(share: number): number {
  return STEPS.find(([least]) => share >= least)?.[1] ?? DARKEST;
}

/** The middle of the zone, about which lamps and cameras stand. */
export function middleOf(surface: readonly Point[]): Point {
  const count = Math.max(1, surface.length);
  const mean = (axis: 'x' | 'y' | 'z') => surface.reduce((sum, one) => sum + one[axis], 0) / count;
  return { x: mean('x'), y: mean('y'), z: mean('z') };
}
