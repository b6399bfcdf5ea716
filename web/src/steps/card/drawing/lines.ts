/** The strokes of a dimensioned drawing in the units of its own picture: x to the right, y down. */
import type { DrawnView } from '../../../api/types';

type Place = readonly [number, number];
type Measure = DrawnView['measures'][number];

/** Half the length of the slanted stroke at the end of a measure, in heights of letters. */
const TICK = 0.55;
const GAP = 0.3;
const BEYOND = 0.5;

/** From the axes of the drawing to those of the picture. */
export function placing(view: DrawnView): (place: Place) => Place {
  return ([x, y]) => [x - view.left, view.top - y];
}

export function pathOf(points: readonly Place[], closed: boolean): string {
  const steps = points.map(
    ([x, y], index) => `${index ? 'L' : 'M'}${x.toFixed(1)} ${y.toFixed(1)}`,
  );
  return steps.join('') + (closed ? 'Z' : '');
}

/** The line of a measure, the two that lead to what is measured, and its slanted ends. */
export function armsOf(measure: Measure, letters: number): [Place, Place][] {
  const at = measure.line_at_mm;
  const ends = [measure.a, measure.b].map(
    ([x, y]): Place => (measure.across ? [x, at] : [at, y]),
  ) as [Place, Place];
  const tick = TICK * letters;
  const arms: [Place, Place][] = [ends];
  for (const [index, place] of [measure.a, measure.b].entries()) {
    const end = ends[index] as Place;
    arms.push([
      [end[0] - tick, end[1] - tick],
      [end[0] + tick, end[1] + tick],
    ]);
    const way = measure.across ? end[1] - place[1] : end[0] - place[0];
    if (Math.abs(way) <= GAP * letters) continue;
    const from = Math.sign(way) * GAP * letters;
    const to = Math.sign(way) * BEYOND * letters;
    arms.push(
      measure.across
        ? [
            [place[0], place[1] + from],
            [end[0], end[1] + to],
          ]
        : [
            [place[0] + from, place[1]],
            [end[0] + to, end[1]],
          ],
    );
  }
  return arms;
}
