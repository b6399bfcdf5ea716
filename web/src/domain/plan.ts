/** Reading and changing a plan by JSON pointers. Plans are never changed in place. */
import type { Change, Plan } from '../api/types';

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

/** Whether two plans say the same. */
export function samePlan(one: Plan, other: Plan): boolean {
  return JSON.stringify(one) === JSON.stringify(other);
}
