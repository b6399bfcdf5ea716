import { describe, expect, it } from 'vitest';
import type { Assumption, Plan } from '../api/types';
import { learnedOf, learnedOn } from './LearnedHere';

const noted = (field: string, learned = true): Assumption => ({
  field,
  words: field,
  quantity: null,
  text: '',
  why: '',
  learned,
});

describe('what the log has learned', () => {
  const every = [
    noted('/cameras/0/lens/learned_focal_share'),
    noted('/cameras/1/lens/learned_focal_share'),
    noted('/supports/0/gear/learned_sag_mm'),
    noted('/room/learned_daylight_share'),
    noted('/lights/0/fixture/learned_light_share'),
    noted('/cameras/0/body/learned_battery_share'),
    noted('/table/height_mm', false),
  ];
  const on = (step: string): string[] => learnedOn(every, step).map((one) => one.field);

  it('stands on the sheet whose figures rest on it', () => {
    expect(on('lens')).toHaveLength(2);
    expect(on('hold')).toEqual(['/supports/0/gear/learned_sag_mm']);
    expect(on('light')).toEqual([
      '/room/learned_daylight_share',
      '/lights/0/fixture/learned_light_share',
    ]);
    expect(on('roll')).toEqual(['/cameras/0/body/learned_battery_share']);
    expect(on('work')).toEqual([]);
    expect(on('card')).toEqual([]);
  });

  it('is said once, though several cameras note it', () => {
    const twice = [noted('/room/learned_daylight_share'), noted('/room/learned_daylight_share')];
    expect(learnedOn(twice, 'light')).toHaveLength(1);
  });

  it('is said of the thing or the room that has it', () => {
    const plan = {
      room: { name: 'The workroom', learned_daylight_share: 0.6 },
      lights: [{ fixture: { name: 'Flat panel', learned_light_share: 0.8 } }],
    } as unknown as Plan;
    expect(learnedOf(plan, noted('/room/learned_daylight_share'))).toBe('The workroom');
    expect(learnedOf(plan, noted('/lights/0/fixture/learned_light_share'))).toBe('Flat panel');
    const unnamed = { room: { name: null } } as unknown as Plan;
    expect(learnedOf(unnamed, noted('/room/learned_daylight_share'))).toBe(
      '/room/learned_daylight_share',
    );
  });

  it('is not what was only assumed', () => {
    expect(learnedOn([noted('/supports/0/gear/learned_sag_mm', false)], 'hold')).toEqual([]);
  });
});
