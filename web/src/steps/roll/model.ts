/** What the roll sheet reads off a session: who runs at a moment, what comes next, how times are said. */
import type { Handling, Plan, RollDrawing, RollString } from '../../api/types';
import { momentWords } from '../../domain/units';

export type Deed = Handling['does'][number];

export const DEEDS: readonly { value: string; label: string; does: Deed[] }[] = [
  { value: 'restart', label: 'stop and start', does: ['restart'] },
  { value: 'battery', label: 'change the battery', does: ['battery'] },
  { value: 'card', label: 'change the card', does: ['card'] },
  { value: 'battery card', label: 'change both', does: ['battery', 'card'] },
  { value: 'start', label: 'start', does: ['start'] },
  { value: 'stop', label: 'stop', does: ['stop'] },
];

/** What is done, in a few words. */
export const deedWords = (does: readonly Deed[]): string =>
  DEEDS.find((one) => one.does.join() === [...does].sort().join())?.label ?? does.join(', ');

export const WHY: Record<RollString['pieces'][number]['why'], string> = {
  'recording limit': 'its recording limit',
  'file limit': 'its largest file',
  'card full': 'card full',
  'battery empty': 'battery empty',
  heat: 'heat',
  'by hand': 'by hand',
  end: 'the end',
};

/** What a device is called on its string. */
export const shortName = (string: RollString): string =>
  string.name.replace(/^the /, '').replace(/ camera$/, '');

/** A name in at most two lines, broken between words; what is left over is cut at a word. */
export function inLines(name: string, most: number): string[] {
  if (name.length <= most) return [name];
  const lines = [''];
  for (const word of name.split(' ')) {
    const line = lines.at(-1) ?? '';
    if (!line || line.length + 1 + word.length <= most) {
      lines[lines.length - 1] = line ? `${line} ${word}` : word;
    } else if (lines.length < 2) {
      lines.push(word);
    } else {
      lines[1] = `${line} …`;
      break;
    }
  }
  return lines;
}

/** A moment by the clock on the wall; empty where the session has no hour. */
export function clockWords(drawing: RollDrawing, seconds: number): string {
  if (!drawing.begins) return '';
  const [hours = 0, minutes = 0] = drawing.begins.slice(11, 16).split(':').map(Number);
  const whole = (hours * 60 + minutes + Math.floor(seconds / 60)) % 1440;
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`;
}

/** Whether a device runs at a moment. */
export const runsAt = (string: RollString, seconds: number): boolean =>
  string.pieces.some((one) => one.start_s <= seconds && seconds < one.end_s);

/** Whether a device is to run at a moment. */
export const wantedAt = (string: RollString, seconds: number): boolean =>
  string.windows.some((one) => one.start_s <= seconds && seconds < one.end_s);

/** A moment in one sentence: what runs, what does not, and what the work is at. */
export function momentSays(drawing: RollDrawing, seconds: number): string {
  const recording = drawing.strings.filter(
    (one) => one.kind === 'camera' || one.kind === 'recorder',
  );
  const running = recording.filter((one) => runsAt(one, seconds));
  const idle = recording.filter((one) => !runsAt(one, seconds) && wantedAt(one, seconds));
  const place = [...drawing.breaks, ...drawing.stages].find(
    (one) => one.start_s <= seconds && seconds < one.end_s,
  );
  const clock = clockWords(drawing, seconds);
  const count = `${running.length} of ${recording.length} running`;
  const names = idle.map(shortName).join(', ');
  return [
    `${momentWords(seconds)}${clock ? ` (${clock})` : ''}: ${count}`,
    names ? `not ${names}` : '',
    place ? place.name : '',
  ]
    .filter(Boolean)
    .join(' · ');
}

/** The first alarm that has not been answered at a moment. */
export const nextAlarm = (
  alarms: RollDrawing['alarms'],
  seconds: number,
): RollDrawing['alarms'][number] | undefined => alarms.find((one) => one.at_s + 30 > seconds);

const STEPS_S = [60, 120, 300, 600, 900, 1800, 3600, 7200];

/** Moments at which the scale has a mark: whole steps that leave so many pixels between two. */
export function marksOf(length_s: number, height: number, apart = 44): number[] {
  const step = STEPS_S.find((one) => (one / length_s) * height >= apart) ?? 14_400;
  const found = [];
  for (let at = 0; at <= length_s; at += step) found.push(at);
  return found;
}

/** A list of things done by hand with one put at another moment. */
export const movedTo = (list: readonly Handling[], index: number, at_min: number): Handling[] =>
  list.map((one, at) => (at === index ? { ...one, at_min } : one));

type Fed = Plan['leads'][number]['feeds'][number];

/** Everything of a plan that may hang on a mains lead, with what it is called. */
export const onMains = (plan: Plan, cameraNames: readonly string[]): (Fed & { name: string })[] => [
  ...plan.lights.map((one) => ({ kind: 'lamp' as const, id: one.id, name: one.fixture.name })),
  ...plan.cameras.map((one, at) => ({
    kind: 'camera' as const,
    id: one.id,
    name: `${cameraNames[at] ?? one.id} camera`,
  })),
  ...plan.recorders.map((one) => ({
    kind: 'recorder' as const,
    id: one.id,
    name: one.gear.name,
  })),
];

/** Whether a device hangs on a lead. */
export const hangingOn = (lead: Plan['leads'][number], device: Fed): boolean =>
  lead.feeds.some((one) => one.kind === device.kind && one.id === device.id);
