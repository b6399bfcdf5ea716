import { describe, expect, it } from 'vitest';
import { boxOf, crosses, placeLabels, strokesOf, type Wanted } from './placing';

const SIZE = { width: 400, height: 300 };

const overlap = (one: ReturnType<typeof boxOf>, other: ReturnType<typeof boxOf>): boolean =>
  one.left < other.right &&
  other.left < one.right &&
  one.top < other.bottom &&
  other.top < one.bottom;

describe('placing of labels', () => {
  it('puts a label above its point where nothing is in the way', () => {
    const [place] = placeLabels([{ lines: ['lamp'], x: 200, y: 150 }], [], SIZE);
    expect(place).toEqual({ x: 200, y: 138, anchor: 'middle' });
  });

  it('keeps labels of near points clear of each other', () => {
    const labels: Wanted[] = [0, 8, 16, 24, 32].map((step) => ({
      lines: ['Flat panel, 30 × 30', '94.0 cm over the table'],
      x: 200 + step,
      y: 150 + step,
    }));
    const boxes = placeLabels(labels, [], SIZE).map((place, index) =>
      boxOf(labels[index] as Wanted, place),
    );
    boxes.forEach((box, index) => {
      for (const other of boxes.slice(index + 1)) expect(overlap(box, other)).toBe(false);
    });
  });

  it('stays within the drawing', () => {
    const corners = [
      [2, 2],
      [398, 2],
      [2, 298],
      [398, 298],
    ] as const;
    for (const [x, y] of corners) {
      const label = { lines: ['a name of some length'], x, y };
      const [place] = placeLabels([label], [], SIZE);
      const box = boxOf(label, place as NonNullable<typeof place>);
      expect(Math.min(box.left, box.top)).toBeGreaterThanOrEqual(0);
      expect(box.right).toBeLessThanOrEqual(SIZE.width);
      expect(box.bottom).toBeLessThanOrEqual(SIZE.height);
    }
  });

  it('goes where no line is, if there is such a place', () => {
    const line = { x1: 0, y1: 132, x2: 400, y2: 132 };
    const label = { lines: ['lamp'], x: 200, y: 150 };
    const [place] = placeLabels([label], [line], SIZE);
    expect(crosses(line, boxOf(label, place as NonNullable<typeof place>))).toBe(false);
  });

  it('knows which strokes pass through a box', () => {
    const box = { left: 0, right: 10, top: 0, bottom: 10 };
    expect(crosses({ x1: -5, y1: 5, x2: 15, y2: 5 }, box)).toBe(true);
    expect(crosses({ x1: -5, y1: 12, x2: 15, y2: 12 }, box)).toBe(false);
    expect(crosses({ x1: 2, y1: 2, x2: 3, y2: 3 }, box)).toBe(true);
    expect(crosses({ x1: 20, y1: -10, x2: 20, y2: 20 }, box)).toBe(false);
    expect(crosses({ x1: 12, y1: -4, x2: 20, y2: 4 }, box)).toBe(false);
  });

  it('closes an outline', () => {
    const strokes = strokesOf([
      { x: 0, y: 0 },
      { x: 1, y: 0 },
      { x: 1, y: 1 },
    ]);
    expect(strokes).toHaveLength(3);
    expect(strokes[2]).toEqual({ x1: 1, y1: 1, x2: 0, y2: 0 });
  });
});
