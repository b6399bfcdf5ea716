/** How a rig is looked at: from the maker's seat or from the side, whichever shows its arm. */
import type { HoldDrawing, Point, WorkDrawing } from '../../../api/types';
import type { Window } from '../../../drawing/scale';

export type From = 'seat' | 'side';

/** The view that shows the arm longest. */
export function viewOf(hold: HoldDrawing): From {
  const { foot, tip, members } = hold;
  const bar = members.find((one) => one.part === 'bar' || one.part === 'pole');
  const from = bar?.a ?? foot;
  const to = bar?.b ?? tip;
  if (!from || !to) return 'seat';
  return Math.abs(to.x - from.x) >= Math.abs(to.y - from.y) ? 'seat' : 'side';
}

/** A place across the view: to the right from the seat, away from the maker from the side. */
export const acrossOf = (point: Point, from: From): number => (from === 'seat' ? point.x : point.y);

const pointsOf = (hold: HoldDrawing): Point[] => [
  ...hold.members.flatMap((one) => [one.a, one.b]),
  hold.screw,
];

/** Everything of the rig with table and floor, and a ceiling that is not far off. */
export function rigWindow(work: WorkDrawing, hold: HoldDrawing, from: From): Window {
  const points = pointsOf(hold);
  const { table } = work;
  const edges = from === 'seat' ? [table.left, table.right] : [table.near - 330, table.far];
  const across = points.map((point) => acrossOf(point, from));
  const top = Math.max(...points.map((point) => point.z), work.maker.head.z + 120) + 90;
  const ceiling = work.ceiling_mm;
  return {
    left: Math.min(...edges, ...across) - 60,
    right: Math.max(...edges, ...across) + 60,
    low: -work.table_height_mm - 40,
    high: ceiling !== null && ceiling < top * 1.35 ? Math.max(top, ceiling + 40) : top,
  };
}

/** The rig from above: table, footprint, seat and what must stay clear near it. */
export function floorWindow(work: WorkDrawing, hold: HoldDrawing | null): Window {
  const points = hold ? pointsOf(hold) : [];
  const { table } = work;
  const seat = hold?.seat;
  return {
    left: Math.min(table.left, ...points.map((one) => one.x)) - 120,
    right: Math.max(table.right, ...points.map((one) => one.x)) + 120,
    low: Math.min(table.near - 330, seat?.near ?? 0, ...points.map((one) => one.y)) - 60,
    high: Math.max(table.far, ...points.map((one) => one.y)) + 120,
  };
}

/** A place along the arm, from column toward the camera, from a place in the view. */
export function alongOf(hold: HoldDrawing, from: From, across: number): number {
  const { foot, tip } = hold;
  if (!foot || !tip) return 0;
  const length = acrossOf(tip, from) - acrossOf(foot, from);
  const reach = Math.hypot(tip.x - foot.x, tip.y - foot.y);
  if (Math.abs(length) < 1) return 0;
  return ((across - acrossOf(foot, from)) / length) * reach;
}

/** The azimuth from one place to another, clockwise from straight away from the maker. */
export function azimuthOf(from: { x: number; y: number }, to: { x: number; y: number }): number {
  const degrees = (Math.atan2(to.x - from.x, to.y - from.y) * 180) / Math.PI;
  return (degrees + 360) % 360;
}
