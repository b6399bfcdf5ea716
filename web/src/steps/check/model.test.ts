import { expect, test } from 'vitest';
import type { CheckReport, Plan } from '../../api/types';
import { pathOf, placesOf, readingsOf, tapOf } from './model';

test('places of a picture become a closed path', () => {
  const places = placesOf([
    [0, 0],
    [0.5, 0],
    [0.5, 1],
  ]);
  expect(pathOf(places, 200, 100)).toBe('M0.0 0.0L100.0 0.0L100.0 100.0Z');
  expect(pathOf([], 200, 100)).toBe('');
});

test('a tap is kept with what hung there', () => {
  const tap = {
    frequency_hz: 5.4321,
    rings_s: 0.8765,
    peak_mm: 0.4567,
  } as unknown as CheckReport['tap'];
  expect(tapOf(tap, 612.4, 1234.6)).toEqual({
    frequency_hz: 5.43,
    rings_s: 0.88,
    seen_mm: 0.46,
    reach_mm: 612,
    load_g: 1235,
  });
  expect(tapOf(null, 1, 1)).toBeNull();
  expect(tapOf(tap, null, null)).toMatchObject({ reach_mm: null, load_g: null });
});

test('only lamps that are lit and were read are sent', () => {
  const plan = {
    lights: [
      { id: 'a', lit: true, level_percent: 40 },
      { id: 'b', lit: true, level_percent: null },
      { id: 'c', lit: false, level_percent: 50 },
      { id: 'd', lit: true, level_percent: 10 },
    ],
  } as unknown as Plan;
  expect(readingsOf(plan, { a: 500, b: 0, c: 300, d: null })).toEqual([
    { lamp: 'a', read_lx: 500, level_percent: 40 },
    { lamp: 'b', read_lx: 0, level_percent: 100 },
  ]);
});
