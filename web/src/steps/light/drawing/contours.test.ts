import { describe, expect, it } from 'vitest';
import { bandsOf, stepsBetween } from './contours';

const slope = Array.from({ length: 20 }, (_, index) => index % 5);

describe('contours', () => {
  it('lie where the level is met, the near side at the bottom', () => {
    const [band] = bandsOf(slope, 5, 4, [2], 100, 80);
    const xs = [...(band?.path.matchAll(/[ML](-?[\d.]+) /g) ?? [])].map((found) =>
      Number(found[1]),
    );
    expect(Math.min(...xs)).toBeCloseTo(50, 0);
    expect(Math.max(...xs)).toBe(100);
    const rising = Array.from({ length: 20 }, (_, index) => Math.floor(index / 5));
    const [far] = bandsOf(rising, 5, 4, [2], 100, 80);
    const ys = [...(far?.path.matchAll(/ (-?[\d.]+)/g) ?? [])].map((found) => Number(found[1]));
    expect(Math.max(...ys)).toBeLessThan(41);
    expect(Math.min(...ys)).toBe(0);
  });
  it('are none of a map that is none', () => {
    expect(bandsOf([1, 2], 5, 4, [1], 10, 10)).toEqual([]);
    expect(bandsOf(slope, 5, 4, [9], 10, 10)[0]?.path).toBe('');
  });
  it('have tidy levels', () => {
    expect(stepsBetween(-0.6, 0.55, 0.5)).toEqual([-0.5, 0, 0.5]);
    expect(stepsBetween(1, 0, 0.5)).toEqual([]);
  });
});
