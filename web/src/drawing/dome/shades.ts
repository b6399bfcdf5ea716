/** The washes of a lamp's dome: shadow, glare, frame and bars. */
import type { DomeDirection } from '../../api/types';
import { DARKEST, reader, washOf } from './dome';
import { crossed, hatched, type Shade } from './Wash';

const DEPTHS: readonly [number, number][] = [
  [0.45, 0],
  [0.6, 0.09],
  [0.75, 0.2],
  [1, 0.32],
  [1.3, 0.44],
  [2.2, 0.58],
];

/** How much ink is washed over a shadow that is left with all lamps lit: it is watched from 0.7 stops, and spoils a
 * picture from 1.3. */
export function washOfDepth(stops: number): number {
  return DEPTHS.find(([most]) => stops <= most)?.[1] ?? DARKEST;
}

/** What is washed over each direction: shadow, glare, frame and bars. */
export function shadesOf(directions: readonly DomeDirection[]): Shade | null {
  if (!directions.length) return null;
  const together = directions[0]?.depth_stops != null;
  const wash = together ? washOfDepth : washOf;
  const light = reader(directions, (one) =>
    one.depth_stops === null ? 0.5 * (one.share + one.worst) : one.depth_stops,
  );
  const glare = reader(directions, (one) => (one.glare > 0.02 ? 1 : 0));
  const barred = reader(directions, (one) => (one.blocked ? 1 : 0));
  const framed = reader(directions, (one) => (one.in_frame ? 1 : 0));
  return (way, column, row) => {
    const shade = wash(light(way));
    if (barred(way) > 0.5) return crossed(column, row);
    if (framed(way) > 0.5) return row % 6 < 1.2 ? 0.8 : shade;
    return glare(way) > 0.5 ? hatched(column, row, shade) : shade;
  };
}
