/** Bands and lines of a map of the zone, as outlines to be drawn. Row 0 of a map is its near side. */
import { contours } from 'd3-contour';

export interface Band {
  level: number;
  path: string;
}

/** Outlines of where a map is at or above each level, in shares of a width and height. */
export function bandsOf(
  values: readonly number[],
  across: number,
  along: number,
  levels: readonly number[],
  width: number,
  height: number,
): Band[] {
  if (across < 2 || along < 2 || values.length !== across * along) return [];
  const make = contours().size([across, along]).smooth(true);
  const x = (u: number) => ((u / across) * width).toFixed(1);
  const y = (v: number) => (height - (v / along) * height).toFixed(1);
  return levels.map((level) => ({
    level,
    path: make
      .contour([...values], level)
      .coordinates.map((polygon) =>
        polygon
          .map(
            (ring) =>
              `M${ring.map((point) => `${x(point[0] ?? 0)} ${y(point[1] ?? 0)}`).join('L')}Z`,
          )
          .join(''),
      )
      .join(''),
  }));
}

/** Levels from a least to a most in steps, tidy. */
export function stepsBetween(least: number, most: number, step: number): number[] {
  const first = Math.ceil(least / step - 1e-9);
  const last = Math.floor(most / step + 1e-9);
  return Array.from({ length: Math.max(0, last - first + 1) }, (_, n) => (first + n) * step);
}
