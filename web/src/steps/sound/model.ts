/** Microphones, noises and the echo as the sheet needs them. Pure. */
import type { MicDrawing, PlacedMic, Plan, SoundDrawing } from '../../api/types';
import { withValue } from '../../domain/plan';

/** The plan with a microphone at another place over the floor, as high as it is. */
export function micAt(now: Plan, index: number, place: { x: number; y: number }, z: number): Plan {
  const at = `/mics/${index}`;
  const moved = { x_mm: Math.round(place.x), y_mm: Math.round(place.y), z_mm: Math.round(z) };
  return withValue(
    withValue(now, `${at}/position`, moved),
    `${at}/foot`,
    shifted(now.mics[index], place),
  );
}

/** The foot of a stand goes where its microphone goes; one that was left to Steeple stays so. */
function shifted(mic: PlacedMic | undefined, place: { x: number; y: number }): PlacedMic['foot'] {
  const foot = mic?.foot ?? { x_mm: null, y_mm: null };
  const { position } = mic ?? { position: null };
  if (foot.x_mm === null || foot.y_mm === null) return foot;
  if (!position || position.x_mm === null || position.y_mm === null) return foot;
  return {
    x_mm: Math.round(foot.x_mm + place.x - position.x_mm),
    y_mm: Math.round(foot.y_mm + place.y - position.y_mm),
  };
}

/** The plan with a noise at another place. */
export const noiseAt = (now: Plan, index: number, place: { x: number; y: number }): Plan =>
  withValue(
    withValue(now, `/sound/noises/${index}/x_mm`, Math.round(place.x)),
    `/sound/noises/${index}/y_mm`,
    Math.round(place.y),
  );

/** Decibels in words; the sign tells which is louder. */
export const dbWords = (db: number): string => `${Math.round(db)} dB`;

/** What is heard of the echo, in a word or two. */
export function echoSays(drawing: SoundDrawing): string {
  if (drawing.mid_s === null) return 'not known';
  const how = drawing.measured ? 'as a clap told it' : 'by its surfaces';
  return `${drawing.mid_s.toFixed(2)} s ${how}`;
}

/** How a microphone is told of in one line. */
export function micSays(mic: MicDrawing): string {
  const echo =
    mic.over_echo_db === null
      ? 'echo not known'
      : mic.over_echo_db >= 0
        ? `${dbWords(mic.over_echo_db)} over the echo`
        : `${dbWords(-mic.over_echo_db)} under the echo`;
  return `${mic.hears}, ${echo}, ${dbWords(mic.over_noise_db)} over the noise`;
}

/** How far the echo has died away after a while, in dB, for a reverberation time. */
export const fallenDb = (seconds: number, rt60: number): number => (-60 * seconds) / rt60;

/** An angle on the arc before the listener: the loudspeakers stand at ±30°, and the arc is drawn so wide. */
export const ARC_DEG = 60;
export const onArc = (side: number): number => (side * ARC_DEG * Math.PI) / 180;

/** A name for one more microphone, noise, room … that no other has. */
export function fresh(used: readonly string[], name: string): string {
  if (!used.includes(name)) return name;
  let number = 2;
  while (used.includes(`${name} ${number}`)) number += 1;
  return `${name} ${number}`;
}

/** What may record a microphone, as a choice: its kind and id, and what it is called. */
export const recordersOf = (
  plan: Plan,
  cameraNames: readonly string[],
): { value: string; label: string }[] => [
  ...plan.recorders.map((one) => ({ value: `recorder ${one.id}`, label: one.gear.name })),
  ...plan.cameras.map((one, at) => ({
    value: `camera ${one.id}`,
    label: `the ${cameraNames[at] ?? one.id} camera`,
  })),
];

/** The same, as the plan has it. */
export function intoOf(value: string): PlacedMic['into'] {
  const [kind, ...id] = value.split(' ');
  if (kind !== 'camera' && kind !== 'recorder') return null;
  return { kind, id: id.join(' ') };
}
