import { describe, expect, it } from 'vitest';
import { fitWindow } from './scale';

const window = { left: -100, right: 300, low: -50, high: 150 };

describe('a window of the world fits its drawing', () => {
  it('is true to scale, up is up, and nothing sticks out', () => {
    const area = { left: 10, top: 20, width: 500, height: 120 };
    const scale = fitWindow(window, area);
    expect(scale.s).toBeCloseTo(0.6);
    expect(scale.x(300) - scale.x(-100)).toBeCloseTo(400 * scale.s);
    expect(scale.y(-50) - scale.y(150)).toBeCloseTo(200 * scale.s);
    expect(scale.y(150)).toBeCloseTo(area.top);
    expect(scale.x(-100)).toBeGreaterThanOrEqual(area.left);
    expect(scale.x(300)).toBeLessThanOrEqual(area.left + area.width);
  });

  it('stands in the middle or at the left', () => {
    const area = { left: 0, top: 0, width: 600, height: 100 };
    expect(fitWindow(window, area).x(100)).toBeCloseTo(300);
    expect(fitWindow(window, area, 'left').x(-100)).toBeCloseTo(0);
  });
});
