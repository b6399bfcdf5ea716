import { describe, expect, it } from 'vitest';
import { spread } from './spread';

describe('labels are spread', () => {
  it('leaves those apart alone', () => {
    expect(spread([10, 50, 90], 15, 0, 100)).toEqual([10, 50, 90]);
  });

  it('keeps the gap and the order', () => {
    const placed = spread([50, 48, 52, 49], 15, 0, 200);
    const sorted = [...placed].sort((a, b) => a - b);
    for (let i = 1; i < sorted.length; i += 1) {
      expect((sorted[i] ?? 0) - (sorted[i - 1] ?? 0)).toBeGreaterThanOrEqual(15);
    }
    expect(placed.indexOf(Math.min(...placed))).toBe(1);
  });

  it('stays within the ends where there is room', () => {
    const placed = spread([95, 96, 97], 10, 0, 100);
    expect(Math.max(...placed)).toBeLessThanOrEqual(100);
    expect(Math.min(...placed)).toBe(80);
  });
});
