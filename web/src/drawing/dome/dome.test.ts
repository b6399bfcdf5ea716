import { expect, test } from 'vitest';
import { onDome, placeOf, reader, washOf, wayAt } from './dome';

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
