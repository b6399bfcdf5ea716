/** How places of lamps are laid out in a drawing: from above, from the seat, from the side. */
import type { LightDrawing, Point, WorkDrawing } from '../../../api/types';
import type { Window } from '../../../drawing/scale';

export type Seen = 'above' | 'seat' | 'side';

/** New coordinates of a lamp; those that a drawing cannot show are left out. */
export type Moved = Partial<Record<'x' | 'y' | 'z', number>>;

export const acrossIn = (from: Seen, point: Point): number => (from === 'side' ? point.y : point.x);
export const upIn = (from: Seen, point: Point): number => (from === 'above' ? point.y : point.z);

/** A place in a drawing as coordinates of the plan. */
export function movedIn(from: Seen, place: { x: number; y: number }): Moved {
  if (from === 'above') return { x: place.x, y: place.y };
  return from === 'seat' ? { x: place.x, z: place.y } : { y: place.x, z: place.y };
}

const ROUND_MM = 120;
/** A lamp farther away than this stays outside of the drawing, at its edge. */
const FAR_MM = 3200;

/** Table, maker and every lamp, with some room round them. */
export function lampsWindow(work: WorkDrawing, light: LightDrawing, from: Seen): Window {
  const { table, maker } = work;
  const corners = [
    ...light.lamps.flatMap((one) => one.corners),
    ...light.cards.flatMap((one) => one.corners),
  ];
  const reach = (value: number) => Math.min(Math.max(value, -FAR_MM), FAR_MM);
  const across = corners.map((one) => reach(acrossIn(from, one)));
  const up = corners.map((one) => reach(upIn(from, one)));
  const edges = from === 'side' ? [table.near, table.far] : [table.left, table.right];
  const body = maker.parts.flatMap((one) => [one.a, one.b]);
  const bodyAcross = body.map((one) => acrossIn(from, one));
  const bodyUp = body.map((one) => upIn(from, one));
  const low =
    from === 'above'
      ? Math.min(table.near, ...bodyUp, ...up)
      : Math.min(-160, ...up) - ROUND_MM / 3;
  const high = from === 'above' ? table.far : maker.head.z + ROUND_MM;
  return {
    left: Math.min(...edges, ...bodyAcross, ...across) - ROUND_MM,
    right: Math.max(...edges, ...bodyAcross, ...across) + ROUND_MM,
    low: low - (from === 'above' ? ROUND_MM : 0),
    high: Math.max(high, ...up) + ROUND_MM,
  };
}
