/** What the log sheet reads off the log: where dots lie, how times are said. */
import type { MeasuredRow, Pair, Plan, SessionOfLog, StepId, TakeFound } from '../../api/types';
import { withValue } from '../../domain/plan';
import { exactWords, lengthWords, spanWords, type UnitSystem } from '../../domain/units';

export interface Sought {
  words: string;
  mark: 'good' | 'again' | 'cut here' | 'word' | null;
  stopped: 'yes' | 'no' | null;
  since: string;
  until: string;
}

export const NOTHING_SOUGHT: Sought = {
  words: '',
  mark: null,
  stopped: null,
  since: '',
  until: '',
};

/** Figures that are compared by their ratio. */
const BY_DIFFERENCE = new Set(['support.sag', 'camera.tilt', 'light.evenness']);

/** How far a measurement was from the plain prediction: a share of one, or a difference. */
export const offBy = (pair: Pair): number =>
  BY_DIFFERENCE.has(pair.figure)
    ? pair.measured - pair.plain
    : pair.plain > 0
      ? pair.measured / pair.plain - 1
      : 0;

/** The session whose figure was furthest off what was predicted: there the eye has most to learn. */
export function mostStrayed(pairs: readonly Pair[]): { planId: string; revision: number } | null {
  const most = pairs
    .filter((pair) => pair.plan_id)
    .reduce<Pair | null>(
      (one, pair) => (one && Math.abs(offBy(one)) >= Math.abs(offBy(pair)) ? one : pair),
      null,
    );
  return most && { planId: most.plan_id, revision: most.revision };
}

/** The same of what is learned. */
export const learnedOff = (row: MeasuredRow): { at: number; low: number; high: number } | null => {
  const { learned } = row;
  if (!learned) return null;
  const less = learned.by === 'share' ? 1 : 0;
  return { at: learned.value - less, low: learned.low - less, high: learned.high - less };
};

/** A deviation in words: +3.1 %, −0.8 cm. */
export function offWords(row: MeasuredRow, off: number, system: UnitSystem): string {
  const sign = off < 0 ? '−' : '+';
  const size = Math.abs(off);
  if (!BY_DIFFERENCE.has(row.figure)) return `${sign}${exactWords(100 * size, 1)} %`;
  if (row.figure === 'support.sag') return `${sign}${lengthWords(size, system)}`;
  if (row.figure === 'camera.tilt') return `${sign}${exactWords(size, 1)}°`;
  return `${sign}${exactWords(size, 2)} stops`;
}

const STEPS = [0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];

/** How far the scale of a row reaches to either side: a round figure that holds every dot. */
export function reachOf(row: MeasuredRow): number {
  const band = learnedOff(row);
  const far = Math.max(
    ...row.pairs.map((one) => Math.abs(offBy(one))),
    band ? Math.max(Math.abs(band.low), Math.abs(band.high)) : 0,
    1e-6,
  );
  return STEPS.find((one) => one >= far * 1.05) ?? far * 1.1;
}

export const dayWords = (at: string): string =>
  new Date(at).toLocaleDateString([], { day: 'numeric', month: 'short', year: 'numeric' });

export const hourWords = (at: string): string =>
  new Date(at).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit' });

/** A session in a few words. */
export function sessionWords({ record }: SessionOfLog): string {
  const filmed = record.takes.reduce((sum, one) => sum + (one.seconds ?? 0), 0);
  const lost = record.losses.reduce((sum, one) => sum + one.minutes, 0);
  const count = record.takes.length;
  return [
    `${count} ${count === 1 ? 'take' : 'takes'}`,
    filmed ? `${spanWords(filmed)} filmed` : '',
    lost ? `${spanWords(lost * 60)} lost` : '',
    record.ended ? '' : 'not ended',
  ]
    .filter(Boolean)
    .join(', ');
}

/** What a take was marked with. */
export function marksWords({ take }: TakeFound): string {
  return take.marks
    .map((one) =>
      one.says ? `${one.mark === 'word' ? '' : `${one.mark}: `}${one.says}` : one.mark,
    )
    .join(' · ');
}

/** Where a plan has copies of a thing of the cupboard, and which field of it was learned. */
const FIELD: Partial<Record<MeasuredRow['figure'], string>> = {
  'lens.focal': 'learned_focal_share',
  'support.sag': 'learned_sag_mm',
  'lamp.light': 'learned_light_share',
  'body.battery': 'learned_battery_share',
  'body.bitrate': 'learned_bitrate_share',
  'body.stop': 'learned_stop_share',
};

type Copy = Record<string, unknown>;

/** The copies of a thing in a plan, each with its pointer. */
function copiesOf(plan: Plan, of: string): { at: string; copy: Copy }[] {
  const found: { at: string; copy: Copy | null }[] = [
    ...plan.cameras.flatMap((one, index) => [
      ...(one.body_id === of
        ? [{ at: `/cameras/${index}/body`, copy: one.body as Copy | null }]
        : []),
      ...(one.lens_id === of
        ? [{ at: `/cameras/${index}/lens`, copy: one.lens as Copy | null }]
        : []),
    ]),
    ...plan.supports.flatMap((one, index) =>
      one.gear_id === of ? [{ at: `/supports/${index}/gear`, copy: one.gear as Copy }] : [],
    ),
    ...plan.lights.flatMap((one, index) =>
      one.fixture_id === of ? [{ at: `/lights/${index}/fixture`, copy: one.fixture as Copy }] : [],
    ),
  ];
  return found.filter((one): one is { at: string; copy: Copy } => one.copy !== null);
}

/** What the log says of a figure now, as it goes into a plan; null where nothing does. */
const learnedValue = (row: MeasuredRow): number | null =>
  row.learned?.status === 'sure' ? row.learned.value : null;

/** Whether this plan's copy of a thing says something else than the log: it can be taken, or taken out. */
export function differs(plan: Plan, row: MeasuredRow): 'take' | 'drop' | null {
  const field = FIELD[row.figure];
  const of = row.learned?.of;
  if (!field || !of || !row.corrects) return null;
  const value = learnedValue(row);
  const other = copiesOf(plan, of).some(({ copy }) => (copy[field] ?? null) !== value);
  return other ? (value === null ? 'drop' : 'take') : null;
}

/** The plan with what was learned on its copies of a thing. */
export function withLearned(plan: Plan, row: MeasuredRow): Plan {
  const field = FIELD[row.figure];
  const of = row.learned?.of;
  if (!field || !of) return plan;
  return copiesOf(plan, of).reduce(
    (now, { at }) => withValue(now, `${at}/${field}`, learnedValue(row)),
    plan,
  );
}

/** Mean and spread of how far measurements were off; the spread is null for a single one. */
export function meanOf(pairs: readonly Pair[]): { mean: number; spread: number | null } {
  const offs = pairs.map(offBy);
  const mean = offs.reduce((sum, one) => sum + one, 0) / Math.max(1, offs.length);
  const around = offs.reduce((sum, one) => sum + (one - mean) ** 2, 0);
  return { mean, spread: offs.length > 1 ? Math.sqrt(around / (offs.length - 1)) : null };
}

/** What pairs can be laid out by, beside the thing that they tell of. */
export const GROUPS = [
  { value: 'thing', label: 'by thing' },
  { value: 'lens', label: 'by lens' },
  { value: 'support', label: 'by support' },
  { value: 'lamp', label: 'by lamp' },
  { value: 'camera', label: 'by camera' },
  { value: 'room', label: 'by room' },
  { value: 'plan_title', label: 'by plan' },
] as const;
export type Group = (typeof GROUPS)[number]['value'];

/** The same pairs laid out by another circumstance; those that do not know it are left out. */
export function laidOutBy(rows: readonly MeasuredRow[], by: Group): MeasuredRow[] {
  if (by === 'thing') return [...rows];
  const found = new Map<string, MeasuredRow>();
  for (const row of rows) {
    for (const pair of row.pairs) {
      const name = pair[by];
      if (!name) continue;
      const key = `${row.figure} ${name}`;
      const known = found.get(key);
      if (known) known.pairs = [...known.pairs, pair];
      else {
        found.set(key, {
          ...row,
          of_words: name,
          pairs: [pair],
          says: [],
          learned: null,
          corrects: false,
        });
      }
    }
  }
  return [...found.values()];
}

/** The step whose answer tells what a correction changes. */
export const TOLD_BY: Partial<Record<MeasuredRow['figure'], StepId>> = {
  'lens.focal': 'lens',
  'support.sag': 'hold',
  'lamp.light': 'light',
  'body.battery': 'roll',
  'body.bitrate': 'roll',
  'body.stop': 'roll',
};
