import { describe, expect, it } from 'vitest';
import type { Plan } from '../api/types';
import { samePlan, valueAt, withChanges, withValue } from './plan';

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
