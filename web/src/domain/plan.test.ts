import { describe, expect, it } from 'vitest';
import type { Plan } from '../api/types';
import {
  samePlan,
  valueAt,
  withChanges,
  withEntry,
  withNewEntry,
  withoutEntry,
  withValue,
} from './plan';

const plan = {
  title: 'A plan',
  table: { width_mm: 1400 },
  cameras: [{ id: 'overhead', position: { z_mm: null } }],
} as unknown as Plan;

describe('plans by pointer', () => {
  it('reads a value, and undefined where there is none', () => {
    expect(valueAt(plan, '/table/width_mm')).toBe(1400);
    expect(valueAt(plan, '/cameras/0/position/z_mm')).toBeNull();
    expect(valueAt(plan, '/cameras/3/position')).toBeUndefined();
  });

  it('changes a copy and leaves the plan alone', () => {
    const next = withValue(plan, '/cameras/0/position/z_mm', 740);
    expect(valueAt(next, '/cameras/0/position/z_mm')).toBe(740);
    expect(valueAt(plan, '/cameras/0/position/z_mm')).toBeNull();
    expect(next.table).toBe(plan.table);
  });

  it('edits a list entry by entry, and leaves a list alone that has no such entry', () => {
    const two = withNewEntry(withNewEntry(plan, '/work/items', { name: 'a' }), '/work/items', {
      name: 'b',
    });
    expect(valueAt(two, '/work/items')).toEqual([{ name: 'a' }, { name: 'b' }]);
    const moved = withEntry(two, '/work/items', 1, { x_mm: 5 });
    expect(valueAt(moved, '/work/items/1')).toEqual({ name: 'b', x_mm: 5 });
    const one = withoutEntry(moved, '/work/items', 1);
    expect(valueAt(one, '/work/items')).toEqual([{ name: 'a' }]);
    expect(withEntry(one, '/work/items', 1, { x_mm: 9 })).toBe(one);
    expect(withoutEntry(plan, '/room/obstacles', 0)).toBe(plan);
  });

  it('makes changes in order', () => {
    const next = withChanges(plan, [
      { op: 'replace', path: '/title', value: 'B' },
      { op: 'replace', path: '/title', value: 'C' },
    ]);
    expect(next.title).toBe('C');
    expect(samePlan(next, plan)).toBe(false);
    expect(samePlan(withValue(next, '/title', 'A plan'), plan)).toBe(true);
  });
});
