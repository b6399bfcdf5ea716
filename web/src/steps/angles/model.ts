/** Places of cameras on the ring, and the outline of a cone of directions. Pure. */
import type { Plan, Point } from '../../api/types';
import { withValue } from '../../domain/plan';
import { placeOf, RIM_DEG, type Way } from '../../drawing/dome/dome';

const round = (value: number): number => Math.round(value * 10) / 10;

/** The plan with a camera at a direction from the middle of the work, turned to it. */
export function putAt(
  now: Plan,
  index: number,
  way: Way,
  from: { middle: Point; distance: number },
): Plan {
  const place = placeOf(from.middle, way, from.distance);
  const values: Record<string, number> = {
    'aim/tilt_deg': round(90 - way.elevation),
    'aim/toward_deg': round((way.azimuth + 180) % 360),
    'position/x_mm': round(place.x),
    'position/y_mm': round(place.y),
    'position/z_mm': round(place.z),
  };
  return Object.entries(values).reduce(
    (next, [field, value]) => withValue(next, `/cameras/${index}/${field}`, value),
    now,
  );
}

/** The plan with a camera at another place over the floor, as high as it is, turned to what it films. */
export function movedTo(
  now: Plan,
  index: number,
  place: { x: number; y: number },
  z: number,
  middle: Point,
): Plan {
  const at = { ...place, z };
  const distance = Math.hypot(at.x - middle.x, at.y - middle.y, at.z - middle.z);
  return putAt(now, index, wayOf(at, middle), { middle, distance });
}

/** The direction of a place as seen from another. */
export function wayOf(place: Point, middle: Point): Way {
  const [x, y, z] = [place.x - middle.x, place.y - middle.y, place.z - middle.z];
  return {
    azimuth: ((Math.atan2(x, y) * 180) / Math.PI + 360) % 360,
    elevation: (Math.atan2(z, Math.hypot(x, y)) * 180) / Math.PI,
  };
}

const AROUND = 72;

/** Directions that lie an angle from another, round it. */
export function cone(about: Way, apartDeg: number): Way[] {
  const rad = Math.PI / 180;
  const e = about.elevation * rad;
  const a = about.azimuth * rad;
  const axis = [Math.cos(e) * Math.sin(a), Math.cos(e) * Math.cos(a), Math.sin(e)] as const;
  const side = [Math.cos(a), -Math.sin(a), 0] as const;
  const up = [-Math.sin(e) * Math.sin(a), -Math.sin(e) * Math.cos(a), Math.cos(e)] as const;
  const [c, s] = [Math.cos(apartDeg * rad), Math.sin(apartDeg * rad)];
  return Array.from({ length: AROUND }, (_, step) => {
    const turn = (2 * Math.PI * step) / AROUND;
    const [p, q] = [s * Math.cos(turn), s * Math.sin(turn)];
    const point = { x: 0, y: 0, z: 0 };
    point.x = c * axis[0] + p * side[0] + q * up[0];
    point.y = c * axis[1] + p * side[1] + q * up[1];
    point.z = c * axis[2] + p * side[2] + q * up[2];
    return wayOf(point, { x: 0, y: 0, z: 0 });
  });
}

/** A direction as far down as the ring shows it. */
export const onRing = (way: Way): Way => ({
  azimuth: way.azimuth,
  elevation: Math.max(RIM_DEG, way.elevation),
});

/** A list with an entry put in at its end, or taken out. */
export const toggled = (list: readonly string[], entry: string): string[] =>
  list.includes(entry) ? list.filter((one) => one !== entry) : [...list, entry];

/** A set-up of the cameras that stand in none yet; of all where every one does. */
export function freshSetup(plan: Plan): Plan['setups'][number] {
  const taken = new Set(plan.setups.flatMap((one) => one.cameras));
  const all = plan.cameras.map((one) => one.id);
  const free = all.filter((one) => !taken.has(one));
  const ids = new Set(plan.setups.map((one) => one.id));
  const names = new Set(plan.setups.map((one) => one.name));
  let number = plan.setups.length + 1;
  while (ids.has(`setup-${number}`) || names.has(`set-up ${number}`)) number += 1;
  return {
    id: `setup-${number}`,
    name: `set-up ${number}`,
    cameras: free.length ? free : all,
    lights: null,
    stages: [],
    break_min: null,
  };
}
