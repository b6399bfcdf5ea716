import { describe, expect, it } from 'vitest';
import type { Figure, MeasuredRow, Pair, Piece, Plan } from '../../api/types';
import {
  changesOf,
  differs,
  goesAlong,
  laidOutBy,
  learnedOff,
  meanOf,
  mostStrayed,
  offBy,
  offWords,
  reachOf,
  roomRef,
  withLearned,
} from './model';

const pair = (measured: number, plain = 100, figure: Pair['figure'] = 'lens.focal'): Pair => ({
  id: `pair-${measured}`,
  figure,
  of: 'lens-1',
  of_name: 'zoom',
  plan_id: 'plan',
  plan_title: '',
  revision: 1,
  session_id: null,
  at: '2026-11-28T09:00:00Z',
  predicted: plain,
  plain,
  measured,
  error: 0.5,
  lens: '',
  support: '',
  lamp: '',
  camera: '',
  room: '',
});
const row = (status: 'sure' | 'off' | 'few', value = 0.97): MeasuredRow => ({
  figure: 'lens.focal',
  words: 'true focal length',
  unit: 'mm_exact',
  of_words: 'zoom',
  says: [],
  corrects: true,
  pairs: [pair(97), pair(96.5)],
  learned: {
    figure: 'lens.focal',
    of: 'lens-1',
    name: 'zoom',
    status,
    by: 'share',
    unit: 'mm_exact',
    value,
    low: value - 0.01,
    high: value + 0.01,
    cases: 2,
    per_30_days: null,
    without: 0.03,
    with_it: 0.01,
    in_use_worse: false,
  },
});
const plan = (share: number | null): Plan =>
  ({
    cameras: [
      { lens_id: 'lens-1', lens: { learned_focal_share: share }, body_id: null, body: null },
    ],
    supports: [],
    lights: [],
  }) as unknown as Plan;

describe('predicted against measured', () => {
  it('is a share for ratios and a difference for the rest', () => {
    expect(offBy(pair(97))).toBeCloseTo(-0.03);
    expect(offBy(pair(8, 0, 'support.sag'))).toBe(8);
    expect(offBy(pair(8, 0))).toBe(0);
    expect(learnedOff(row('sure'))?.at).toBeCloseTo(-0.03);
  });
  it('knows the session that strayed most, to practise on its plan as it was', () => {
    const at = (measured: number, plan_id: string, revision: number): Pair => ({
      ...pair(measured),
      plan_id,
      revision,
    });
    expect(mostStrayed([])).toBeNull();
    expect(mostStrayed([at(80, '', 1)])).toBeNull();
    expect(mostStrayed([at(99, 'near', 2), at(90, 'far', 7), at(104, 'over', 3)])).toEqual({
      planId: 'far',
      revision: 7,
    });
    expect(mostStrayed([at(99, 'near', 2), at(80, '', 1)])).toEqual({
      planId: 'near',
      revision: 2,
    });
  });
  it('is said with its sign and unit', () => {
    expect(offWords(row('sure'), -0.031, 'cm')).toBe('−3.1 %');
    expect(offWords({ ...row('sure'), figure: 'support.sag' }, 8, 'cm')).toBe('+0.8 cm');
    expect(offWords({ ...row('sure'), figure: 'camera.tilt' }, 0.5, 'cm')).toBe('+0.5°');
  });
  it('reaches to a round figure that holds every dot', () => {
    expect(reachOf(row('sure'))).toBe(0.05);
  });
});

describe('laid out by what was there', () => {
  it('gathers the same pairs under other names', () => {
    const rows = [row('sure'), { ...row('few'), pairs: [{ ...pair(99), lens: 'old' }] }];
    expect(laidOutBy(rows, 'thing')).toEqual(rows);
    const byLens = laidOutBy(rows, 'lens');
    expect(byLens.map((one) => [one.of_words, one.pairs.length, one.learned])).toEqual([
      ['old', 1, null],
    ]);
  });
  it('has a mean and a spread', () => {
    expect(meanOf([pair(97), pair(99)]).mean).toBeCloseTo(-0.02);
    expect(meanOf([pair(97), pair(99)]).spread).toBeCloseTo(0.01414, 4);
    expect(meanOf([pair(97)]).spread).toBeNull();
  });
});

describe('what is learned in a plan', () => {
  it('can be taken, and taken out again', () => {
    expect(differs(plan(null), row('sure'))).toBe('take');
    const now = withLearned(plan(null), row('sure'));
    expect(now.cameras[0]?.lens).toMatchObject({ learned_focal_share: 0.97 });
    expect(differs(now, row('sure'))).toBeNull();
    expect(differs(now, row('off'))).toBe('drop');
    expect(withLearned(now, row('off')).cameras[0]?.lens).toMatchObject({
      learned_focal_share: null,
    });
    expect(differs(plan(null), row('few'))).toBeNull();
  });
});

describe('what is learned of a room and of its maker', () => {
  const learnt = (figure: 'room.daylight' | 'maker.set-up', of: string): MeasuredRow => {
    const sure = row('sure', 0.7);
    return { ...sure, figure, learned: sure.learned && { ...sure.learned, figure, of } };
  };
  const inRoom = (name: string | null, share: number | null = null): Plan =>
    ({
      room: { name, learned_daylight_share: share },
      maker: { learned_set_up_share: null },
    }) as unknown as Plan;
  const day = learnt('room.daylight', 'the-workroom');

  it('goes into the plan of that room and into no other', () => {
    expect(differs(inRoom('The workroom'), day)).toBe('take');
    expect(differs(inRoom('The hall'), day)).toBeNull();
    expect(differs(inRoom(null), day)).toBeNull();
    expect(withLearned(inRoom('The hall'), day)).toEqual(inRoom('The hall'));
    const taken = withLearned(inRoom('The workroom'), day);
    expect(taken.room.learned_daylight_share).toBe(0.7);
    expect(differs(taken, day)).toBeNull();
  });

  it('is taken out again where the log does not hold to it', () => {
    const off = { ...day, learned: day.learned && { ...day.learned, status: 'off' as const } };
    expect(differs(inRoom('The workroom', 0.7), off)).toBe('drop');
    expect(withLearned(inRoom('The workroom', 0.7), off).room.learned_daylight_share).toBeNull();
  });

  it('is of every plan where it is of the maker', () => {
    const pace = learnt('maker.set-up', 'maker');
    expect(withLearned(inRoom(null), pace).maker.learned_set_up_share).toBe(0.7);
    expect(goesAlong(pace)).toBe(false);
    expect(goesAlong(row('sure'))).toBe(true);
  });

  it.each([
    ['The workroom', 'the-workroom'],
    ['  Hall, 2nd floor ', 'hall-2nd-floor'],
    ['Ä', ''],
  ])('knows the room %s by %s', (name, id) => {
    expect(roomRef(name)).toBe(id);
  });
});

describe('what a correction changes of the light', () => {
  const figure = (key: string, value: number): Figure =>
    ({ key, about: 'one', title: key, holds_for: '', quantity: { value, unit: 'lx' } }) as Figure;
  const said = (pieces: readonly Piece[]): string =>
    pieces.map((one) => one.quantity?.value ?? one.text).join('');

  it('is told figure by figure, where it changes', () => {
    const before = [figure('light.illuminance', 700), figure('light.iso', 600)];
    const after = [figure('light.illuminance', 590), figure('light.iso', 710)];
    expect(said(changesOf(before, after))).toBe(
      'light.illuminance 590 in place of 700; light.iso 710 in place of 600',
    );
  });
  it('leaves out what stays, and what is not told', () => {
    const before = [figure('light.iso', 600), figure('light.lift', 3)];
    expect(changesOf(before, [figure('light.iso', 600), figure('light.lift', 4)])).toEqual([]);
    expect(changesOf([], [figure('light.iso', 600)])).toEqual([]);
  });
});
