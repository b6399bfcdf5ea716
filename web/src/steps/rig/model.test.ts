import { describe, expect, it } from 'vitest';
import type { BoardThing, RigOffer, Thing, WithIt } from '../../api/types';
import { bothMarks, choicesOf, PARTS, partsOf, thingsToTry, thingsWords, titleOf } from './model';

const offer = (more: Record<string, unknown> = {}): RigOffer =>
  ({
    best_for: [],
    needs: [],
    parts: {},
    plan: {
      cameras: [{ body: { name: 'Camera' } }],
      supports: [{ gear: { name: 'Pole' } }],
      lights: [{ lit: true }],
    },
    ...more,
  }) as unknown as RigOffer;
const FIRST = offer({ best_for: ['all round', 'best picture'] });
const planned = (more: Record<string, unknown>): RigOffer =>
  offer({ plan: { ...FIRST.plan, ...more } });

describe('the title of a rig', () => {
  it('says what it is best for', () => {
    expect(titleOf(FIRST, FIRST)).toBe('Best all round, best picture');
    expect(titleOf(offer({ best_for: ['least room'] }), FIRST)).toBe('Least room and time');
    const all = offer({ best_for: ['all round', 'best picture', 'fewest things', 'least room'] });
    expect(titleOf(all, all)).toBe('Best in everything');
  });
  it('says in what it differs, where it is best for nothing', () => {
    expect(titleOf(planned({ supports: [{ gear: { name: 'Boom' } }] }), FIRST)).toBe('On Boom');
    expect(titleOf(planned({ supports: [] }), FIRST)).toBe('Held by nothing yet');
    expect(titleOf(planned({ cameras: [{ body: { name: 'Phone' } }] }), FIRST)).toBe('With Phone');
    expect(titleOf(planned({ lights: [{ lit: true }, { lit: true }] }), FIRST)).toBe(
      'Under two lamps',
    );
    expect(titleOf(planned({ lights: [{ lit: false }] }), FIRST)).toBe('Under no lamp');
    expect(titleOf(offer(), FIRST)).toBe('With other things');
  });
});

describe('parts of a rig', () => {
  it('are offered where there is more than one', () => {
    const change = [{ path: '/lights', value: [] }];
    expect(partsOf(offer({ parts: { light: change } }))).toEqual([]);
    expect(
      partsOf(offer({ parts: { light: change, camera: change } })).map((one) => one.part),
    ).toEqual(['camera', 'light']);
    expect(partsOf(offer({ parts: { light: [], camera: change } }))).toEqual([]);
    expect(new Set(PARTS.map((one) => one.words)).size).toBe(PARTS.length);
  });
});

it('things are counted, and what is not owned is said', () => {
  const needs = [
    { subject: 'light', name: 'Lamp', owned: true },
    { subject: 'light', name: 'Lamp', owned: true },
    { subject: 'holds', name: 'Boom', owned: false },
  ];
  expect(thingsWords(offer({ needs }))).toBe('2 × Lamp · Boom (to get)');
  expect(thingsWords(offer())).toBe('');
});

it('steps stand side by side, those that are new among them', () => {
  const found = {
    marks_before: [{ step: 'lens', verdict: 'fails' }],
    marks_after: [
      { step: 'lens', verdict: 'holds' },
      { step: 'hold', verdict: 'watch' },
    ],
  } as unknown as WithIt;
  expect(bothMarks(found)).toEqual([
    { step: 'lens', before: 'fails', after: 'holds' },
    { step: 'hold', before: null, after: 'watch' },
  ]);
});

it('things are chosen by group, those that are considered first, after none', () => {
  const board = [
    { id: 'a', subject: 'light', name: 'Panel', kind: 'fixture', figures: {} },
    { id: 'b', subject: 'camera', name: 'Phone', kind: 'body', figures: {} },
    { id: 'c', subject: 'light', name: 'Lamp', kind: 'fixture', figures: {} },
  ] as unknown as BoardThing[];
  const mine = [{ id: 'm', name: 'Dear lens', kind: 'lens', figures: {} }] as unknown as Thing[];
  expect(choicesOf(thingsToTry(mine, board))).toEqual([
    { value: '', label: 'choose a thing' },
    { group: 'considered', items: [{ value: 'm', label: 'Dear lens' }] },
    {
      group: 'light',
      items: [
        { value: 'a', label: 'Panel' },
        { value: 'c', label: 'Lamp' },
      ],
    },
    { group: 'camera', items: [{ value: 'b', label: 'Phone' }] },
  ]);
  expect(choicesOf([])).toEqual([{ value: '', label: 'choose a thing' }]);
});
