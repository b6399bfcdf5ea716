import { describe, expect, it, test } from 'vitest';
import { labelPlaces, onDome, placeOf, reader, washOf, washOfDepth, wayAt } from './model';

test('a direction and its place on the dome are one', () => {
  for (const way of [
    { azimuth: 330, elevation: 50 },
    { azimuth: 90, elevation: 20 },
    { azimuth: 200, elevation: 80 },
  ]) {
    const { x, y } = onDome(way, 250);
    const back = wayAt(x, y, 250);
    expect(back.azimuth).toBeCloseTo(way.azimuth);
    expect(back.elevation).toBeCloseTo(way.elevation);
  }
  expect(onDome({ azimuth: 0, elevation: 10 }, 100).y).toBeCloseTo(-100);
  expect(wayAt(500, 0, 100)).toEqual({ azimuth: 90, elevation: 10 });
});

test('twelve o’clock is away from the maker, three to the right', () => {
  const middle = { x: 10, y: 20, z: 0 };
  expect(placeOf(middle, { azimuth: 0, elevation: 0 }, 100).y).toBeCloseTo(120);
  expect(placeOf(middle, { azimuth: 90, elevation: 0 }, 100).x).toBeCloseTo(110);
  expect(placeOf(middle, { azimuth: 45, elevation: 90 }, 100).z).toBeCloseTo(100);
});

test('between the directions looked at, figures run evenly, and round the circle', () => {
  const looked = [0, 90, 180, 270].flatMap((azimuth_deg) =>
    [20, 60].map((elevation_deg) => ({ azimuth_deg, elevation_deg })),
  );
  const read = reader(looked, (one) => one.azimuth_deg + one.elevation_deg);
  expect(read({ azimuth: 90, elevation: 20 })).toBeCloseTo(110);
  expect(read({ azimuth: 45, elevation: 40 })).toBeCloseTo(85);
  expect(read({ azimuth: 315, elevation: 20 })).toBeCloseTo(155);
  expect(read({ azimuth: 0, elevation: 85 })).toBeCloseTo(60);
  expect(reader([], () => 1)({ azimuth: 0, elevation: 0 })).toBe(0);
});

test('paper where all the light arrives, more ink the less does', () => {
  expect(washOf(0.99)).toBe(0);
  const inks = [0.99, 0.95, 0.9, 0.8, 0.65, 0.4, 0.1].map(washOf);
  expect([...inks].sort((a, b) => a - b)).toEqual(inks);
});

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
