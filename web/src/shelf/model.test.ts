import { describe, expect, it } from 'vitest';
import type { PlanOnShelf } from '../api/types';
import { anotherTitle, dayWords, isSought } from './model';

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
