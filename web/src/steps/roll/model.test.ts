import { describe, expect, it } from 'vitest';
import type { Plan, RollDrawing } from '../../api/types';
import {
  clockWords,
  deedWords,
  hangingOn,
  inLines,
  marksOf,
  momentSays,
  nextAlarm,
  onMains,
} from './model';

const string = (name: string, pieces: [number, number][]) => ({
  key: `camera/${name}`,
  kind: 'camera' as const,
  id: name,
  name: `the ${name} camera`,
  at: 'cameras/0',
  gear: 'a camera',
  feeds_on: 'battery',
  windows: [{ start_s: 0, end_s: 7200 }],
  pieces: pieces.map(([start_s, end_s]) => ({
    start_s,
    end_s,
    why: 'end' as const,
    files: [],
    left_before: 1,
    left_after: 0.5,
  })),
  stops: [],
  risks: [],
  knots: [],
  limits: [],
  unknown: [],
  size_bytes: null,
});

const DRAWING: RollDrawing = {
  length_s: 7200,
  begins: '2026-03-01T18:30:00',
  breaks: [{ name: 'the dough rests', start_s: 1800, end_s: 2400 }],
  stages: [],
  strings: [string('overhead', [[0, 7200]]), string('face', [[0, 1740]])],
  alarms: [
    { rings_s: 1560, at_s: 1680, till_s: 1740, key: 'camera/face', says: [] },
    { rings_s: 3000, at_s: 3120, till_s: null, key: 'camera/face', says: [] },
  ],
  rolling: [],
  bare: [],
  missed: [],
  banks: [],
  stage_rows: [],
  lapse: '',
};

describe('a moment of a session', () => {
  it('says what runs, what does not, and what the work is at', () => {
    expect(momentSays(DRAWING, 600)).toBe('0:10 (18:40): 2 of 2 running');
    expect(momentSays(DRAWING, 2000)).toBe(
      '0:33:20 (19:03): 1 of 2 running · not face · the dough rests',
    );
  });

  it('has a time by the clock only where the session has an hour', () => {
    expect(clockWords(DRAWING, 6 * 3600)).toBe('00:30');
    expect(clockWords({ ...DRAWING, begins: '' }, 600)).toBe('');
  });

  it('knows the alarm that comes next', () => {
    expect(nextAlarm(DRAWING.alarms, 0)?.at_s).toBe(1680);
    expect(nextAlarm(DRAWING.alarms, 1800)?.at_s).toBe(3120);
    expect(nextAlarm(DRAWING.alarms, 4000)).toBeUndefined();
  });

  it('has marks that do not crowd', () => {
    expect(marksOf(7200, 480)).toEqual([0, 900, 1800, 2700, 3600, 4500, 5400, 6300, 7200]);
    expect(marksOf(600, 480).length).toBeLessThan(12);
  });

  it('breaks a name between words, in two lines at most', () => {
    expect(inLines('overhead', 12)).toEqual(['overhead']);
    expect(inLines('Two-channel recorder', 15)).toEqual(['Two-channel', 'recorder']);
    expect(inLines('a very long name of a thing', 9)).toEqual(['a very', 'long name …']);
  });

  it('says what is done in a few words, in any order', () => {
    expect(deedWords(['card', 'battery'])).toBe('change both');
    expect(deedWords(['restart'])).toBe('stop and start');
  });
});

it('tells what may hang on a mains lead, and what does', () => {
  const plan = {
    lights: [{ id: 'soft', fixture: { name: 'Soft square' } }],
    cameras: [{ id: 'side' }],
    recorders: [],
  } as unknown as Plan;
  const found = onMains(plan, ['low side']);
  expect(found.map((one) => one.name)).toEqual(['Soft square', 'low side camera']);
  const lead = {
    id: 'x',
    feeds: [{ kind: 'lamp', id: 'soft' }],
  } as unknown as Plan['leads'][number];
  expect(found.map((one) => hangingOn(lead, one))).toEqual([true, false]);
});
