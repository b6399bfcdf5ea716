/** What the rig sheet reads off an outcome: words for what a rig is best for, and what a part of it is called. */
import type {
  BoardThing,
  GearKind,
  RigKind,
  RigOffer,
  StepId,
  Thing,
  Verdict,
  WithIt,
} from '../../api/types';

const KINDS: Record<RigKind, string> = {
  'all round': 'Best all round',
  'best picture': 'Best picture',
  'fewest things': 'Fewest things',
  'least room': 'Least room and time',
};

const LAMPS = ['no lamp', 'one lamp', 'two lamps', 'three lamps'];
const lit = (offer: RigOffer): number => offer.plan.lights.filter((one) => one.lit).length;
const held = (offer: RigOffer): string =>
  offer.plan.supports.map((one) => one.gear.name).join(', ');
const filmed = (offer: RigOffer): string =>
  offer.plan.cameras.map((one) => one.body?.name ?? '').join(', ');

/** What a rig is best for; of one that is best for nothing, in what it differs from the first. */
export function titleOf(offer: RigOffer, first: RigOffer): string {
  const [best, ...more] = offer.best_for;
  if (best) {
    if (more.length === Object.keys(KINDS).length - 1) return 'Best in everything';
    return [KINDS[best], ...more.map((kind) => KINDS[kind].toLowerCase())].join(', ');
  }
  if (held(offer) !== held(first)) return held(offer) ? `On ${held(offer)}` : 'Held by nothing yet';
  if (filmed(offer) !== filmed(first)) return `With ${filmed(offer)}`;
  if (lit(offer) !== lit(first)) return `Under ${LAMPS[lit(offer)] ?? `${lit(offer)} lamps`}`;
  return 'With other things';
}

export const PARTS: readonly { part: string; words: string }[] = [
  { part: 'camera', words: 'camera and what holds it' },
  { part: 'light', words: 'the lamps' },
  { part: 'sound', words: 'the microphones' },
  { part: 'session', words: 'power and cards' },
];

/** The parts of an offer that change something, where there is more than one. */
export function partsOf(offer: RigOffer): { part: string; words: string }[] {
  const there = PARTS.filter((one) => offer.parts[one.part]?.length);
  return there.length > 1 ? there : [];
}

/** The things of a rig in a few words: what is there twice is counted. */
export function thingsWords(offer: RigOffer): string {
  const counts = new Map<string, number>();
  for (const one of offer.needs) {
    const name = one.owned ? one.name : `${one.name} (to get)`;
    counts.set(name, (counts.get(name) ?? 0) + 1);
  }
  return [...counts].map(([name, count]) => (count > 1 ? `${count} × ${name}` : name)).join(' · ');
}

/** The notes that stay open, the gravest first, and how many more there are. */
export const OPEN_SHOWN = 4;

export interface BothMarks {
  step: StepId;
  before: Verdict | null;
  after: Verdict | null;
}

/** How each step stands now and with one more thing, in the order of the steps. */
export function bothMarks(found: WithIt): BothMarks[] {
  const of = (marks: WithIt['marks_before'], step: StepId): Verdict | null =>
    marks.find((one) => one.step === step)?.verdict ?? null;
  const steps = [...found.marks_before, ...found.marks_after].map((one) => one.step);
  return [...new Set(steps)].map((step) => ({
    step,
    before: of(found.marks_before, step),
    after: of(found.marks_after, step),
  }));
}

/** A thing that can be put to a plan: of the board, or one that is considered. */
export interface ThingToTry {
  id: string;
  group: string;
  name: string;
  kind: GearKind;
  figures: BoardThing['figures'];
}

/** What can be tried: what is considered first, then the board. */
export function thingsToTry(
  considered: readonly Thing[],
  board: readonly BoardThing[],
): ThingToTry[] {
  return [
    ...considered.map((one) => ({ ...one, group: 'considered' })),
    ...board.map((one) => ({ ...one, group: one.subject })),
  ].map(({ id, group, name, kind, figures }) => ({ id, group, name, kind, figures }));
}

interface Choice {
  value: string;
  label: string;
}

/** The same to choose from, by group. */
export function choicesOf(
  things: readonly ThingToTry[],
): (Choice | { group: string; items: Choice[] })[] {
  const groups = [...new Set(things.map((one) => one.group))];
  return [
    { value: '', label: 'choose a thing' },
    ...groups.map((group) => ({
      group,
      items: things
        .filter((one) => one.group === group)
        .map((one) => ({ value: one.id, label: one.name })),
    })),
  ];
}
