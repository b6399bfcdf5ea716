/** The cameras of a plan in the maker's words. */
import type { Camera } from '../api/types';

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
