/** Reading and changing a plan by JSON pointers. Plans are never changed in place. */
import type { Change, Finding, Plan } from '../api/types';

/** A device of which nothing is said yet: what it records on, and what it runs on. */
export const NOTHING_STORED = { medium: null, spare_media: null };
export const USUAL_SUPPLY = { by: null, bank: null, spare_batteries: null };

type Node = Record<string, unknown> | unknown[];

const steps = (pointer: string): string[] => pointer.replace(/^\//, '').split('/');

/** What stands at a pointer; undefined where it leads nowhere. */
export function valueAt(plan: Plan, pointer: string): unknown {
  return steps(pointer).reduce<unknown>(
    (node, step) =>
      node !== null && typeof node === 'object'
        ? (node as Record<string, unknown>)[step]
        : undefined,
    plan,
  );
}

function put(node: unknown, path: string[], value: unknown): unknown {
  const [step, ...rest] = path;
  if (step === undefined) return value;
  if (Array.isArray(node)) {
    return node.map((one, index) => (String(index) === step ? put(one, rest, value) : one));
  }
  const record = (node ?? {}) as Record<string, unknown>;
  return { ...record, [step]: put(record[step], rest, value) };
}

/** A new plan with `value` at a pointer. */
export function withValue(plan: Plan, pointer: string, value: unknown): Plan {
  return put(plan as unknown as Node, steps(pointer), value) as Plan;
}

/** A new plan with every change made. */
export function withChanges(plan: Plan, changes: readonly Change[]): Plan {
  return changes.reduce((now, change) => withValue(now, change.path, change.value), plan);
}

/** A new plan whose list at a pointer has another entry in place `index`; the same plan if it has none. */
export function withEntry(plan: Plan, pointer: string, index: number, change: object): Plan {
  const list = valueAt(plan, pointer);
  if (!Array.isArray(list) || !(index in list)) return plan;
  return withValue(plan, `${pointer}/${index}`, { ...list[index], ...change });
}

/** A new plan with one more entry at the end of a list. */
export function withNewEntry(plan: Plan, pointer: string, entry: object): Plan {
  const list = valueAt(plan, pointer);
  return withValue(plan, pointer, [...(Array.isArray(list) ? list : []), entry]);
}

/** A new plan without one entry of a list. */
export function withoutEntry(plan: Plan, pointer: string, index: number): Plan {
  const list = valueAt(plan, pointer);
  if (!Array.isArray(list)) return plan;
  const rest = withValue(
    plan,
    pointer,
    list.filter((_, at) => at !== index),
  );
  if (pointer === '/lights') return withoutLamp(rest, plan.lights[index]?.id);
  if (pointer === '/mics') return withoutMic(rest, plan.mics[index]?.id);
  return rest;
}

/** Nothing names a microphone that is gone, and nobody gets up for it. */
const withoutMic = (plan: Plan, id: string | undefined): Plan => ({
  ...withoutHandling(plan, 'microphone', id),
  sound: { ...plan.sound, main: plan.sound.main === id ? null : plan.sound.main },
});

/** Set-ups do not name a lamp that is gone, and nobody gets up for it. */
const withoutLamp = (plan: Plan, id: string | undefined): Plan => ({
  ...withoutFed(withoutHandling(plan, 'lamp', id), 'lamp', id),
  setups: plan.setups.map((one) => ({
    ...one,
    lights: one.lights?.filter((name) => name !== id) ?? null,
  })),
});

/** The plan in which nothing that is gone hangs on a lead or records a microphone. */
export const withoutFed = (
  plan: Plan,
  kind: 'camera' | 'recorder' | 'lamp',
  id: string | undefined,
): Plan => ({
  ...plan,
  leads: plan.leads.map((one) => ({
    ...one,
    feeds: one.feeds.filter((fed) => fed.kind !== kind || fed.id !== id),
  })),
  mics: plan.mics.map((one) => ({
    ...one,
    into: one.into?.kind === kind && one.into.id === id ? null : one.into,
    camera: kind === 'camera' && one.camera === id ? null : one.camera,
  })),
});

/** The session without what is done at a device that is gone. */
export const withoutHandling = (
  plan: Plan,
  kind: 'camera' | 'recorder' | 'lamp' | 'microphone',
  id: string | undefined,
): Plan => ({
  ...plan,
  session: {
    ...plan.session,
    main: kind === 'camera' && plan.session.main === id ? null : plan.session.main,
    handling: plan.session.handling.filter((one) => one.kind !== kind || one.device !== id),
  },
});

/** A new plan in which something to watch is accepted for a reason, or no longer is. */
export function withAcceptance(
  plan: Plan,
  { code, about }: Pick<Finding, 'code' | 'about'>,
  reason: string | null,
): Plan {
  const others = plan.accepted.filter((one) => one.finding !== code || one.about !== about);
  const accepted = reason === null ? others : [...others, { finding: code, about, reason }];
  return { ...plan, accepted };
}

/** Whether two plans say the same. */
export function samePlan(one: Plan, other: Plan): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
