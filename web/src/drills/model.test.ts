import { describe, expect, it } from 'vitest';
import type { DrillAnswer, DrillInfo, DrillScene, Told } from '../api/types';
import {
  courseOf,
  firstGuess,
  isMade,
  leftWords,
  marksOf,
  onRule,
  outcomeWords,
  sparkOf,
  standWords,
  stepOf,
} from './model';

const SCENE = { low: 100, high: 900 } as unknown as DrillScene;
const told = (more: Partial<Told>): Told => ({
  kind: 'lens-height',
  at: '2026-11-28T09:00:00Z',
  guess: [700],
  truth: [800],
  error: 100,
  fair: 32,
  unit: 'mm',
  grade: 'again',
  difficulty: 2,
  plan_id: null,
  ...more,
});
const answer = (more: Partial<Told>): DrillAnswer =>
  ({ told: told(more) }) as unknown as DrillAnswer;

describe('a guess', () => {
  it('begins in the middle of what is possible, or nowhere', () => {
    expect(firstGuess('height', SCENE)).toEqual([500]);
    expect(firstGuess('place', SCENE)).toEqual([0, 0]);
    expect(firstGuess('way', SCENE)).toHaveLength(2);
    expect(firstGuess('turn', SCENE)).toEqual([0]);
    expect(isMade('picture', firstGuess('picture', SCENE))).toBe(false);
    expect(isMade('choice', [1])).toBe(true);
    expect(isMade('rule', [12])).toBe(true);
  });
  it('goes in steps that a hand can make, and stays on its rule', () => {
    expect(stepOf('g', 'cm', false)).toBe(100);
    expect(stepOf('minutes', 'cm', true)).toBe(10);
    expect(stepOf('mm', 'cm', false)).toBe(10);
    expect(onRule(1234, 100, 0, 12_000)).toBe(1200);
    expect(onRule(-50, 100, 0, 12_000)).toBe(0);
    expect(onRule(13_000, 100, 0, 12_000)).toBe(12_000);
  });
});

describe('a rule', () => {
  it.each([
    [0, 360],
    [16, 50],
    [0, 12_000],
    [-12, 12],
    [50, 3000],
  ])('from %d to %d has a handful of round marks within its ends', (low, high) => {
    const marks = marksOf(low, high);
    expect(marks.length).toBeGreaterThanOrEqual(4);
    expect(marks.length).toBeLessThanOrEqual(12);
    expect(Math.min(...marks)).toBeGreaterThanOrEqual(low);
    expect(Math.max(...marks)).toBeLessThanOrEqual(high);
  });
  it('of no length has one mark', () => expect(marksOf(5, 5)).toEqual([5]));
});

describe('what came of a guess', () => {
  it('is said in the unit of the thing, without praise or blame', () => {
    expect(outcomeWords('height', answer({}), 'cm')).toBe(
      'It is 80.0 cm; the guess was 10.0 cm below it.',
    );
    expect(
      outcomeWords('rule', answer({ unit: 'g', truth: [4500], guess: [6000], error: 1500 }), 'cm'),
    ).toBe('It is 4.5 kg; the guess was 1.5 kg more.');
    expect(
      outcomeWords(
        'rule',
        answer({ unit: 'mm_exact', truth: [13.089], guess: [15], error: 1.911 }),
        'cm',
      ),
    ).toBe('It is 13.1 mm; the guess was 1.9 mm more.');
    expect(
      outcomeWords('turn', answer({ unit: 'deg', truth: [-3], guess: [0], error: 3 }), 'cm'),
    ).toBe('It is -3°; the guess was 3° off.');
    expect(outcomeWords('place', answer({ truth: [0, 0], guess: [30, 40], error: 50 }), 'cm')).toBe(
      '5.0 cm from the nearest right place.',
    );
    expect(
      outcomeWords('picture', answer({ unit: 'count', truth: [2], guess: [1], error: 1 }), 'cm'),
    ).toBe('It is number 3, not 2.');
    expect(
      outcomeWords('picture', answer({ unit: 'count', truth: [2], guess: [2], error: 0 }), 'cm'),
    ).toBe('It is number 3.');
    expect(outcomeWords('choice', answer({ truth: [] }), 'cm')).toContain('each gains');
  });
});

describe('a course', () => {
  it('is the errors by what a practised eye is off; a choice is none', () => {
    const course = [
      told({}),
      told({ error: 16 }),
      told({ truth: [] }),
      told({ unit: 'count', error: 1 }),
    ];
    expect(courseOf(course)).toEqual([100 / 32, 0.5, 2]);
  });
  it('is drawn from two guesses on, and never leaves its place', () => {
    expect(sparkOf([1], 120, 28)).toBe('');
    const drawn = sparkOf([9, 4, 1, 0.2], 120, 28);
    const numbers = drawn.match(/-?[\d.]+/g)?.map(Number) ?? [];
    expect(drawn.startsWith('M 0.0')).toBe(true);
    expect(Math.max(...numbers)).toBeLessThanOrEqual(120);
    expect(Math.min(...numbers)).toBeGreaterThanOrEqual(0);
  });
});

it('how drills stand is said in one line', () => {
  const info = (due_at: string | null, is_due: boolean): DrillInfo =>
    ({ state: { due_at, is_due } }) as unknown as DrillInfo;
  expect(standWords([info(null, true)])).toContain('then the ink appears');
  expect(standWords([info('2026-11-28', true), info(null, true)])).toBe('One drill is due again.');
  expect(standWords([info('2026-11-28', true), info('2026-11-28', true)])).toBe(
    '2 drills are due again.',
  );
  expect(standWords([info('2026-12-28', false), info(null, true)])).toContain(
    'one drill was never tried',
  );
  expect(standWords([info('2026-12-28', false)])).toContain('One more does no harm');
});

it('what is left of five minutes', () => {
  expect(leftWords(300)).toBe('5:00');
  expect(leftWords(59.4)).toBe('0:59');
  expect(leftWords(0)).toBe('0:00');
});
