import { describe, expect, it } from 'vitest';
import { leanAt } from './lean';

const hip = { y: -400, z: -200 };
const head = { y: -200, z: 400 };

describe('the head drawn in the side view', () => {
  it('keeps its lean where it is', () => {
    expect(leanAt(hip, head, 15, head)).toBe(15);
  });

  it('leans more when drawn over the work and less when drawn back, within what a body does', () => {
    expect(leanAt(hip, head, 15, { y: -80, z: 360 })).toBeGreaterThan(20);
    expect(leanAt(hip, head, 15, { y: -320, z: 430 })).toBeLessThan(10);
    expect(leanAt(hip, head, 15, { y: -900, z: 300 })).toBe(0);
    expect(leanAt(hip, head, 15, { y: 900, z: -150 })).toBe(60);
  });
});
