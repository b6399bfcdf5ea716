/** The cameras of a plan in the maker's words. */
import type { Body, Camera, Lens, Plan } from '../api/types';
import { NOTHING_STORED, USUAL_SUPPLY, withoutFed, withoutHandling } from '../domain/plan';

type Role = Camera['role'];

const ROLE_WORDS: Record<Role, string> = {
  overhead: 'overhead',
  'three-quarter': 'high three-quarter',
  'low-side': 'low side',
  easel: 'easel side',
  hands: 'hands close',
  keyboard: 'keyboard side',
  pedals: 'pedals',
  face: 'face',
  wide: 'wide',
  beauty: 'beauty',
  strings: 'strings',
  'over-shoulder': 'over the shoulder',
  hob: 'hob',
};

/** A name for every camera by what it films; of two with the same role, each with its number. */
export function cameraNames(cameras: readonly Pick<Camera, 'role'>[]): string[] {
  return cameras.map((camera, index) => {
    const alike = cameras.filter((one) => one.role === camera.role).length > 1;
    const place = cameras.slice(0, index + 1).filter((one) => one.role === camera.role).length;
    return alike ? `${ROLE_WORDS[camera.role]} ${place}` : ROLE_WORDS[camera.role];
  });
}

/** The names by the ids of the cameras, to tell several apart; none where there is one. */
export function namesById(cameras: readonly Pick<Camera, 'id' | 'role'>[]): Map<string, string> {
  const names = cameraNames(cameras);
  return new Map(
    cameras.length > 1 ? cameras.map((one, index) => [one.id, names[index] ?? '']) : [],
  );
}

/** What a camera of that role films, in words. */
export const roleWords = (role: Role): string => ROLE_WORDS[role];

export const ROLES = Object.keys(ROLE_WORDS) as Role[];

interface Of<Gear> {
  id: string;
  gear: Gear;
}

/** A camera that the plan has not yet, its place left to Steeple. */
export function newCamera(
  plan: Plan,
  role: Role,
  body: Of<Body> | null,
  lens: Of<Lens> | null,
): Camera {
  const used = new Set(plan.cameras.map((one) => one.id));
  let id: string = role;
  for (let number = 2; used.has(id); number += 1) id = `${role}-${number}`;
  return {
    id,
    role,
    target: null,
    body: body?.gear ?? null,
    body_id: body?.id ?? null,
    lens: lens?.gear ?? null,
    lens_id: lens?.id ?? null,
    filter: null,
    mode: null,
    focal_mm: null,
    f_number: null,
    focus_height_mm: null,
    position: { x_mm: null, y_mm: null, z_mm: null },
    aim: { tilt_deg: null, toward_deg: null },
    roll_deg: null,
    sharpness: null,
    stand_lowest_mm: null,
    stand_highest_mm: null,
    support: null,
    mount: null,
    storage: NOTHING_STORED,
    supply: USUAL_SUPPLY,
    as_built: null,
  };
}

/** The plan without a camera, without the support that carried nothing else, and without set-ups that it
 * leaves empty. */
export function withoutCamera(plan: Plan, id: string): Plan {
  const gone = plan.cameras.find((one) => one.id === id);
  const cameras = plan.cameras.filter((one) => one.id !== id);
  const free = gone?.support && !cameras.some((one) => one.support === gone.support);
  const supports = free ? plan.supports.filter((one) => one.id !== gone.support) : plan.supports;
  const setups = plan.setups
    .map((one) => ({ ...one, cameras: one.cameras.filter((name) => name !== id) }))
    .filter((one) => one.cameras.length);
  const rest = withoutFed(withoutHandling(plan, 'camera', id), 'camera', id);
  return { ...rest, cameras, supports, setups };
}
