import { describe, expect, it, test } from 'vitest';
import { washOfDepth } from '../../drawing/dome/shades';
import { labelPlaces } from './model';

test('paper where hardly a shadow is left, more ink the deeper it is', () => {
  expect(washOfDepth(0.3)).toBe(0);
  const inks = [0.3, 0.5, 0.7, 0.9, 1.2, 2, 4].map(washOfDepth);
  expect([...inks].sort((a, b) => a - b)).toEqual(inks);
  expect(new Set(inks).size).toBe(inks.length);
});

describe('the labels of lamps', () => {
  const half = 215;

  it('stand outward beside them where they fit', () => {
    expect(labelPlaces([{ x: 60, y: 0, width: 80 }], [], half)[0]).toMatchObject({
      x: 22,
      anchor: 'start',
    });
    expect(labelPlaces([{ x: -60, y: 0, width: 80 }], [], half)[0]).toMatchObject({
      x: -22,
      anchor: 'end',
    });
  });

  it('never stick out of what there is room for', () => {
    for (const x of [-190, -150, -60, 0, 60, 150, 190]) {
      const [place] = labelPlaces([{ x, y: -50, width: 150 }], [], half);
      const shift = { start: 75, middle: 0, end: -75 }[place?.anchor ?? 'middle'];
      expect(Math.abs(x + (place?.x ?? 0) + shift) + 75).toBeLessThanOrEqual(half);
    }
  });

  it('give way to a sign and to each other', () => {
    const lamp = { x: -86, y: -70, width: 126 };
    const [free] = labelPlaces([lamp], [], half);
    expect(free?.y).toBe(-20);
    const [moved] = labelPlaces([lamp], [{ x: -52, y: -94 }], half);
    expect(moved?.y).toBe(32);
    const near = [
      { x: 10, y: -40, width: 120 },
      { x: 30, y: -40, width: 120 },
    ];
    const [first, second] = labelPlaces(near, [], half);
    expect([first?.x, first?.y]).not.toEqual([second?.x, second?.y]);
  });

  it('take the least evil where there is no room at all', () => {
    expect(labelPlaces([{ x: 0, y: 0, width: 900 }], [], half)).toHaveLength(1);
  });
});
