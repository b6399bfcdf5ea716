/** What is tapped at the bench: events with ids of their own, and the session as this device knows it. */
import type { SessionRecord } from '../api/types';

export type Mark = 'good' | 'again' | 'cut here' | 'word';

/** What an event says beside its id and its time. */
export type Says =
  | { kind: 'begin' | 'revision'; revision: number }
  | { kind: 'tick'; item: string; says: string; done: boolean }
  | { kind: 'take' | 'cut' | 'end' }
  | { kind: 'mark'; mark: Mark; says: string }
  | { kind: 'stage'; name: string }
  | { kind: 'did'; device: string; name: string; does: string[] }
  | { kind: 'adjust'; device: string; name: string; says: string; percent: number | null }
  | {
      kind: 'stopped';
      device: string;
      name: string;
      why: string;
      ago_s: number | null;
      silent: boolean;
    }
  | { kind: 'set-up'; minutes: number }
  | { kind: 'lost'; why: string; minutes: number; says: string }
  | { kind: 'alarm'; alarm_s: number; came: string; late_s: number; says: string }
  | { kind: 'note'; says: string }
  | { kind: 'withdrawn'; of: string };

export type Told = Says & { id: string; at: string; n: number };

/** A fresh id. The browser's own maker of ids is not there on a page of the local network. */
export function freshId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(12));
  return [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
}

/** A time with the offset of this device's zone, as the log keeps it. */
export function withOffset(at: Date): string {
  const minutes = -at.getTimezoneOffset();
  const local = new Date(at.getTime() + minutes * 60_000).toISOString().slice(0, -1);
  const two = (value: number): string => String(Math.floor(Math.abs(value))).padStart(2, '0');
  return `${local}${minutes < 0 ? '-' : '+'}${two(minutes / 60)}:${two(minutes % 60)}`;
}

/** The session as it stands: what the log has heard, and what is still on its way. */
export interface Standing {
  begun: boolean;
  ended: boolean;
  revision: number | null;
  /** When the take that runs began, by the clock of the log; null while none runs. */
  takeSince: number | null;
  takes: number;
  /** When the first take began: the zero of the hanging hours. */
  zero: number | null;
  stage: string;
  marks: number;
  lastMark: { id: string; mark: Mark; says: string } | null;
  ticked: Readonly<Record<string, boolean>>;
  answered: readonly number[];
  stopped: readonly string[];
}

const NOTHING: Standing = {
  begun: false,
  ended: false,
  revision: null,
  takeSince: null,
  takes: 0,
  zero: null,
  stage: '',
  marks: 0,
  lastMark: null,
  ticked: {},
  answered: [],
  stopped: [],
};

function heard(record: SessionRecord): Standing {
  const running = record.takes.find((one) => one.end === null);
  const marks = record.takes.flatMap((one) => one.marks);
  const last = marks.at(-1);
  return {
    begun: true,
    ended: record.ended !== null,
    revision: record.takes.at(-1)?.revision ?? record.revision,
    takeSince: running ? Date.parse(running.start) : null,
    takes: record.takes.length,
    zero: record.takes[0] ? Date.parse(record.takes[0].start) : null,
    stage: record.stage,
    marks: marks.length,
    lastMark: last ? { id: last.id, mark: last.mark, says: last.says } : null,
    ticked: Object.fromEntries(record.ticks.map((one) => [one.item, one.done])),
    answered: record.alarms.map((one) => one.alarm_s),
    stopped: record.stops.filter((one) => one.again_at === null).map((one) => one.device),
  };
}

/** One more event. `ahead` is how far this device's clock is before that of the log. */
function with_(now: Standing, told: Told, ahead: number): Standing {
  const at = Date.parse(told.at) - ahead;
  switch (told.kind) {
    case 'begin':
    case 'revision':
      return { ...now, begun: true, revision: told.revision };
    case 'tick':
      return { ...now, begun: true, ticked: { ...now.ticked, [told.item]: told.done } };
    case 'take':
      return now.takeSince === null
        ? { ...now, takeSince: at, takes: now.takes + 1, zero: now.zero ?? at, stopped: [] }
        : now;
    case 'cut':
      return { ...now, takeSince: null };
    case 'mark':
      return {
        ...now,
        marks: now.marks + 1,
        lastMark: { id: told.id, mark: told.mark, says: told.says },
      };
    case 'stage':
      return { ...now, stage: told.name };
    case 'alarm':
      return { ...now, answered: [...now.answered, told.alarm_s] };
    case 'stopped':
      return { ...now, stopped: [...now.stopped, told.device] };
    case 'did':
      return { ...now, stopped: now.stopped.filter((one) => one !== told.device) };
    case 'withdrawn':
      return now.lastMark?.id === told.of ? { ...now, marks: now.marks - 1, lastMark: null } : now;
    case 'end':
      return { ...now, takeSince: null, ended: true };
    default:
      return now;
  }
}

/** The session as this device knows it. */
export function standingOf(
  record: SessionRecord | null,
  onItsWay: readonly Told[],
  ahead = 0,
): Standing {
  return onItsWay.reduce((now, told) => with_(now, told, ahead), record ? heard(record) : NOTHING);
}

/** So long after its begin a session that nobody ended is not gone on with unasked. */
export const STALE_MS = 20 * 3600_000;

/** The last moment that is known of a session: when it is taken to have ended. */
export function lastOf(record: SessionRecord): string {
  const times = [
    record.began,
    ...record.takes.flatMap((one) => [one.start, ...(one.end ? [one.end] : [])]),
    ...[...record.takes.flatMap((one) => one.marks), ...record.marks_between].map((one) => one.at),
    ...[...record.did, ...record.adjusted, ...record.alarms, ...record.notes].map((one) => one.at),
    ...record.stops.map((one) => one.seen_at),
  ];
  return times.reduce((last, one) => (Date.parse(one) > Date.parse(last) ? one : last));
}

export interface Alarm {
  rings_s: number;
  at_s: number;
  till_s: number | null;
}

/** Alarms that are due at a second of the session and were not answered, the first first. */
export function dueAlarms<A extends Alarm>(
  alarms: readonly A[],
  answered: readonly number[],
  seconds: number,
): A[] {
  return alarms.filter((one) => one.rings_s <= seconds && !answered.includes(one.at_s));
}

/** An alarm that a phone could not ring in time counts as late, and as missed once it was too late for its deed. */
const SLEPT_S = 30;

export function cameHow(alarm: Alarm, seconds: number): { came: string; late_s: number } {
  const late = Math.max(0, seconds - alarm.rings_s);
  const missed = alarm.till_s !== null && seconds > alarm.till_s;
  return {
    came: missed ? 'missed' : late > SLEPT_S ? 'late' : 'done',
    late_s: late > SLEPT_S ? Math.round(late) : 0,
  };
}

/** A span as a clock shows it: 1:04:09, or 4:09. */
export function clockOf(seconds: number): string {
  const whole = Math.max(0, Math.floor(seconds));
  const two = (value: number): string => String(value).padStart(2, '0');
  const [h, m, s] = [Math.floor(whole / 3600), Math.floor(whole / 60) % 60, whole % 60];
  return h ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`;
}
