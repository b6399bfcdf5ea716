import { describe, expect, it } from 'vitest';
import type { PlanOnShelf } from '../api/types';
import { anotherTitle, dayWords, isSought, putOnAgain, takenOff } from './model';

const PLAN: PlanOnShelf = {
  id: 'a',
  title: 'Lettering a Map',
  shape: 'page-flat',
  revision: 1,
  changed_at: '2026-11-28T09:00:00Z',
};

describe('a plan is sought', () => {
  it.each([
    ['', true],
    ['map', true],
    ['MAP let', true],
    ['canvas map', true],
    ['pot', false],
    ['map pot', false],
    ['  ', true],
  ])('by “%s”: %s', (words, found) => {
    expect(isSought(PLAN, 'Page or canvas lying flat', words)).toBe(found);
  });
});

it('a copy and a rig for another table are called so, and fit a title', () => {
  expect(anotherTitle('Map', 'all')).toBe('Map, a copy');
  expect(anotherTitle('Map', 'rig')).toBe('Map, at another table');
  expect(anotherTitle('x'.repeat(400), 'rig').length).toBeLessThan(120);
});

it('a day is said with its weekday', () => {
  expect(dayWords('2026-12-01')).toMatch(/Tuesday|Dienstag/);
});

it('a plan leaves the shelf and returns to its place, as the server will have it', () => {
  const older = { ...PLAN, id: 'b', changed_at: '2026-11-27T09:00:00Z' };
  const shelf = { plans: [PLAN, older], removed: [] };
  const without = takenOff(shelf, 'a');
  expect(without).toEqual({ plans: [older], removed: [PLAN] });
  expect(takenOff(without, 'a')).toEqual(without);
  expect(putOnAgain(without, 'a')).toEqual(shelf);
  expect(putOnAgain(shelf, 'no-such')).toEqual(shelf);
});
