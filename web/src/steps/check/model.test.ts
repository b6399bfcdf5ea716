import { describe, expect, it, test } from 'vitest';
import type { CheckReport, Plan } from '../../api/types';
import {
  clockOf,
  daylightReadingOf,
  hasDaylight,
  NO_DAYLIGHT_READ,
  pathOf,
  placesOf,
  readingsOf,
  tapOf,
} from './model';

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

describe('the daylight by the meter', () => {
  const room = (closed: boolean, daylight: object | null) =>
    ({ room: { daylight, windows: [{ closed }] } }) as unknown as Plan;

  it('is asked for where a window is open and the day is known', () => {
    expect(hasDaylight(room(false, {}))).toBe(true);
    expect(hasDaylight(room(true, {}))).toBe(false);
    expect(hasDaylight(room(false, null))).toBe(false);
  });
  it('goes to the core as it was typed', () => {
    const open = room(false, {});
    expect(daylightReadingOf(open, NO_DAYLIGHT_READ)).toBeNull();
    expect(daylightReadingOf(open, { lux: 300, at: '09:30' })).toEqual({
      read_lx: 300,
      at: '09:30',
    });
    expect(daylightReadingOf(open, { lux: 0, at: null })).toEqual({ read_lx: 0, at: null });
    expect(daylightReadingOf(open, { lux: Number.NaN, at: null })).toBeNull();
    expect(daylightReadingOf(room(true, {}), { lux: 300, at: null })).toBeNull();
  });
  it.each([
    ['9:5', '09:05'],
    [' 14.30 ', '14:30'],
    ['7h15', '07:15'],
    ['', null],
    ['24:00', undefined],
    ['12:60', undefined],
    ['noon', undefined],
  ])('reads the time %s', (typed, at) => {
    expect(clockOf(typed)).toBe(at);
  });
});
