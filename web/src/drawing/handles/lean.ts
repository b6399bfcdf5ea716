/** How far the trunk leans when the head is drawn to a place: it turns about the hips. */
export interface SidePlace {
  y: number;
  z: number;
}

const MOST = 60;

const angle = (from: SidePlace, to: SidePlace): number =>
  (Math.atan2(to.y - from.y, to.z - from.z) * 180) / Math.PI;

/** Lean in whole degrees, 0 to 60, from the lean and head as drawn and the place drawn to. */
export function leanAt(hip: SidePlace, head: SidePlace, lean: number, to: SidePlace): number {
  const turned = lean + angle(hip, to) - angle(hip, head);
  return Math.min(MOST, Math.max(0, Math.round(turned)));
}
