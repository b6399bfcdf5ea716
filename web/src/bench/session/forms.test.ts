import { describe, expect, it } from 'vitest';
import type { CalledDevice, Plan, RollCall } from '../../api/types';
import { standingOf } from '../told';
import { FORMS, filledIn, type Given, PANELS, type Values } from './forms';

const device = (id: string, more: Partial<CalledDevice> = {}): CalledDevice => ({
  id,
  kind: 'camera',
  name: `the ${id}`,
  silent: true,
  stops_s: null,
  why: '',
  lasts: {},
  ...more,
});
const MAIN = device('camera-main', { stops_s: 1790, why: 'recording limit', silent: false });
const SIDE = device('camera-side');
const LAMP = { id: 'key', fixture: { name: 'Panel' } };
const STANDING = standingOf(null, []);

const given = (
  devices: CalledDevice[] = [MAIN, SIDE],
  lights: unknown[] = [LAMP],
  more: Partial<Given> = {},
): Given => ({
  plan: { lights } as unknown as Plan,
  call: { stops: [], devices, set_up_min: 24.6 } as RollCall,
  standing: STANDING,
  seconds: null,
  ...more,
});
const labels = (panel: keyof typeof FORMS, values: Values = {}, of = given()) =>
  FORMS[panel](of, values).fields.map((one) => one.label);

describe('something stopped', () => {
  it('begins with the first device and with what the plan says will stop it', () => {
    const { says, fields } = FORMS.stopped(given(), {});
    expect(says).toEqual({
      kind: 'stopped',
      device: 'camera-main',
      name: 'the camera-main',
      why: 'recording limit',
      ago_s: 0,
      silent: false,
    });
    expect(fields.map((one) => one.begins)).toEqual(['camera-main', 'recording limit', '']);
  });
  it('takes the likely reason of the device that is chosen, until one is chosen', () => {
    expect(FORMS.stopped(given(), { device: 'camera-side' }).says).toMatchObject({
      device: 'camera-side',
      why: 'unknown',
      silent: true,
    });
    expect(FORMS.stopped(given(), { device: 'camera-side', why: 'heat' }).says).toMatchObject({
      why: 'heat',
    });
  });
  it('says by the plan how long ago that was', () => {
    const under = (seconds: number | null) =>
      FORMS.stopped(given(undefined, undefined, { seconds }), {}).fields[2]?.under;
    expect(under(1790 + 240)).toBe('by the plan about 4 min ago');
    expect(under(600)).toBe('empty: just now');
    expect(under(null)).toBe('empty: just now');
  });
  it('takes minutes as seconds', () => {
    expect(FORMS.stopped(given(), { ago: '2.5' }).says).toMatchObject({ ago_s: 150 });
    expect(FORMS.stopped(given(), { ago: '-3' }).says).toMatchObject({ ago_s: 0 });
  });
});

describe('something was done', () => {
  it('begins with the device that stands still', () => {
    const standing = { ...STANDING, stopped: ['camera-side'] };
    expect(FORMS.did(given(undefined, undefined, { standing }), {}).says).toEqual({
      kind: 'did',
      device: 'camera-side',
      name: 'the camera-side',
      does: ['restart'],
    });
  });
  it('says two deeds at once where a change starts it again', () => {
    expect(FORMS.did(given(), { does: 'battery start' }).says).toMatchObject({
      does: ['battery', 'start'],
    });
  });
});

describe('set otherwise', () => {
  it('asks a lamp for its level and another thing for words', () => {
    expect(labels('adjust')).toEqual([
      'What is set otherwise?',
      'To what level, percent?',
      'In words',
    ]);
    expect(labels('adjust', { thing: 'camera-main' })).toEqual(['What is set otherwise?', 'How?']);
  });
  it.each([
    [{ percent: '30' }, 'to 30 %', 30],
    [{ percent: '30', how: ' too hot ' }, 'to 30 %, too hot', 30],
    [{ how: 'turned to the wall' }, 'turned to the wall', null],
    [{ percent: '0' }, 'to 0 %', 0],
  ])('says %o as “%s”', (values, says, percent) => {
    expect(FORMS.adjust(given(), values).says).toEqual({
      kind: 'adjust',
      device: 'lamp-key',
      name: 'Panel',
      says,
      percent,
    });
  });
  it('keeps no level for what is no lamp', () => {
    const told = FORMS.adjust(given(), { thing: 'camera-side', percent: '40', how: 'ISO 800' });
    expect(told.says).toMatchObject({ says: 'ISO 800', percent: null });
  });
  it('says nothing while nothing is filled in, or too much', () => {
    expect(FORMS.adjust(given(), {}).says).toBeNull();
    expect(FORMS.adjust(given(), { percent: '140' }).says).toBeNull();
    expect(FORMS.adjust(given(), { percent: 'half' }).says).toBeNull();
  });
  it('lists a lamp once that is also among the devices', () => {
    const lamp = device('lamp-key', { kind: 'lamp' });
    const [thing] = FORMS.adjust(given([lamp, MAIN]), {}).fields;
    expect(thing?.options?.map((one) => one.value)).toEqual(['lamp-key', 'camera-main']);
  });
});

describe('minutes lost, and notes', () => {
  it('wants the minutes', () => {
    expect(FORMS.lost(given(), { why: 'sound' }).says).toBeNull();
    expect(FORMS.lost(given(), { minutes: '4', says: ' hum ' }).says).toEqual({
      kind: 'lost',
      why: 'focus',
      minutes: 4,
      says: 'hum',
    });
    expect(FORMS.lost(given(), { minutes: '4000' }).says).toBeNull();
  });
  it('wants words for a note', () => {
    expect(FORMS.note(given(), { says: '  ' }).says).toBeNull();
    expect(FORMS.note(given(), { says: ' glue ' }).says).toEqual({ kind: 'note', says: 'glue' });
  });
});

describe('the end', () => {
  it('says what becomes of the take that runs', () => {
    const running = { ...STANDING, takeSince: 1 };
    expect(FORMS.end(given(), {}).words).toContain('over for every device');
    expect(FORMS.end(given(undefined, undefined, { standing: running }), {}).words).toContain(
      'ends with it',
    );
    expect(FORMS.end(given(), {}).says).toEqual({ kind: 'end' });
  });
});

describe('a plan without devices or lamps', () => {
  it.each(['stopped', 'did', 'adjust'] as const)('says so in the place of “%s”', (panel) => {
    const form = FORMS[panel](given([], []), {});
    expect(form.words).toMatch(/^(No device|The plan has nothing)/);
    expect(form.says).toBeNull();
    expect(form.button).toBe('');
  });
});

it('every panel but the stages has a form, whose fields begin with what they are', () => {
  for (const { panel } of PANELS) {
    if (panel === 'stage') continue;
    for (const field of FORMS[panel](given(), {}).fields) {
      expect(filledIn(field, {})).toBe(field.begins);
      expect(filledIn(field, { [field.name]: 'x' })).toBe('x');
      if (field.kind === 'choose') {
        expect(field.options?.map((one) => one.value)).toContain(field.begins);
      }
    }
  }
});

describe('how long setting up took', () => {
  it('is asked in minutes, beside what was planned', () => {
    const { fields, says } = FORMS['set-up'](given(), {});
    expect(fields.map((one) => one.under)).toEqual([
      'planned: about 25; the log learns your own pace',
    ]);
    expect(says).toBeNull();
  });
  it('says nothing of a plan with nothing to set up', () => {
    const of = given([], [], { call: { stops: [], devices: [], set_up_min: 0 } as RollCall });
    expect(FORMS['set-up'](of, {}).fields[0]?.under).toBe('the log learns your own pace');
  });
  it.each([
    ['40', { kind: 'set-up', minutes: 40 }],
    ['0', null],
    ['-5', null],
    ['9000', null],
    ['soon', null],
  ])('typed as %s', (minutes, said) => {
    expect(FORMS['set-up'](given(), { minutes }).says).toEqual(said);
  });
});
