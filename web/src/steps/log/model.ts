/** What the log sheet reads off the log: where dots lie, how times are said. */
import type {
  Figure,
  MeasuredRow,
  Pair,
  Piece,
  Plan,
  SessionOfLog,
  StepId,
  TakeFound,
} from '../../api/types';
import { valueAt, withValue } from '../../domain/plan';
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
    record.set_up_min ? `set up in ${spanWords(record.set_up_min * 60)}` : '',
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

/** Where a plan itself keeps what was learned of its room or its maker. */
const PLAN_FIELD: Partial<Record<MeasuredRow['figure'], string>> = {
  'room.daylight': '/room/learned_daylight_share',
  'maker.set-up': '/maker/learned_set_up_share',
};

/** A room's name as the id that the log knows it by. */
export const roomRef = (name: string): string =>
  name
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40);

/** Whether what was learned of a room is of the room of this plan; of the maker it always is. */
const isOfPlan = (plan: Plan, row: MeasuredRow): boolean =>
  row.figure !== 'room.daylight' ||
  (plan.room.name !== null && roomRef(plan.room.name) === row.learned?.of);

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

/** Every place of a plan that keeps what a row teaches, and what stands there. */
function placesOf(plan: Plan, row: MeasuredRow): { at: string; known: unknown }[] {
  const own = PLAN_FIELD[row.figure];
  if (own) return isOfPlan(plan, row) ? [{ at: own, known: valueAt(plan, own) ?? null }] : [];
  const field = FIELD[row.figure];
  const of = row.learned?.of;
  if (!field || !of || !row.corrects) return [];
  return copiesOf(plan, of).map(({ at, copy }) => ({
    at: `${at}/${field}`,
    known: copy[field] ?? null,
  }));
}

/** Whether a figure goes with a thing of the cupboard into every plan that takes it. */
export const goesAlong = (row: MeasuredRow): boolean => FIELD[row.figure] !== undefined;

/** What the log says of a figure now, as it goes into a plan; null where nothing does. */
const learnedValue = (row: MeasuredRow): number | null =>
  row.learned?.status === 'sure' ? row.learned.value : null;

/** Whether this plan's copy of a thing says something else than the log: it can be taken, or taken out. */
export function differs(plan: Plan, row: MeasuredRow): 'take' | 'drop' | null {
  const value = learnedValue(row);
  const other = placesOf(plan, row).some(({ known }) => known !== value);
  return other ? (value === null ? 'drop' : 'take') : null;
}

/** The plan with what was learned on its copies of a thing. */
export function withLearned(plan: Plan, row: MeasuredRow): Plan {
  return placesOf(plan, row).reduce((now, { at }) => withValue(now, at, learnedValue(row)), plan);
}

/** Figures of light that a correction changes, as they are told. */
const LIGHT_TOLD = ['light.illuminance', 'light.iso', 'light.even_ninths'];

/** What becomes of some figures: each that changes, before and after. */
export function changesOf(before: readonly Figure[], after: readonly Figure[]): Piece[] {
  const words = (text: string): Piece => ({ text, quantity: null, figure: null, field: null });
  const told = LIGHT_TOLD.flatMap((key) => {
    const [was, now] = [before, after].map((one) => one.find((each) => each.key === key));
    if (!was || !now || was.quantity.value === now.quantity.value) return [];
    return [{ title: now.title, was: was.quantity, now: now.quantity }];
  });
  return told.flatMap(({ title, was, now }, index) => [
    words(`${index ? '; ' : ''}${title} `),
    { ...words(''), quantity: now },
    words(' in place of '),
    { ...words(''), quantity: was },
  ]);
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
  'room.daylight': 'light',
  'lens.focal': 'lens',
  'support.sag': 'hold',
  'lamp.light': 'light',
  'body.battery': 'roll',
  'body.bitrate': 'roll',
  'body.stop': 'roll',
};
